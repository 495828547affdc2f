import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import {
  breeds,
  fullDrawer,
  hairEverywhere,
  mat,
  override,
  packs,
  planFor,
  sign,
  tool,
  zoneOf,
} from '../../testing/packs.ts';
import { conflictsAt } from '../plan/runs.ts';

const hairMm = hairEverywhere(70);
const marked = (...findings: readonly string[]): Extra => ({
  findings: findings.map((finding) => ({ finding, severity: 'marked' })),
});
const lamb = (extra: Extra = {}) => planFor('standard-poodle', { trimId: 'lamb', hairMm, ...extra });
const runOf = (plan: ReturnType<typeof lamb>, id: string) => plan.runs.find((run) => run.id === id);
const BODY = ['nape', 'back', 'loin', 'croup', 'shoulder.left', 'shoulder.right', 'rib.left', 'rib.right'];

describe('a lamb is cut in a few runs', () => {
  it('the body in one 13 mm comb from below the occiput, down the rump and the thighs', () => {
    const body = runOf(lamb(), 'body');
    expect(body?.tool).toMatchObject({ toolId: 'comb-13', direction: 'with', leavesMm: 13 });
    expect(body?.zones).toEqual(
      expect.arrayContaining([...BODY, 'forechest#front', 'thigh.left', 'breech.right']),
    );
    expect(body).toMatchObject({ from: 'below the occiput', to: 'tail root', stretch: null });
  });

  it('the underline by the same comb turned, face and throat by one blade, the feet by it too', () => {
    const plan = lamb();
    expect(runOf(plan, 'underline')?.tool).toMatchObject({ toolId: 'comb-13', direction: 'against' });
    expect(runOf(plan, 'face')?.zones).toEqual(
      expect.arrayContaining(['cheek.left', 'beard', 'throat', 'forechest#vee']),
    );
    expect(runOf(plan, 'face')?.tool).toMatchObject({ toolId: 'blade-10', direction: 'against' });
  });

  it('a house rule turns its cheeks with the lay: one blade, the rest of the face against', () => {
    const schools = { face: 'eye-back-with' };
    const plan = lamb({ schools });
    const face = runOf(plan, 'face');
    const { face: plain } = Object.fromEntries(lamb().runs.map((run) => [run.id, run]));
    expect(face).toMatchObject({ tool: plain?.tool, zones: plain?.zones });
    expect(face?.turned).toEqual(['cheek.left', 'cheek.right', 'ear-behind.left', 'ear-behind.right']);
    for (const place of face?.zones ?? []) {
      const { tool: own, reasons } = zoneOf(plan, place);
      const back = face?.turned.includes(place);
      expect(own, place).toMatchObject({ toolId: face?.tool?.toolId, direction: back ? 'with' : 'against' });
      if (back) expect(own?.leavesMm).toBeGreaterThan(face?.tool?.leavesMm ?? NaN);
      expect(
        reasons.some(({ rule, about }) => rule === 'school' && about.includes('eye back with')),
        place,
      ).toBe(back);
    }
    expect(runOf(lamb(), 'face')?.turned).toEqual([]);
    // On a first visit all of it goes with the lay: nothing turns.
    const first = lamb({ schools, firstVisit: true });
    expect(runOf(first, 'face')).toMatchObject({ tool: { direction: 'with' }, turned: [] });
  });

  it('every place of a run says so, and what the run leaves', () => {
    const plan = lamb();
    for (const run of plan.runs)
      for (const place of run.zones) {
        const zone = zoneOf(plan, place);
        expect(zone).toMatchObject({ run: run.id, targetMm: run.targetMm, tool: run.tool });
        if (run.zones.length > 2)
          expect(
            zone.reasons.map(({ rule }) => rule),
            place,
          ).toContain('run');
      }
  });
});

