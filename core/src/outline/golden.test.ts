import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breed, caseFor, hairEverywhere, packs, planFor, zoneOf } from '../../testing/packs.ts';
import { bodyOf } from '../body/body.ts';
import { measureFeature } from '../check/measure.ts';
import { drawnContours } from '../contour/drawnContours.ts';
import { inCoat } from '../check/seen.ts';
import type { Proportion } from '../packs/breed.ts';
import type { Plan } from '../plan/plan.ts';

const hairMm = hairEverywhere(70);
const marked = (...findings: readonly string[]): Extra => ({
  findings: findings.map((finding) => ({ finding, severity: 'marked' })),
});
const plan = (id: string, extra: Extra = {}) => planFor(id, { hairMm, ...extra });
const mm = (id: string, zone: string, extra: Extra = {}) => zoneOf(plan(id, extra), zone).targetMm;

/** A proportion of a dog with these findings in the coat of a plan. */
function shown(id: string, feature: Proportion, of: Plan, extra: Extra = {}): number {
  const {
    facts: {
      dog: { findings },
    },
  } = caseFor(id, extra);
  return (
    measureFeature(inCoat(bodyOf(packs, breed(id), {}, findings), of, 'after', false), feature)?.value ?? NaN
  );
}

describe('golden dogs: what a great groomer would do', () => {
  it('short legs: the underline rises, as far as the skin lets it, and the leg looks longer for it', () => {
    const short = marked('short-legs');
    expect(mm('standard-poodle', 'brisket', short)).toBeLessThan(mm('standard-poodle', 'brisket') - 3);
    expect(mm('standard-poodle', 'belly', short)).toBeLessThan(mm('standard-poodle', 'belly') - 1);
    const [own, drawn] = [plan('standard-poodle', short), plan('standard-poodle')];
    const leg = (of: Plan, extra: Extra = {}) => shown('standard-poodle', 'legToDepth', of, extra);
    expect(leg(own, short)).toBeGreaterThan(leg(drawn, short));
    expect(leg(own, short)).toBeLessThan(leg(drawn));
    expect(own.conflicts.map(({ kind, zone }) => `${kind} ${zone}`)).toContain('outline-skin brisket');
  });

  it('a dip is filled to the line of the breed, from the withers to the hip: no hump, no hollow', () => {
    const dipped = { hairMm, ...marked('dip-behind-withers') };
    for (const id of ['standard-poodle', 'soft-coated-wheaten-terrier']) {
      const coatOf = (extra: Extra) => {
        const visit = caseFor(id, extra);
        const { side } = bodyOf(packs, visit.breed, {}, visit.facts.dog.findings).views;
        const i = side.parts.findIndex((part) => part.id === 'trunk');
        const contour = drawnContours(side, planFor(id, extra), 'after', false)[i]?.contour ?? [];
        const stations = side.parts[i]?.stations ?? [];
        return contour.map((point, k) => ({ y: point.y, seen: stations[k] }));
      };
      const [even, own] = [coatOf({ hairMm }), coatOf(dipped)];
      const off = own.flatMap(({ y, seen }, k) =>
        seen && !seen.hidden && ['back', 'loin', 'croup'].includes(seen.zone) && seen.normal.y > 0.7
          ? [Math.abs(y - (even[k]?.y ?? NaN))]
          : [],
      );
      expect(off.length, id).toBeGreaterThan(40);
      expect(Math.max(...off), id).toBeLessThan(4);
    }
  });

  it('high behind under a blade: nothing to take behind, so longer behind the withers, and the top line is kept', () => {
    const high = plan('miniature-schnauzer', marked('high-behind'));
    expect(zoneOf(high, 'back').targetMm).toBeGreaterThan(mm('miniature-schnauzer', 'back') + 2);
    expect(zoneOf(high, 'croup').targetMm).toBeLessThanOrEqual(mm('miniature-schnauzer', 'croup'));
    const jacket = plan('airedale-terrier', marked('high-behind'));
    expect(zoneOf(jacket, 'croup').targetMm).toBeLessThan(mm('airedale-terrier', 'croup') - 2);
    expect(zoneOf(jacket, 'back').targetMm).toBeGreaterThan(mm('airedale-terrier', 'back') + 2);
  });

  it('a jacket is never left as a patch of long hair where the body dips', () => {
    for (const id of ['airedale-terrier', 'giant-schnauzer', 'english-springer-spaniel', 'border-terrier']) {
      const [own, drawn] = [plan(id, marked('dip-behind-withers')), plan(id)];
      expect(zoneOf(own, 'back').leftMm, id).toBeGreaterThan(zoneOf(drawn, 'back').leftMm);
      expect(zoneOf(own, 'back').leftMm, id).toBeLessThan(2 * zoneOf(drawn, 'back').leftMm);
      expect(
        own.conflicts.map(({ kind, zone }) => `${kind} ${zone}`),
        id,
      ).toContain('outline-maximum back');
    }
  });

  it('short neck: neck and throat close, the back as drawn', () => {
    for (const id of ['airedale-terrier', 'english-springer-spaniel', 'lagotto-romagnolo']) {
      expect(mm(id, 'nape', marked('short-neck')), id).toBeLessThan(mm(id, 'nape') - 1.5);
      expect(mm(id, 'throat', marked('short-neck')), id).toBeLessThanOrEqual(mm(id, 'throat'));
      expect(mm(id, 'back', marked('short-neck')), id).toBe(mm(id, 'back'));
    }
  });

  it('long loin with a low tail set: close behind, the legs as drawn, shorter to look at', () => {
    const long = marked('long-loin', 'low-tail-set');
    expect(mm('standard-poodle', 'breech.left', long)).toBeLessThan(mm('standard-poodle', 'breech.left') - 3);
    expect(mm('standard-poodle', 'gaskin.left', long)).toBe(mm('standard-poodle', 'gaskin.left'));
    const length = (of: Plan) => shown('standard-poodle', 'lengthToHeight', of, long);
    expect(length(plan('standard-poodle', long))).toBeLessThan(length(plan('standard-poodle')) - 0.004);
  });

  it('thick cheeks on a brick: the cheeks taken, the furnishing before them kept', () => {
    const thick = marked('thick-head');
    expect(mm('soft-coated-wheaten-terrier', 'cheek.left', thick)).toBeLessThan(
      mm('soft-coated-wheaten-terrier', 'cheek.left') - 3,
    );
    expect(mm('soft-coated-wheaten-terrier', 'brow.left', thick)).toBe(
      mm('soft-coated-wheaten-terrier', 'brow.left'),
    );
    expect(mm('soft-coated-wheaten-terrier', 'beard', thick)).toBeGreaterThan(40);
  });

  it('wide shoulders: more is left and blended, also where it is no close blade', () => {
    expect(mm('airedale-terrier', 'shoulder#jacket.left', marked('loaded-shoulder'))).toBeGreaterThan(
      mm('airedale-terrier', 'shoulder#jacket.left') + 1.5,
    );
  });

  it('flat ribs are filled, to no more than the breed may wear', () => {
    const flat = plan('bedlington-terrier', marked('flat-ribs'));
    expect(zoneOf(flat, 'rib.left').targetMm).toBeGreaterThan(mm('bedlington-terrier', 'rib.left') + 3);
    for (const zone of ['nape', 'back', 'rib.left', 'loin', 'croup']) {
      expect(zoneOf(flat, zone).leftMm, zone).toBeLessThanOrEqual(25);
    }
  });
});
