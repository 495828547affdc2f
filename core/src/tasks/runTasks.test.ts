import { describe, expect, it } from 'vitest';
import { workOf } from '../../testing/order.ts';
import { breeds, hairEverywhere, override } from '../../testing/packs.ts';
import { stanceOf } from './plainTask.ts';
import { runId } from './runTasks.ts';

const hairMm = hairEverywhere(80);

describe('runs as cards', () => {
  it('a head with one blade is one card: face, skull and eye corners, before the brows are set on it', () => {
    const { tasks, plan } = workOf('miniature-schnauzer', { trimId: 'clip-and-card', hairMm });
    const head = tasks.find(({ id }) => id === 'run:face');
    expect(head?.name.split(', ')).toEqual(expect.arrayContaining(['face', 'skull']));
    expect(head?.also).toContain('run:skull');
    expect(tasks.some(({ id }) => id === 'run:skull')).toBe(false);
    expect(head?.zones).toEqual(expect.arrayContaining(['cheek.left', 'cheek.right', 'topknot']));
    expect(tasks.find(({ id }) => id === 'form:brows')?.after).toContain('run:face');
    const { path } = head ?? {};
    expect(path).toMatchObject({ from: plan.runs.find(({ id }) => id === 'face')?.from });
  });

  it('every run is on one card, with its tool, its way and its lengths, over every breed; only small ones go with another', () => {
    let together = 0;
    for (const { id: breed, trims } of breeds)
      for (const { id: trimId, purposes } of trims) {
        const { tasks, plan, visit } = workOf(breed, { trimId, purpose: purposes[0] ?? 'pet', hairMm });
        for (const run of plan.runs) {
          const cards = tasks.filter(({ id, also }) => [id, ...also].includes(runId(run.id)));
          const where = `${breed} ${trimId} ${run.id}`;
          expect(cards.length, where).toBeLessThanOrEqual(1);
          const [card] = cards;
          const byMachine = run.tool?.technique === 'clip' || run.tool?.technique === 'comb';
          if (!card) {
            expect(byMachine && run.zones.length > 0, where).toBe(false);
            continue;
          }
          expect(card, where).toMatchObject({ toolId: run.tool?.toolId, direction: run.tool?.direction });
          for (const zone of run.zones) {
            const left = plan.zones.find((one) => one.zone === zone)?.leftMm ?? null;
            expect(card.lengths[card.zones.indexOf(zone)], `${where} ${zone}`).toBe(left);
          }
          if (card.also.length > 0) {
            together++;
            const host = plan.runs.find(({ id }) => runId(id) === card.id);
            const stances = (zones: readonly string[]) =>
              zones.map((zone) => stanceOf(visit, zone.split('.')[0] ?? ''));
            const from = new Set(stances(host?.zones ?? []));
            expect(
              stances(run.zones).every((stance) => from.has(stance)),
              where,
            ).toBe(true);
            expect(card.minutes, where).toBeLessThan(25);
          }
        }
      }
    expect(together).toBeGreaterThan(40);
  });

  it('each side with a blade of its own is two cards, and each says its side', () => {
    const overrides = [
      override('gaskin.left', { toolId: 'blade-7', targetMm: 0.5 }),
      override('gaskin.right', { toolId: 'blade-6f', targetMm: 0.5 }),
    ];
    const { tasks } = workOf('standard-poodle', {
      trimId: 'continental',
      purpose: 'show',
      hairMm: hairEverywhere(200),
      overrides,
    });
    const thighs = tasks.filter(({ zones }) => zones.some((zone) => zone.startsWith('gaskin#bare')));
    expect(thighs.map(({ side, tool }) => [side, tool]).sort()).toEqual([
      ['left', 'blade-7'],
      ['right', 'blade-6f'],
    ]);
    expect(new Set(tasks.map(({ id }) => id)).size).toBe(tasks.length);
  });

  it('a face that turns is one card, against the lay, that names what goes with it, on every breed that has one', () => {
    let turned = 0;
    for (const { id: breed, trims } of breeds)
      for (const { id: trimId } of trims) {
        const { tasks, plan } = workOf(breed, { trimId, hairMm, salon: { face: 'eye-back-with' } });
        const run = plan.runs.find((one) => one.turned.length > 0);
        if (!run) continue;
        turned++;
        const card = tasks.find(({ id, also }) => [id, ...also].includes(runId(run.id)));
        expect(card, `${breed} ${trimId}`).toMatchObject({ direction: 'against', toolId: run.tool?.toolId });
        expect([...(card?.turned ?? [])].sort()).toEqual([...run.turned].sort());
        expect(card?.leavesMm).toBe(run.tool?.leavesMm);
      }
    expect(turned).toBeGreaterThan(2);
  });

  it('what a card holds does not change with a pace that is learned, nor with the size of the dog', () => {
    for (const [breed, extra] of [
      ['miniature-schnauzer', { trimId: 'clip-and-card' }],
      ['soft-coated-wheaten-terrier', { trimId: 'short' }],
      ['giant-schnauzer', { trimId: 'clip-and-card' }],
    ] as const) {
      const cards = (kg: number, heightMm: number) =>
        workOf(breed, { ...extra, hairMm, measurements: { weightKg: kg, heightMm } })
          .tasks.filter(({ also }) => also.length > 0)
          .map(({ id, also }) => [id, ...also]);
      expect(cards(4, 280).length, breed).toBeGreaterThan(0);
      expect(cards(45, 700), breed).toEqual(cards(4, 280));
    }
  });
});
