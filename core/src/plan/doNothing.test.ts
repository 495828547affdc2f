import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { workOf } from '../../testing/order.ts';
import { breeds, caseFor, hairEverywhere, packs, sign } from '../../testing/packs.ts';
import type { Body } from '../body/body.ts';
import { bodyOf } from '../body/body.ts';
import { AS_DRAWN } from '../case/choices.ts';
import { estimateVisit } from '../estimate/estimate.ts';
import { stopsOf } from '../welfare/stops.ts';
import { planGroom } from './planGroom.ts';

const context = {
  trainee: false,
  dogHistory: [],
  groomerHistory: [],
  rates: { perHour: 60, least: 0, currency: 'EUR' },
};
const hairMm = hairEverywhere(70);
const round = (mm: number) => Math.round(mm * 100) / 100;

/** What a groomer would notice: lengths, tools, what is left alone, minutes, stops; texts apart. */
function worked(breedId: string, extra: Extra): string {
  const visit = caseFor(breedId, { hairMm, ...extra });
  const plan = planGroom(visit);
  const zones = plan.zones.map(({ targetMm, leftMm, tool, leftAlone, profile, passes }) => [
    round(targetMm),
    round(leftMm),
    tool?.toolId,
    tool?.direction,
    leftAlone,
    profile.map(({ place, mm }) => `${place} ${mm.toFixed(0)}`),
    passes.length,
  ]);
  const minutes = Math.round(100 * estimateVisit(visit, plan, context).minutes.mid);
  const {
    derived: { signs, mats },
    facts: {
      temper: { handling },
    },
  } = visit;
  const stops = stopsOf({ signs, mats, temper: { handling, standingMinutes: null } }, packs, 'bites');
  const conflicts = plan.conflicts.map(({ kind, zone }) => `${kind} ${zone}`);
  return JSON.stringify([
    zones,
    minutes,
    plan.standingMinutes,
    plan.roughClip,
    stops.map(({ key }) => key),
    conflicts,
  ]);
}
const told = (breedId: string, extra: Extra): string => {
  const plan = planGroom(caseFor(breedId, { hairMm, ...extra }));
  return [...plan.zones.flatMap(({ cautions }) => cautions), ...plan.remember.map(({ text }) => text)].join(
    '\n',
  );
};

const PLACES = [
  'back',
  'rib.left',
  'foreface.left',
  'beard',
  'ear-outside.left',
  'foreleg.left',
  'belly',
  'forefoot.left',
  'thigh.left',
  'eye-corner.left',
];
const placesOf = (at: readonly string[]): readonly string[] =>
  at.length === 0
    ? PLACES
    : at.map((id) => (packs.zones.zones.find((kind) => kind.id === id)?.paired ? `${id}.left` : id));

const trims = breeds.flatMap(({ id, trims }) => trims.map((trim) => ({ id, trimId: trim.id })));
const baseline = new Map<string, string>();
const base = (breedId: string, extra: Extra): string => {
  const key = `${breedId} ${JSON.stringify(extra)}`;
  const known = baseline.get(key) ?? worked(breedId, extra);
  baseline.set(key, known);
  return known;
};

/** Breeds in which one of these changes makes the work another, up to three. */
function changed(changes: readonly Extra[], from: Extra = {}): readonly string[] {
  const found = new Set<string>();
  for (const { id, trimId } of trims) {
    if (found.has(id)) continue;
    const usual = base(id, { trimId, ...from });
    if (changes.some((extra) => worked(id, { trimId, ...from, ...extra }) !== usual)) found.add(id);
    if (found.size === 3) break;
  }
  return [...found];
}
const tellsOnly = (id: string | null) =>
  packs.safety.restrictions.find((one) => one.id === id)?.tellsOnly === true;

