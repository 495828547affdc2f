import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { breed, breeds, caseFor, packs, sign } from '../../testing/packs.ts';
import { bodySurface } from '../body/surface.ts';
import { templateOf } from '../body/landmarks.ts';
import type { Choices } from './choices.ts';
import { AS_DRAWN } from './choices.ts';
import type { SignedShave } from './facts.ts';
import { withChoices, resolveCase, standingOf } from './resolveCase.ts';
import { restriction } from './restrictions.ts';
import { answerTo } from './schools.ts';

const shortAll = { ...AS_DRAWN, weeksBetween: 6, allOverMm: 16 };

describe('the case of a visit', () => {
  it('names the trim and refuses one the breed does not have', () => {
    expect(caseFor('standard-poodle', { trimId: 'lamb' }).derived.trim.id).toBe('lamb');
    expect(() => caseFor('standard-poodle', { trimId: 'moon' })).toThrow(/trim/);
  });

  it('the same dog with other choices is the case made anew', () => {
    const fresh = caseFor('standard-poodle', { findings: [], signs: [sign('heart')] });
    const choices: Choices = {
      ...fresh.choices,
      purpose: 'show',
      wish: shortAll,
      schools: { mats: 'clip' },
      sides: { 'cheek.left': 'match' },
    };
    const varied = withChoices(fresh, choices);
    const anew = resolveCase(packs, breed('standard-poodle'), fresh.facts, choices);
    expect(JSON.stringify(varied)).toBe(JSON.stringify(anew));
    expect(varied.choices.wish).toBe(shortAll);
  });

  it('mats are saved or clipped as the salon says, or as this dog’s owner does', () => {
    expect(caseFor('standard-poodle').derived.matPolicy.school).toBe('save');
    expect(caseFor('standard-poodle', { salon: { mats: 'clip' } }).derived.matPolicy).toEqual({
      limitMinutes: 20,
      bladeFloorMm: 0.5,
      feePerHour: 60,
      school: 'clip',
    });
    const own: Extra = { salon: { mats: 'clip' }, schools: { mats: 'save' } };
    expect(caseFor('standard-poodle', own).derived.matPolicy.school).toBe('save');
  });

  it('what the coat, the handling and a first visit restrict is in it', () => {
    const visit = caseFor('standard-poodle', {
      modifiers: ['senior'],
      firstVisit: true,
      temper: { handling: 'fights' },
    });
    expect(visit.derived.restrictions.map(({ kind }) => kind.id)).toEqual([
      'senior-skin',
      'fights',
      'first-visit',
    ]);
  });

  it('weight and skin follow from the measures, else from the breed', () => {
    const weighed = caseFor('standard-poodle', { measurements: { weightKg: 10 } });
    expect(weighed.derived.weightKg).toBe(10);
    expect(weighed.derived.surfaceM2).toBeCloseTo(0.469, 3);
    const usual = caseFor('standard-poodle');
    expect(usual.derived.surfaceM2).toBe(bodySurface(usual.derived.weightKg));
  });
});

describe("the size of a dog's head", () => {
  const pack = breed('standard-poodle');
  const heightMm = (pack.heightMm[0] + pack.heightMm[1]) / 2;
  const headMm = templateOf(packs.archetypes, pack.body).proportions.head * heightMm;
  const share = (measurements: Extra['measurements'] & object) =>
    caseFor('standard-poodle', { measurements }).derived.headShare;

  it('is one in a dog of the middle size', () => {
    expect(caseFor('standard-poodle').derived.headShare).toBe(1);
    expect(share({ headMm })).toBe(1);
    expect(share({ heightMm })).toBe(1);
  });

  it('is what was measured, else goes with the height', () => {
    expect(share({ headMm: headMm * 1.1, heightMm: heightMm * 0.9 })).toBeCloseTo(1.1, 9);
    expect(share({ heightMm: heightMm * 0.9 })).toBeCloseTo(0.9, 9);
  });

  it('stays within what heads of one breed differ by', () => {
    expect(share({ headMm: headMm * 1.9 })).toBe(1.6);
    expect(share({ headMm: headMm / 3 })).toBe(0.6);
  });
});

