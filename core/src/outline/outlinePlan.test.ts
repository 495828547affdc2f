import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breed, breeds, caseFor, hairEverywhere, planFor, zoneOf } from '../../testing/packs.ts';
import { AS_DRAWN } from '../case/choices.ts';
import { withChoices } from '../case/resolveCase.ts';
import { judgeMats } from '../mats/judge.ts';
import { planGroom } from '../plan/planGroom.ts';
import { targetsOf } from '../targets/targetsOf.ts';
import { outlinePlan } from './outlinePlan.ts';
import { wishOf } from './wishes.ts';

const found = (...findings: readonly string[]): Extra => ({
  findings: findings.map((finding) => ({ finding, severity: 'marked' })),
});
const hairMm = hairEverywhere(60);

/** The outline of a dog with hair enough, in its breed's first trim. */
function outline(breedId: string, extra: Extra) {
  const visit = caseFor(breedId, { hairMm, ...extra });
  const targets = targetsOf(judgeMats(visit));
  return outlinePlan(visit, new Map(targets.map((target) => [target.zone.id, wishOf(visit, target)])));
}
const target = (breedId: string, zone: string, extra: Extra) =>
  zoneOf(planFor(breedId, { hairMm, ...extra }), zone).targetMm;
const places = (breedId: string, zone: string, extra: Extra) =>
  Object.fromEntries(
    zoneOf(planFor(breedId, { hairMm, ...extra }), zone).profile.map(({ place, mm }) => [place, mm]),
  );

