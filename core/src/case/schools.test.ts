import { describe, expect, it } from 'vitest';
import { mat, packs, planFor, zoneOf } from '../../testing/packs.ts';
import type { SeenSign } from '../hands/hands.ts';
import type { Plan } from '../plan/plan.ts';
import { dogZones } from '../packs/zones.ts';
import { schoolsOf } from './schools.ts';

const zoneIds = dogZones(packs.zones).map(({ id }) => id);
const longHair = Object.fromEntries(zoneIds.map((id) => [id, 70]));
const rules = (plan: Plan, zone: string) => zoneOf(plan, zone).reasons.map(({ rule }) => rule);
const schools = (answers: Record<string, string>) => schoolsOf(packs.schools, answers);

describe('schools', () => {
  const tools = (plan: Plan, zone: string) => zoneOf(plan, zone).tool?.technique;

  it('each question has its default among its answers, and unknown answers fall back', () => {
    for (const { id, default: usual, answers } of packs.schools.schools) {
      expect(
        answers.map((answer) => answer.id),
        id,
      ).toContain(usual);
      expect(schoolsOf(packs.schools, { [id]: 'nonsense' })[id]).toBe(usual);
      for (const answer of answers)
        expect(schoolsOf(packs.schools, {}, { [id]: answer.id })[id]).toBe(answer.id);
    }
  });

  it('wire: strip where it still strips, or clip and card for pets only', () => {
    const trimmed = (wire: string, purpose: 'pet' | 'show', trimId: string) =>
      tools(planFor('airedale-terrier', { trimId, purpose, salon: schools({ wire }) }), 'back');
    expect(trimmed('clip', 'show', 'stripped')).toBe('strip');
    expect(trimmed('by-trim', 'pet', 'clip-and-card')).toBe('clip');
  });

  it('eye corners: a clipper or thinners', () => {
    const corner = (eyeCorners: string) =>
      tools(planFor('bichon-frise', { salon: schools({ eyeCorners }) }), 'eye-corner.left');
    expect(corner('clipper')).toBe('clip');
    expect(['thin', 'scissor']).toContain(corner('thinners'));
  });

  it('face: against the lay, or with it', () => {
    const face = (answer: string) =>
      zoneOf(planFor('standard-poodle', { salon: schools({ face: answer }) }), 'cheek.left').tool;
    expect(face('against')?.direction).toBe('against');
    expect(face('with')?.direction).toBe('with');
  });

  it('forechest fuller carries a quarter more on sculpted breeds', () => {
    const chest = (forechest: string) =>
      zoneOf(planFor('bichon-frise', { salon: schools({ forechest }) }), 'forechest').targetMm;
    expect(chest('fuller')).toBeCloseTo(1.25 * chest('breastbone'), 6);
  });

  it('armpits are scissored, under a mat they may be clipped', () => {
    const matted = [mat('armpit.left', { tightness: 1, toSkinMm: 8 })];
    const plan = planFor('standard-poodle', { mats: matted, hairMm: longHair });
    expect(['scissor', 'thin']).toContain(tools(plan, 'armpit.right'));
    expect(rules(plan, 'armpit.right')).toContain('school');
    expect(rules(plan, 'armpit.left')).not.toContain('school');
  });

  it('whiskers of a show dog stay unless taken off by choice, with the note about the law', () => {
    const texts = (whiskers: string, purpose: 'pet' | 'show') =>
      zoneOf(
        planFor('airedale-terrier', { purpose, salon: schools({ whiskers }) }),
        'foreface.left',
      ).cautions.join();
    expect(texts('leave', 'show')).toMatch(/Work round the whiskers/);
    expect(texts('off', 'show')).toMatch(/check your law/);
    expect(texts('off', 'pet')).not.toMatch(/Whiskers/);
  });

  it('rough clip: never, always, or when the coat asks; a double coat is never rough-clipped', () => {
    const filthy: SeenSign[] = [{ sign: 'filthy', zone: null, level: null, sizeMm: null, note: '' }];
    const rough = (id: string, roughClip: string, signs: SeenSign[] = []) =>
      planFor(id, { signs, salon: schools({ roughClip }) }).roughClip.wanted;
    expect(rough('poodle-cross', 'by-coat')).toBe(false);
    expect(rough('poodle-cross', 'by-coat', filthy)).toBe(true);
    expect(rough('poodle-cross', 'never', filthy)).toBe(false);
    expect(rough('poodle-cross', 'always')).toBe(true);
    expect(rough('samoyed', 'always', filthy)).toBe(false);
  });
});