describe('whether a coat may be clipped short all over', () => {
  const signed = (extra: Partial<SignedShave['choices']> = {}): SignedShave => ({
    choices: { trimId: breed('samoyed').trims[0]?.id ?? '', purpose: 'pet', wish: shortAll, ...extra },
    leftMm: { back: 16 },
  });
  const shaving = (extra: Extra) => caseFor('samoyed', { wish: shortAll, ...extra }).derived.shaving;

  it('curls are clipped as a matter of course; a jacket that softens is explained', () => {
    expect(caseFor('standard-poodle', { wish: shortAll }).derived.shaving).toEqual({
      answer: 'free',
      never: false,
      policy: null,
      signedMm: null,
    });
    expect(caseFor('airedale-terrier', { wish: shortAll }).derived.shaving).toMatchObject({
      answer: 'explained',
      policy: { answer: 'explain' },
      signedMm: null,
    });
  });

  it('a double coat is not, without a signature', () => {
    expect(shaving({})).toMatchObject({ answer: 'declined', never: false, policy: { floorMm: 13 } });
  });

  it('is while it is being signed, and after that down to what was signed', () => {
    expect(shaving({ shave: 'being-signed' })).toMatchObject({ answer: 'consented', signedMm: null });
    expect(shaving({ shave: signed() })).toMatchObject({ answer: 'consented', signedMm: { back: 16 } });
  });

  it('a signature counts for the very trim, purpose and wish it was given for', () => {
    const others: Partial<SignedShave['choices']>[] = [
      { trimId: 'other' },
      { purpose: 'show' },
      { wish: { ...shortAll, allOverMm: 13 } },
      { wish: { ...shortAll, lean: 'shorter' } },
    ];
    for (const other of others)
      expect(shaving({ shave: signed(other) }), JSON.stringify(other)).toMatchObject({
        answer: 'declined',
        signedMm: null,
      });
    const rarer = { ...shortAll, weeksBetween: 12 };
    expect(shaving({ shave: signed({ wish: rarer }) }).answer).toBe('consented');
  });

  it('nothing signed counts where nobody asks for one length all over, or where the salon never does it', () => {
    const drawn = { ...AS_DRAWN, weeksBetween: 6 };
    expect(shaving({ wish: drawn, shave: 'being-signed' }).answer).toBe('declined');
    const never = { salon: { doubleCoat: 'decline' } };
    for (const shave of [signed(), 'being-signed'] as const)
      expect(shaving({ ...never, shave })).toMatchObject({
        answer: 'declined',
        never: true,
        signedMm: null,
      });
    expect(shaving({ ...never, schools: { doubleCoat: 'consent' }, shave: signed() }).never).toBe(true);
    expect(caseFor('standard-poodle', never).derived.shaving).toMatchObject({ answer: 'free', never: true });
    expect(caseFor('airedale-terrier', never).derived.shaving).toMatchObject({
      answer: 'explained',
      never: true,
    });
  });

  it('every coat that is not clipped freely has one policy', () => {
    for (const { id } of breeds) {
      const {
        derived: { coat, shaving: found },
      } = caseFor(id);
      const policies = packs.safety.shaving.filter(({ clipping }) => clipping.includes(coat.clipping));
      expect(policies.length, id).toBe(coat.clipping === 'yes' ? 0 : 1);
      expect(found.policy, id).toBe(policies[0] ?? null);
    }
  });
});

describe('how long a dog stands', () => {
  const temper = { handling: 'easy', standingMinutes: null } as const;

  it('as long as is usual at its age', () => {
    const usual = (ageMonths: number) => standingOf(packs, { temper, ageMonths });
    for (const { fromMonths, minutes } of packs.signs.temper.standing) {
      expect(usual(fromMonths)).toEqual({ minutes, said: false });
      expect(usual(fromMonths + 1).minutes).toBe(minutes);
    }
    expect(usual(-1).minutes).toBe(60);
  });

  it('as long as somebody said it does, and never longer than a restriction allows', () => {
    const said = { ...temper, standingMinutes: 40 };
    expect(standingOf(packs, { temper: said, ageMonths: 60 })).toEqual({ minutes: 40, said: true });
    const heart = [restriction(packs, 'heart', null), restriction(packs, 'senior-skin', null)];
    expect(standingOf(packs, { temper: said, ageMonths: 60 }, heart)).toEqual({ minutes: 15, said: true });
    expect(standingOf(packs, { temper, ageMonths: 60 }, heart)).toEqual({ minutes: 15, said: true });
    const ten = { ...temper, standingMinutes: 10 };
    expect(standingOf(packs, { temper: ten, ageMonths: 60 }, heart).minutes).toBe(10);
    const wary = [restriction(packs, 'wary', null)];
    expect(standingOf(packs, { temper, ageMonths: 60 }, wary)).toEqual({ minutes: 75, said: false });
    expect(caseFor('standard-poodle', { signs: [sign('heart')] }).derived.standing.minutes).toBe(15);
  });
});

describe('what was answered to a question of the house', () => {
  it('is the answer, else the default; a question core does not ask has none', () => {
    expect(answerTo(packs.schools, { mats: 'clip' }, 'mats')).toBe('clip');
    expect(answerTo(packs.schools, {}, 'mats')).toBe('save');
    expect(() => answerTo({ ...packs.schools, schools: [] }, {}, 'mats')).toThrow();
  });
});
