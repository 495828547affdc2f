/** Everything the server answers under /api, with a body that would be right. `:name` is filled with an id of its kind. */
export interface FuzzedRoute {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  readonly path: string;
  readonly query?: Readonly<Record<string, string>>;
  readonly body?: unknown;
}

const choices = {
  trimId: 'lamb',
  purpose: 'pet',
  wish: { lean: 'as-drawn', allOverMm: null, weeksBetween: 8, places: [], vetAsks: false },
  schools: { face: 'with' },
  sides: { 'ear-outside.left': 'match' },
  overrides: [
    { zone: 'back', targetMm: 9, toolId: null, direction: 'with', reason: 'x', acknowledged: false },
  ],
};
const sign = { sign: 'lump', zone: 'rib.left', level: null, sizeMm: 12, note: 'soft' };
const measurements = { withers: 560, weightKg: 22 };
const hands = {
  measurements,
  confirmed: [],
  findings: [{ finding: 'loaded-shoulder', severity: 'mild', side: null }],
  coatType: 'curl',
  coatModifiers: [],
  dense: true,
  signs: [sign],
  mats: [
    {
      id: 'm1',
      zone: 'armpit.left',
      lengthCm: 3,
      widthCm: 2,
      tightness: 2,
      toSkinMm: 4,
      burr: false,
      sores: false,
    },
  ],
  lengths: { back: { mm: 22, sdMm: null, readings: 3, by: 'rule' } },
  lastCut: { weeks: 6, mm: 10 },
  temper: { handling: 'easy', standingMinutes: 30 },
};
const dog = {
  name: 'Fuzz',
  breedId: 'standard-poodle',
  breedCalled: '',
  owner: 'Somebody',
  bornOn: '2022-05-01',
  coatType: 'curl',
  coatModifiers: [],
  dense: false,
  measurements,
  confirmed: ['withers', 'weightKg'],
  findings: [],
  signs: [sign],
  remember: ['likes cheese'],
};
const tool = { kindId: 'blade-10', label: 'ten', lengthMm: null, dull: false, atHand: true, hand: null };
const person = {
  login: 'fuzz',
  name: 'Fuzz Person',
  role: 'trainee',
  hand: 'left',
  password: 'a dozen wet towels',
};
const salon = {
  schools: { face: 'with' },
  policy: {
    rates: { perHour: 48, least: 25, currency: 'EUR' },
    mats: { limitMinutes: 20, bladeFloorMm: 0.5, feePerHour: 54 },
    handlingLimit: 'fights',
  },
  clock: { zone: 'Europe/Lisbon', hours: 24, opens: '08:00', closes: '17:00' },
};
const work = {
  bath: {
    coatWet: false,
    white: null,
    towels: 2,
    dryers: ['stand'],
    vet: { contactMinutes: 10 },
    bottles: {},
  },
  order: { own: ['stand', 'brush'], pinned: [], locked: false, boxMinutes: 90, dropped: [] },
};
const bottle = { kindId: 'mild-shampoo', label: 'jug', dilution: { notation: '1-in', n: 10 }, leftMl: 500 };
const event = {
  id: '3f0c9a52-6f0c-4c6e-9d0a-6b1f2f6d9a11',
  at: '2026-11-01T09:00:00.000Z',
  device: 'tablet',
  kind: 'done',
  task: 'zone:back',
  part: 'body',
  zone: 'back',
  toolId: null,
  tool: 'ten',
  direction: 'with',
  leavesMm: 9,
  minutes: 4,
  plannedMinutes: 3,
  stress: 1,
};
const bathed = {
  id: '3f0c9a52-6f0c-4c6e-9d0a-6b1f2f6d9a12',
  at: '2026-11-01T09:30:00.000Z',
  device: 'tablet',
  kind: 'bathed',
  used: [{ bottleId: null, kindId: 'mild-shampoo', ml: 80, plannedMl: 90 }],
};
const signature = { width: 400, height: 160, strokes: [[10, 10, 40, 40]] };
const day = { from: '2026-01-01T00:00:00Z', to: '2026-01-02T00:00:00Z' };

