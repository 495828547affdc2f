import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breeds, caseFor, hairEverywhere, packs } from '../../testing/packs.ts';
import type { Plan, ZonePlan } from './plan.ts';
import { planGroom } from './planGroom.ts';

const hairMm = hairEverywhere(80);
const marked = (finding: string) => [{ finding, severity: 'marked' as const }];
const kindOf = ({ zone }: ZonePlan) => zone.split('.')[0] ?? '';

/** Every trim of every breed, for one after the other of what it is for. */
const dogs = breeds.flatMap((breed) =>
  breed.trims.map(({ id: trimId, purposes }, i) => ({
    id: breed.id,
    extra: { trimId, purpose: purposes[i % purposes.length] ?? 'pet', hairMm } satisfies Extra,
  })),
);
const evenPlans = new Map<string, Plan>();
function evenPlan(id: string, extra: Extra): Plan {
  const key = `${id} ${extra.trimId ?? ''}`;
  const plan = evenPlans.get(key) ?? planGroom(caseFor(id, extra));
  evenPlans.set(key, plan);
  return plan;
}

/** Places that a finding makes longer, and shorter, over all dogs; what one tool passes with others follows its run. */
function moved(finding: string) {
  const longer = new Set<string>();
  const shorter = new Set<string>();
  for (const { id, extra } of dogs) {
    const even = evenPlan(id, extra);
    const found = planGroom(caseFor(id, { ...extra, findings: marked(finding) }));
    found.zones.forEach((zone, i) => {
      const byMm = zone.leftMm - (even.zones[i]?.leftMm ?? 0);
      if (Math.abs(byMm) > 0.5) (byMm > 0 ? longer : shorter).add(kindOf(zone));
    });
  }
  return { longer: [...longer], shorter: [...shorter] };
}

describe('a finding points the right way, over every trim', () => {
  it('a short neck is taken closer at neck and throat, and nothing is left longer for it', () => {
    const { longer, shorter } = moved('short-neck');
    expect(longer).toEqual([]);
    expect(shorter).toEqual(expect.arrayContaining(['nape', 'throat']));
  });

  it('a loaded shoulder keeps more, by whatever tool, and is never taken closer', () => {
    const { longer, shorter } = moved('loaded-shoulder');
    expect(longer).toContain('shoulder');
    expect(shorter).not.toContain('shoulder');
    expect(shorter).not.toContain('forechest');
  });

  it('a long loin takes the rump closer, and is filled nowhere behind', () => {
    const { longer, shorter } = moved('long-loin');
    expect(shorter).toEqual(expect.arrayContaining(['breech', 'croup']));
    expect(longer).not.toContain('breech');
    expect(longer).not.toContain('croup');
  });

  it('a dip is filled, a high croup taken down, a low tail filled above its root', () => {
    const dip = moved('dip-behind-withers');
    expect(dip.longer).toContain('back');
    expect(dip.shorter).not.toContain('back');
    const high = moved('high-behind');
    expect(high.shorter).toContain('croup');
    expect(high.longer).not.toContain('croup');
    const low = moved('low-tail-set');
    expect(low.longer).toContain('croup');
    expect(low.shorter).not.toContain('croup');
  });
});

describe('every finding speaks', () => {
  const answer = (plan: Plan) => plan.findings[0];
  const lengths = (plan: Plan) => plan.zones.map(({ leftMm, profile }) => [leftMm, profile]);

  it('what it changes is named there, and what changes nothing says why', () => {
    const whys = new Map<string, number>();
    for (const [b, { id }] of breeds.entries()) {
      const extra: Extra = { hairMm };
      const even = lengths(planGroom(caseFor(id, extra)));
      for (const [f, { id: finding }] of packs.findings.findings.entries()) {
        // Every finding on every other breed.
        if ((b + f) % 2 === 1) continue;
        const plan = planGroom(caseFor(id, { ...extra, findings: marked(finding) }));
        const said = answer(plan);
        const where = `${id} ${finding}`;
        const differs = lengths(plan).some((one, i) => JSON.stringify(one) !== JSON.stringify(even[i]));
        if (differs) expect(said?.why, where).toBeNull();
        else
          expect([...(said?.changes ?? []), ...(said?.shapes ?? []), said?.why], where).not.toEqual([null]);
        whys.set(said?.why ?? 'named', (whys.get(said?.why ?? 'named') ?? 0) + 1);
      }
    }
    // Most findings have something to do it with.
    const all = [...whys.values()].reduce((sum, count) => sum + count, 0);
    expect((whys.get('named') ?? 0) / all).toBeGreaterThan(0.5);
  });

  it('the reason is the one that binds', () => {
    const of = (breed: string, finding: string, extra: Extra = {}) =>
      answer(planGroom(caseFor(breed, { hairMm, ...extra, findings: marked(finding) })))?.why;
    expect(of('samoyed', 'long-tail')).toBe('left-natural');
    expect(of('miniature-schnauzer', 'long-tail')).toBe('clean');
    expect(of('miniature-schnauzer', 'low-tail-set')).toBe('maximum');
  });
});