describe('a place leaves its run', () => {
  it('where the groomer has decided for it, and comes back when that is taken away', () => {
    const own = lamb({ overrides: [override('loin', { targetMm: 10 })] });
    expect(zoneOf(own, 'loin')).toMatchObject({ run: null, targetMm: 10, overridden: true });
    expect(zoneOf(own, 'back')).toMatchObject({ run: 'body', targetMm: 13 });
    expect(zoneOf(lamb(), 'loin').run).toBe('body');
  });

  it('all of a run with one tool of the groomer’s is that run with that tool; some of it a run of its own', () => {
    const { zones = [] } = runOf(lamb(), 'body') ?? {};
    const all = lamb({ overrides: zones.map((zone) => override(zone, { toolId: 'comb-10' })) });
    expect(runOf(all, 'body')).toMatchObject({
      zones,
      tool: { toolId: 'comb-10' },
      from: 'below the occiput',
    });
    const some = lamb({
      overrides: ['rib.left', 'rib.right'].map((zone) => override(zone, { targetMm: 16 })),
    });
    expect(some.runs.find(({ id }) => id === 'body.rib')).toMatchObject({
      stretch: 'ribs',
      zones: ['rib.left', 'rib.right'],
      tool: { toolId: 'comb-16' },
    });
    expect(runOf(some, 'body')?.zones).not.toContain('rib.left');
    const apart = lamb({
      overrides: [override('rib.left', { targetMm: 16 }), override('rib.right', { targetMm: 10 })],
    });
    expect(zoneOf(apart, 'rib.left')).toMatchObject({ run: null, targetMm: 16 });
    expect(zoneOf(apart, 'rib.right')).toMatchObject({ run: null, targetMm: 10 });
  });

  it('where a patch beside it is to be covered, and where a mat takes it', () => {
    const patched = lamb({ signs: [sign('healing-patch', 'back')] });
    expect(zoneOf(patched, 'back')).toMatchObject({ run: null, leftAlone: true });
    expect(zoneOf(patched, 'loin')).toMatchObject({ targetMm: 17 });
    expect(zoneOf(patched, 'loin').run).toBeNull();
    expect(zoneOf(patched, 'breech.left').run).toBe('body');
    const felted = lamb({ mats: [mat('rib.left', { lengthCm: 12, widthCm: 12 })] });
    expect(zoneOf(felted, 'rib.left').run).toBeNull();
    expect(zoneOf(felted, 'rib.right').run).toBe('body');
  });

  it('where the outline wants it otherwise over a hand: a long dog is closer behind, the rest one comb', () => {
    const long = lamb(marked('long-loin', 'low-tail-set'));
    const behind = long.runs.find(({ stretch }) => stretch !== null);
    expect(behind).toMatchObject({ name: 'body', stretch: 'back of thigh', from: null });
    expect(behind?.targetMm).toBeLessThan(10);
    expect(runOf(long, 'body')?.zones).toEqual(expect.arrayContaining(['nape', 'back', 'rib.left']));
    // Into the croup the line is brought in by hand.
    expect(zoneOf(long, 'croup')).toMatchObject({ run: null, tool: { technique: 'scissor' } });
    expect(zoneOf(long, 'croup').reasons.map(({ rule }) => rule)).toContain('outline-by-hand');
  });

  it('where a close blade would show a wide shoulder: one blade longer there, on both sides', () => {
    const wide = planFor('english-springer-spaniel', {
      hairMm,
      trimId: 'short-jacket',
      ...marked('loaded-shoulder'),
    });
    const shoulder = wide.runs.find(({ id }) => id === 'jacket.shoulder');
    expect(shoulder?.zones).toEqual(['shoulder.left', 'shoulder.right']);
    expect(shoulder?.tool?.leavesMm).toBeGreaterThan(3.2);
    expect(zoneOf(wide, 'back').tool?.toolId).toBe('blade-7f');
  });
});

describe('a run that one kinder tool can do stays whole', () => {
  it('a first visit takes the whole face one blade longer, with the lay', () => {
    const face = runOf(lamb({ firstVisit: true }), 'face');
    expect(face?.zones).toEqual(expect.arrayContaining(['cheek.left', 'foreface.right', 'beard', 'throat']));
    expect(face?.tool?.direction).toBe('with');
    expect(face?.tool?.leavesMm).toBeGreaterThan(1.5);
  });

  it('one red cheek takes the face with the lay, at that cheek’s floor', () => {
    const face = runOf(lamb({ signs: [sign('redness', 'cheek.left')] }), 'face');
    expect(face?.zones).toEqual(expect.arrayContaining(['cheek.left', 'cheek.right', 'throat']));
    expect(face?.tool).toMatchObject({ direction: 'with' });
    expect(face?.tool?.leavesMm).toBeGreaterThanOrEqual(2);
  });
});