describe('what the outline asks of a dog', () => {
  it('nothing of an even one, in any breed and trim, but the form of its head', () => {
    for (const { id, trims } of breeds) {
      for (const { id: trimId } of trims) {
        for (const [zone, { form }] of outline(id, { trimId }).zones)
          expect(form, `${id} ${zone}`).not.toBeNull();
      }
    }
  });

  it('is optimal wherever it is solved', () => {
    for (const { id } of breeds.filter(({ generic }) => !generic)) {
      expect(outline(id, found('high-behind', 'loaded-shoulder', 'thick-head')).kkt, id).toBeLessThan(1e-6);
    }
  });

  it('one that was solved before is not given to another trim, though the wishes are the same', () => {
    const extra = { hairMm, ...found('dip-behind-withers') };
    for (const one of breeds.filter(({ trims }) => trims.length > 1).slice(0, 3)) {
      const first = caseFor(one.id, extra);
      const targets = targetsOf(judgeMats(first));
      const wishes = new Map(targets.map((target) => [target.zone.id, wishOf(first, target)]));
      const solved = (visit: typeof first) => JSON.stringify([...outlinePlan(visit, wishes).zones]);
      solved(first);
      const choices = { ...first.choices, trimId: one.trims[1]?.id ?? '' };
      const fresh = withChoices(caseFor(one.id, extra, structuredClone(one)), choices);
      expect(solved(withChoices(first, choices)), one.id).toBe(solved(fresh));
    }
  });

  it('a dip behind the withers is filled, most where it is deepest', () => {
    expect(target('standard-poodle', 'back', found('dip-behind-withers'))).toBeGreaterThan(20);
    const along = places('standard-poodle', 'back', found('dip-behind-withers'));
    expect(along['middle of the back']).toBeGreaterThan((along['last rib'] ?? 0) + 5);
    expect(target('standard-poodle', 'foreleg.left', found('dip-behind-withers'))).toBe(
      target('standard-poodle', 'foreleg.left', {}),
    );
  });

  it('high behind is taken off croup and loin, not off the back', () => {
    const extra = found('high-behind');
    expect(target('standard-poodle', 'croup', extra)).toBeLessThan(10);
    expect(target('standard-poodle', 'loin', extra)).toBeLessThan(11);
    expect(target('standard-poodle', 'back', extra)).toBe(13);
  });

  it('a long dog is trimmed close behind and filled before the thigh, while its legs stay as drawn', () => {
    const long: Extra = { measurements: { heightMm: 600, lengthMm: 654 } };
    expect(target('standard-poodle', 'croup', long)).toBeLessThan(10);
    expect(target('standard-poodle', 'breech.left', long)).toBeLessThan(16);
    expect(places('standard-poodle', 'thigh.left', long)['front of the thigh']).toBeGreaterThan(25);
    for (const zone of ['foreleg.left', 'pastern.left', 'hock.left', 'gaskin.left'])
      expect(target('standard-poodle', zone, long), zone).toBe(32);
  });

  it('cow hocks: the outside is left, the inside taken, so that both lines drop plumb', () => {
    const along = places('standard-poodle', 'hock.left', found('cow-hocks'));
    expect(along['outside of the hock']).toBeGreaterThan((along['inside of the hock'] ?? 99) + 8);
    const bowed = places('standard-poodle', 'hock.left', found('bowed-hocks'));
    expect(bowed['outside of the hock']).toBeLessThan((bowed['inside of the hock'] ?? 0) - 8);
  });

  it('elbows out: less outside the elbow, more inside it', () => {
    const along = places('standard-poodle', 'foreleg.left', found('elbows-out'));
    expect(along['outside of the elbow']).toBeLessThan((along['inside of the elbow'] ?? 0) - 4);
  });

  it('flat ribs are filled from above, barrel ribs taken closer', () => {
    expect(target('standard-poodle', 'rib.left', found('flat-ribs'))).toBeGreaterThan(18);
    expect(target('standard-poodle', 'rib.left', found('barrel-ribs'))).toBeLessThan(10);
  });

  it('what is felt on one side changes that side only', () => {
    const left: Extra = { findings: [{ finding: 'flat-ribs', severity: 'marked', side: 'left' }] };
    expect(target('standard-poodle', 'rib.left', left)).toBeGreaterThan(18);
    expect(target('standard-poodle', 'rib.right', left)).toBe(13);
  });

  it('both sides of a dog that is alike on both get the same, from every view', () => {
    const { zones } = outline(
      'standard-poodle',
      found('high-behind', 'long-loin', 'short-legs', 'straight-stifle'),
    );
    const left = [...zones].filter(([zone]) => zone.endsWith('.left'));
    expect(left.length).toBeGreaterThan(3);
    expect(left.some(([, { view }]) => view === 'side')).toBe(true);
    for (const [zone, one] of left) {
      const other = zones.get(zone.replace('.left', '.right'));
      expect(other?.view, zone).toBe(one.view);
      for (const key of ['meanMm', 'leastMm', 'mostMm'] as const)
        expect(other?.[key], zone).toBeCloseTo(one[key], 4);
      // Between two landmarks a place of the other side is told the other way round.
      const marks = (at: object = {}) =>
        Object.keys(at)
          .filter((name) => !name.includes('>'))
          .sort();
      expect(marks(other?.at), zone).toEqual(marks(one.at));
    }
  });

  it('a side whose hair is short gets what it can, the other what the outline wants', () => {
    const uneven = { ...found('flat-ribs'), hairMm: { ...hairMm, 'rib.left': 15 } };
    const [left, right] = [
      target('standard-poodle', 'rib.left', uneven),
      target('standard-poodle', 'rib.right', uneven),
    ];
    expect(left).toBeLessThanOrEqual(15);
    expect(right).toBe(target('standard-poodle', 'rib.right', found('flat-ribs')));
    const other = { ...found('flat-ribs'), hairMm: { ...hairMm, 'rib.right': 15 } };
    expect(target('standard-poodle', 'rib.right', other)).toBe(left);
    expect(target('standard-poodle', 'rib.left', other)).toBe(right);
  });

  it('a place of the head has the length of the view it is shaped in, whatever the others show', () => {
    const { zones, deficits } = outline('bichon-frise', found('short-neck'));
    const formed = [...zones].filter(([, { form }]) => form !== null);
    expect(formed.length).toBeGreaterThan(3);
    for (const [zone, { view }] of formed) expect(view, zone).toBe('headFront');
    for (const { zone } of deficits) expect(formed.map(([id]) => id)).not.toContain(zone);
  });

  it('what was solved before for another visit comes out as solved anew', () => {
    const leans = ['as-drawn', 'shorter', 'as-drawn'] as const;
    for (const id of ['standard-poodle', 'barbet']) {
      const findings = [
        [],
        ['dip-behind-withers'],
        ['dip-behind-withers', 'cow-hocks'],
        ['short-legs'],
        ['cow-hocks'],
      ];
      for (const names of findings) {
        for (const lean of leans) {
          const extra: Extra = {
            ...found(...names),
            hairMm: { ...hairMm, 'rib.left': 12 },
            measurements: { heightMm: 420, lengthMm: 460 },
            wish: { ...AS_DRAWN, lean },
          };
          const anew = planGroom(caseFor(id, extra, { ...breed(id) }));
          expect(planGroom(caseFor(id, extra)), `${id} ${names.join()} ${lean}`).toEqual(anew);
        }
      }
    }
  });

  it('mild asks for less than marked', () => {
    const mild: Extra = { findings: [{ finding: 'flat-ribs', severity: 'mild' }] };
    const marked = target('standard-poodle', 'rib.left', found('flat-ribs'));
    expect(target('standard-poodle', 'rib.left', mild)).toBeLessThan(marked - 3);
    expect(target('standard-poodle', 'rib.left', mild)).toBeGreaterThan(15);
  });

  it('hair that is missing is said with its date', () => {
    const short: Extra = { ...found('dip-behind-withers'), hairMm: { ...hairMm, back: 15 } };
    const plan = planFor('standard-poodle', short);
    expect(zoneOf(plan, 'back').leftMm).toBeLessThanOrEqual(15);
    const said = plan.conflicts.find(({ kind, zone }) => kind === 'outline-hair' && zone === 'back');
    expect(said?.askedMm).toBeGreaterThan(25);
    expect(said?.daysToGrow).toBeGreaterThan(14);
  });

  it('a line that lies inside the skin is said to be out of any trim’s reach', () => {
    const plan = planFor('standard-poodle', { hairMm, measurements: { heightMm: 600, lengthMm: 680 } });
    expect(plan.conflicts.some(({ kind, zone }) => kind === 'outline-skin' && zone === 'croup')).toBe(true);
  });

  it('the standard’s maximum for body hair is kept whatever the outline wants', () => {
    const plan = planFor('bedlington-terrier', { hairMm, ...found('dip-behind-withers') });
    for (const zone of ['back', 'loin', 'croup']) expect(zoneOf(plan, zone).targetMm).toBeLessThanOrEqual(25);
    expect(plan.conflicts.some(({ kind }) => kind === 'outline-maximum')).toBe(true);
  });

  it('a place drawn clean stays clean; a face rides on its own bone', () => {
    const extra = found('short-neck', 'low-at-shoulder');
    for (const zone of ['throat', 'foreface.left', 'cheek.left', 'tail-root'])
      expect(target('standard-poodle', zone, extra), zone).toBe(target('standard-poodle', zone, {}));
  });

  it('a wide shoulder under a close blade is left longer, with the reason', () => {
    const jacket: Extra = { hairMm, trimId: 'short-jacket' };
    const wide = planFor('english-springer-spaniel', { ...jacket, ...found('loaded-shoulder') });
    const shoulder = zoneOf(wide, 'shoulder.left');
    const drawn = zoneOf(planFor('english-springer-spaniel', jacket), 'shoulder.left');
    expect(shoulder.targetMm).toBeGreaterThan(drawn.targetMm);
    expect(shoulder.reasons.some(({ rule }) => rule === 'shows-structure')).toBe(true);
  });

  it('one comb cannot leave two lengths: what varies is shaped by hand, and says so', () => {
    const back = zoneOf(planFor('standard-poodle', { hairMm, ...found('dip-behind-withers') }), 'back');
    expect(back.tool?.technique).toBe('scissor');
    expect(back.reasons.some(({ rule }) => rule === 'outline-by-hand')).toBe(true);
  });
});