describe('nothing that can be said of a dog is without effect', () => {
  it.each(packs.signs.signs.map((one) => [one.id, one] as const))('%s', (id, kind) => {
    const places = kind.scope === 'dog' ? [null] : placesOf(kind.at);
    const seen = (level: 'mild' | 'marked' | null): readonly Extra[] =>
      places.map((place) => ({ signs: [sign(id, place, { level })] }));
    expect(changed(seen(kind.levels ? 'mild' : null)).length).toBe(3);
    if (kind.levels) {
      const marked = places.map((place) => ({ signs: [sign(id, place, { level: 'marked' as const })] }));
      const mild = seen('mild');
      let differ = 0;
      for (const { id: breedId } of breeds) {
        if (marked.some((extra, i) => base(breedId, extra) !== base(breedId, mild[i] ?? {}))) differ++;
        if (differ === 3) break;
      }
      expect(differ).toBe(3);
    }
    if (tellsOnly(kind.restriction)) {
      const text = packs.safety.restrictions.find((one) => one.id === kind.restriction)?.text ?? '';
      expect(told('standard-poodle', seen(null)[0] ?? {})).toContain(text);
    }
  });

  it('a restriction that only tells has no effects and promises none; every other has some', () => {
    for (const { id, effects, tellsOnly, text } of packs.safety.restrictions) {
      expect(Object.keys(effects).length > 0, id).toBe(!tellsOnly);
      if (tellsOnly)
        expect(text, id).not.toMatch(/nothing (?:under|shorter)|left alone|left longer|one blade longer/i);
    }
  });

  it.each(packs.coats.modifiers.map(({ id, appliesTo }) => [id, appliesTo] as const))(
    'coat: %s',
    (id, appliesTo) => {
      const wearing = breeds.filter(({ coat }) => appliesTo.length === 0 || appliesTo.includes(coat));
      expect(changed([{ modifiers: [id] }]).length).toBe(Math.min(3, wearing.length));
    },
  );

  it.each(packs.findings.findings.map(({ id }) => id))('structure: %s, mild and marked', (finding) => {
    const felt = (severity: 'mild' | 'marked') => ({ findings: [{ finding, severity }] });
    expect(changed([felt('mild')]).length).toBe(3);
    expect(changed([felt('marked')], felt('mild')).length).toBe(3);
  });

  it.each(
    packs.schools.schools.flatMap((question) =>
      question.answers
        .filter(({ id }) => id !== question.default)
        .map(({ id }) => [question.id, id, question.role] as const),
    ),
  )('house rule %s: %s', (question, answer, role) => {
    const mats = [
      {
        id: 'm',
        zone: 'thigh.left',
        lengthCm: 5,
        widthCm: 4,
        tightness: 3,
        toSkinMm: 4,
        burr: false,
        sores: false,
      },
    ] as const;
    const shave: Extra = { wish: { ...AS_DRAWN, allOverMm: 6 }, shave: 'being-signed' };
    const from: Extra =
      role === 'shaving'
        ? shave
        : role === 'mats'
          ? { mats }
          : role === 'rough-clip' && answer === 'never'
            ? { signs: [sign('filthy')] }
            : role === 'pattern'
              ? { findings: [{ finding: 'dip-behind-withers', severity: 'marked' }] }
              : {};
    // Hardly a pet trim leaves so much on the body.
    const least = question === 'bodyFinish' ? 1 : 3;
    const purposes = (['pet', 'show'] as const).map((purpose) => ({
      purpose,
      salon: { [question]: answer },
    }));
    // What a rule does to the order of the work shows in the steps.
    const steps = ({ purpose, salon }: Extra) =>
      ['standard-poodle', 'irish-water-spaniel', 'golden-retriever'].map((id) => {
        const { tasks } = workOf(id, {
          ...(salon ? { salon } : {}),
          ...(purpose ? { purpose } : {}),
          hairMm: hairEverywhere(90),
          modifiers: ['shedding'],
          signs: [sign('trigger-feet')],
        });
        return JSON.stringify(tasks.map(({ id: step, stage, after, how }) => [step, stage, after, how]));
      });
    const works = () =>
      purposes.some(({ purpose, salon }) => {
        const usual = steps({ purpose });
        return steps({ purpose, salon }).some((one, i) => one !== usual[i]);
      });
    const cuts = () => {
      const pets = changed(purposes.slice(0, 1), { ...from, purpose: 'pet' });
      if (pets.length >= least) return true;
      return pets.length + changed(purposes.slice(1), { ...from, purpose: 'show' }).length >= least;
    };
    const text = told('airedale-terrier', { salon: { [question]: answer }, purpose: 'show' });
    const says = text !== told('airedale-terrier', { purpose: 'show' });
    expect(says || works() || cuts()).toBe(true);
  });

  it.each([
    ['shorter', { lean: 'shorter' }],
    ['longer', { lean: 'longer' }],
    ['all over', { allOverMm: 10 }],
    ['many weeks between visits', { weeksBetween: 16 }],
  ] as const)('wish: %s', (_name, wish) => {
    expect(changed([{ wish: { ...AS_DRAWN, ...wish } }], { wish: AS_DRAWN }).length).toBe(3);
  });

  it('weeks between visits count on every coat that is trimmed', () => {
    const wish = { ...AS_DRAWN, weeksBetween: 16 };
    for (const id of [
      'airedale-terrier',
      'english-springer-spaniel',
      'irish-water-spaniel',
      'yorkshire-terrier',
    ]) {
      expect(worked(id, { wish }), id).not.toBe(worked(id, { wish: AS_DRAWN }));
    }
  });

  it('every measurement moves the drawing, the lengths or the minutes', () => {
    const pack = breeds.find(({ id }) => id === 'poodle-cross');
    if (!pack) throw new Error('no breed');
    const drawnAs = (one: Body) => JSON.stringify(one.views);
    const body = bodyOf(packs, pack, {}, []);
    for (const [key, measure] of Object.entries(body.measures)) {
      const more = ('kg' in measure ? measure.kg : measure.mm) * 1.1;
      const moved = drawnAs(bodyOf(packs, pack, { [key]: more }, [])) !== drawnAs(body);
      const visit = worked('poodle-cross', { measurements: { [key]: more } });
      expect(moved || visit !== worked('poodle-cross', {}), key).toBe(true);
    }
  });
});