describe('what is said of a run', () => {
  const bare = () =>
    planFor('airedale-terrier', {
      trimId: 'clip-and-card',
      hairMm,
      modifiers: ['senior'],
      drawer: [tool('blade-15'), tool('blade-10'), tool('straight-shears')],
    });

  it('is said once, and found at each of its places', () => {
    const plan = bare();
    const jacket = runOf(plan, 'jacket');
    const said = plan.conflicts.filter(
      ({ zone, kind }) => kind === 'left-shorter' && jacket?.zones.includes(zone),
    );
    expect(said).toHaveLength(1);
    for (const place of jacket?.zones ?? [])
      expect(conflictsAt(plan, place)).toEqual(expect.arrayContaining(said));
    expect(conflictsAt(plan, 'pads').filter(({ kind }) => kind === 'left-shorter')).toEqual([]);
  });

  it('a run that nothing in the drawer may do is there without a tool', () => {
    const plan = planFor('airedale-terrier', {
      trimId: 'clip-and-card',
      hairMm,
      drawer: [tool('straight-shears')],
    });
    expect(runOf(plan, 'jacket')).toMatchObject({ tool: null });
  });

  it('hair that is shorter somewhere is passed over, and is what will be there', () => {
    const plan = lamb({ hairMm: { ...hairMm, loin: 13.5, croup: 13.2 }, drawer: [...fullDrawer] });
    expect(zoneOf(plan, 'loin')).toMatchObject({ run: 'body', leftMm: 13 });
    expect(zoneOf(plan, 'croup')).toMatchObject({ leftAlone: true, leftMm: 13.2, run: null });
  });
});

const isHand = (technique: string) =>
  packs.tools.techniques.some(({ id, byHand }) => id === technique && byHand);

describe('over all breeds', () => {
  const DRAWERS = {
    rich: fullDrawer,
    small: ['blade-30', 'blade-10', 'blade-7f', 'comb-13', 'comb-25', 'straight-shears', 'thinners'].map(
      (id) => tool(id),
    ),
  };
  const dogs: readonly Extra[] = [{}, marked('dip-behind-withers', 'long-loin'), { firstVisit: true }];

  it.each(breeds.map(({ id, trims }) => [id, trims] as const))(
    '%s: a run is one tool one way, in few lengths, and nothing drawn with the lay is turned',
    (id, trims) => {
      for (const trim of trims)
        for (const drawer of Object.values(DRAWERS))
          for (const dog of dogs) {
            const plan = planFor(id, { trimId: trim.id, hairMm, drawer, ...dog });
            const inRuns = plan.runs.flatMap(({ zones }) => zones);
            expect(new Set(inRuns).size, `${id} ${trim.id}`).toBe(inRuns.length);
            for (const run of plan.runs)
              for (const place of run.zones) {
                const zone = zoneOf(plan, place);
                // What no machine does is done place by place, each with the shears of its shape.
                if (zone.tool && isHand(zone.tool.technique)) continue;
                expect(zone.tool, `${id} ${trim.id} ${place}`).toEqual(run.tool);
                const area = trim.areas[place.split('.')[0] ?? ''];
                if (area?.directionBinds)
                  expect(zone.tool?.direction, `${id} ${trim.id} ${place}`).not.toBe('against');
              }
          }
    },
  );

  it('an ordinary dog with a full coat is clipped in about three lengths, besides what hygiene takes', () => {
    const counts = breeds.flatMap(({ id, trims }) =>
      trims.map((trim) => {
        const { runs } = planFor(id, { trimId: trim.id, hairMm });
        const shaping = runs.filter(
          ({ id: run }) =>
            !['pads', 'sanitary', 'ear-insides', 'eye-corners', 'ear-edges', 'folds'].includes(run),
        );
        return new Set(shaping.flatMap(({ tool: used }) => (used ? [used.toolId] : []))).size;
      }),
    );
    const sorted = [...counts].sort((a, b) => a - b);
    expect(sorted[Math.floor(sorted.length / 2)]).toBeLessThanOrEqual(3);
    expect(sorted.at(-1)).toBeLessThanOrEqual(6);
  });
});