export const ROUTES: readonly FuzzedRoute[] = [
  { method: 'GET', path: '/demo-sign-ins' },
  { method: 'POST', path: '/session', body: { login: 'nobody-at-all', password: 'x' } },
  { method: 'GET', path: '/session' },
  { method: 'DELETE', path: '/session' },
  { method: 'PUT', path: '/session/password', body: { old: 'x', password: 'a dozen wet towels' } },
  { method: 'GET', path: '/sessions' },
  { method: 'DELETE', path: '/sessions' },
  { method: 'DELETE', path: '/sessions/:any' },
  { method: 'GET', path: '/dogs', query: { q: 'ju', archived: 'false', after: '' } },
  { method: 'POST', path: '/dogs', body: dog },
  { method: 'GET', path: '/dogs/:dog' },
  { method: 'PUT', path: '/dogs/:dog', body: dog },
  { method: 'POST', path: '/dogs/:dog/archive' },
  { method: 'POST', path: '/dogs/:dog/restore' },
  {
    method: 'POST',
    path: '/dogs/:dog/visits',
    body: { startsAt: '2026-12-01T09:00:00Z', minutes: 60, what: 'bath', scope: [] },
  },
  { method: 'GET', path: '/drawer' },
  { method: 'POST', path: '/drawer', body: tool },
  { method: 'PUT', path: '/drawer/:tool', body: tool },
  { method: 'POST', path: '/drawer/:tool/remove' },
  { method: 'POST', path: '/drawer/:tool/restore' },
  { method: 'GET', path: '/drawer/:tool/measures' },
  { method: 'DELETE', path: '/drawer/:tool/measures/:measure' },
  {
    method: 'POST',
    path: '/drawer/:tool/measures',
    body: { coatType: 'curl', dense: true, direction: 'with', measuredMm: 9.5 },
  },
  { method: 'GET', path: '/salon' },
  { method: 'PUT', path: '/salon', body: salon },
  { method: 'GET', path: '/people' },
  { method: 'POST', path: '/people', body: person },
  { method: 'PUT', path: '/people/:any', body: person },
  { method: 'POST', path: '/people/:any/disable' },
  { method: 'POST', path: '/people/:any/enable' },
  { method: 'POST', path: '/people/:any/password', body: { password: 'a dozen wet towels' } },
  { method: 'POST', path: '/owners/export', body: { owner: 'Somebody' } },
  { method: 'POST', path: '/owners/erase', body: { owner: 'Nobody of this name' } },
  { method: 'GET', path: '/security-log' },
  { method: 'GET', path: '/visits', query: day },
  { method: 'GET', path: '/visits/:visit' },
  { method: 'GET', path: '/visits/:visit/plans' },
  { method: 'PUT', path: '/visits/:visit/plan', body: choices },
  { method: 'PUT', path: '/visits/:visit/hands', body: { hands, dogVersion: 1 } },
  {
    method: 'POST',
    path: '/visits/:visit/stops',
    body: { key: 'bite', action: 'cleared', note: 'calm now' },
  },
  { method: 'PUT', path: '/visits/:visit/work', body: work },
  { method: 'GET', path: '/visits/:visit/log' },
  { method: 'POST', path: '/visits/:visit/log', body: { events: [event, bathed] } },
  { method: 'POST', path: '/visits/:visit/log/confirm', body: {} },
  {
    method: 'PUT',
    path: '/visits/:visit/booking',
    body: { startsAt: '2026-12-01T10:00:00Z', minutes: 90, groomerId: null },
  },
  { method: 'PUT', path: '/visits/:visit/absent', body: { absent: false } },
  { method: 'POST', path: '/visits/:visit/late', body: { minutes: 20 } },
  { method: 'GET', path: '/outbox' },
  { method: 'GET', path: '/outbox/:any' },
  { method: 'PUT', path: '/visits/:visit/finish', body: { finished: false } },
  { method: 'GET', path: '/shelf' },
  { method: 'POST', path: '/shelf', body: bottle },
  { method: 'PUT', path: '/shelf/:any', body: bottle },
  { method: 'POST', path: '/shelf/:any/remove' },
  { method: 'POST', path: '/shelf/:any/restore' },
  { method: 'PUT', path: '/visits/:visit/start', body: { started: true } },
  {
    method: 'POST',
    path: '/visits/:visit/consents',
    body: { kind: 'wish', choices, signedBy: 'Somebody', signature },
  },
  { method: 'GET', path: '/visits/:visit/consents/:any' },
  {
    method: 'GET',
    path: '/visits/:visit/gauge',
    query: { zone: 'back', session: 'abcd-1', after: '12', break: '1', left: '6' },
  },
  {
    method: 'GET',
    path: '/visits/:visit/thermometer',
    query: { session: 'abcd-1', tool: 'any', rise: '22' },
  },
];
