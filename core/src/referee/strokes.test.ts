import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor, hairEverywhere, mat, override } from '../../testing/packs.ts';
import { AS_DRAWN } from '../case/choices.ts';
import { planGroom } from '../plan/planGroom.ts';
import type { TableAct } from '../table/events.ts';
import { strokesOf, strokesOfAct } from './strokes.ts';

const LONG = { hairMm: hairEverywhere(60) };
const cut = (breed: string, extra: Extra = {}) => {
  const visit = caseFor(breed, { ...LONG, ...extra });
  const plan = planGroom(visit);
  const strokes = strokesOf(plan, visit.choices, visit.derived.trim);
  return { visit, plan, strokes, at: (place: string) => strokes.filter((one) => one.place === place) };
};

describe('the strokes of a plan', () => {
  it('are the tool of every place that is worked, and what blocks it in', () => {
    const { plan, at } = cut('standard-poodle', {
      findings: [{ finding: 'dip-behind-withers', severity: 'marked' }],
    });
    for (const { zone, tool, passes } of plan.zones) {
      const bulk = plan.forms.flatMap(({ steps }) =>
        steps.filter((step) => step.do === 'bulk' && step.zones.includes(zone)).map((step) => step.tool),
      );
      const used = [tool, ...passes.map((one) => one.tool), ...bulk].filter((one) => one !== null);
      expect(at(zone).map(({ toolId }) => toolId)).toEqual(used.map(({ toolId }) => toolId));
    }
    expect(plan.zones.some(({ passes }) => passes.some(({ tool }) => tool !== null))).toBe(true);
  });

  it('each says what it is done with, on what, which way, leaving what, and what is drawn there', () => {
    const { visit, at } = cut('standard-poodle');
    expect(at('back')[0]).toEqual({
      place: 'back',
      toolId: 'comb-13',
      carrier: 'blade-40',
      direction: 'with',
      mm: 13,
      drawn: visit.derived.trim.areas['back'],
      acknowledged: false,
    });
    expect(at('cheek.left')[0]).toMatchObject({ carrier: null, drawn: { techniques: ['clip'] } });
  });

  it('say at which place somebody has read the warning', () => {
    const read = override('rib.left', { targetMm: 10, acknowledged: true });
    const { at } = cut('standard-poodle', { overrides: [read, override('rib.right', { targetMm: 10 })] });
    expect(at('rib.left').map(({ acknowledged }) => acknowledged)).toContain(true);
    expect(at('rib.right').map(({ acknowledged }) => acknowledged)).not.toContain(true);
    expect(at('back').map(({ acknowledged }) => acknowledged)).not.toContain(true);
  });

  it('know nothing that is drawn where a vet asks, a mat took the place, or another trim lent it', () => {
    const vet = cut('standard-poodle', { wish: { ...AS_DRAWN, allOverMm: 6, vetAsks: true } });
    expect(vet.strokes.every(({ drawn }) => drawn === null)).toBe(true);
    const lost = cut('standard-poodle', {
      mats: [mat('rib.left', { tightness: 4, lengthCm: 30, widthCm: 25 })],
    });
    expect(lost.plan.zones.find(({ zone }) => zone === 'rib.left')?.lost).toBe(true);
    expect(lost.at('rib.left').every(({ drawn }) => drawn === null)).toBe(true);
    expect(lost.at('back').every(({ drawn }) => drawn === null)).toBe(false);
    const restyled = cut('airedale-terrier', {
      trimId: 'clip-and-card',
      mats: [mat('beard', { tightness: 4, lengthCm: 9, widthCm: 7 })],
    });
    expect(restyled.plan.conflicts.map(({ kind }) => kind)).toContain('mat-changes-trim');
    expect(restyled.strokes.every(({ drawn }) => drawn === null)).toBe(true);
  });

  it('a mat that is clipped is a bare blade with the lay', () => {
    const { plan, at } = cut('standard-poodle', {
      mats: [mat('rib.left', { tightness: 4, lengthCm: 10, widthCm: 8 })],
    });
    const blade = plan.mats?.mats[0]?.blade;
    expect(blade).not.toBeNull();
    expect(at('rib.left')).toContainEqual({
      place: 'rib.left',
      toolId: blade?.toolId,
      carrier: null,
      direction: 'with',
      mm: blade?.leavesMm,
      drawn: null,
      acknowledged: false,
    });
  });

  it('a mat that is saved is no stroke', () => {
    const { plan, strokes } = cut('standard-poodle', { mats: [mat('rib.left', { tightness: 1 })] });
    expect(plan.mats?.mats[0]?.blade).toBeNull();
    expect(strokes.filter(({ place, drawn }) => place === 'rib.left' && drawn === null)).toEqual([]);
  });
});

describe('an act at the table', () => {
  const done = {
    kind: 'done',
    task: 'cut:rib.left',
    part: 'body',
    zone: 'rib.left',
    toolId: 'comb-13',
    tool: '13',
    direction: 'with',
    leavesMm: 13,
    minutes: 2,
    plannedMinutes: 2,
    stress: 0,
  } satisfies TableAct;

  it('that cut something is a stroke', () => {
    expect(strokesOfAct(done, 'blade-40')).toEqual([
      {
        place: 'rib.left',
        toolId: 'comb-13',
        carrier: 'blade-40',
        direction: 'with',
        mm: 13,
        drawn: null,
        acknowledged: false,
      },
    ]);
    expect(strokesOfAct(done)[0]?.carrier).toBeNull();
    const run = strokesOfAct({ ...done, zones: ['back', 'loin'] });
    expect(run.map(({ place, mm }) => [place, mm])).toEqual([
      ['back', done.leavesMm],
      ['loin', done.leavesMm],
    ]);
  });

  it('of no place, with no tool, or of another kind is none', () => {
    expect(strokesOfAct({ ...done, zone: null })).toEqual([]);
    expect(strokesOfAct({ ...done, toolId: null })).toEqual([]);
    expect(strokesOfAct({ kind: 'rested', minutes: 3 })).toEqual([]);
  });
});
