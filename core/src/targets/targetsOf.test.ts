import { describe, expect, it } from 'vitest';
import type { Extra } from '../../testing/packs.ts';
import { caseFor, derivedAs, hairEverywhere, mat, packs, sign } from '../../testing/packs.ts';
import { areaIn, changeOf, targetFor, targetIn } from '../../testing/targets.ts';
import { AS_DRAWN } from '../case/choices.ts';
import type { JudgedMat } from '../mats/matPlan.ts';
import type { TrimArea } from '../packs/breed.ts';
import { oneLongerMm } from '../tools/steps.ts';
import type { ZoneTarget } from './targetsOf.ts';

const rules = ({ reasons }: ZoneTarget) => reasons.map(({ rule }) => rule);
const kinds = ({ conflicts }: ZoneTarget) => conflicts.map(({ kind }) => kind);

/** A standard poodle whose trim draws this in one kind of zone. */
function drawn(id: string, area: Partial<TrimArea>, extra: Extra = {}) {
  const visit = caseFor('standard-poodle', extra);
  const [kind = id] = id.split('.');
  const areas = { ...visit.derived.trim.areas, [kind]: areaIn(visit, kind, area) };
  return derivedAs(visit, { trim: { ...visit.derived.trim, areas } });
}
const BACK = { mm: 13, range: [6, 16], techniques: ['comb', 'clip', 'scissor'], direction: 'with' } as const;

describe('one blade longer', () => {
  it('is the next bare blade that an eye can tell from this length', () => {
    expect(oneLongerMm(packs.tools, 1.5)).toBe(2);
    expect(oneLongerMm(packs.tools, 1.8)).toBeGreaterThanOrEqual(1.8 * 1.15);
    expect(oneLongerMm(packs.tools, 60)).toBe(60);
  });
});

describe('what to leave in a zone', () => {
  it('is what the trim draws on a dog of which nothing else is known', () => {
    const back = targetIn(drawn('back', BACK), 'back');
    expect(back).toMatchObject({
      mm: 13,
      wantedMm: 13,
      floorMm: 0.5,
      leastMm: 0.5,
      floorBy: null,
      ceilingMm: Infinity,
      ceilingBy: null,
      techniques: ['comb', 'clip', 'scissor'],
      forbidden: [],
      directions: ['with', 'against'],
      drawnDirection: 'with',
      untouched: false,
      restyled: false,
      allOver: false,
      denserHere: false,
      profile: null,
      lost: null,
      blade: null,
      conflicts: [],
      texts: [],
    });
    expect(rules(back)).toEqual(['trim']);
  });

  it('goes across only where it is drawn so', () => {
    expect(targetIn(drawn('back', { ...BACK, direction: 'across' }), 'back')).toMatchObject({
      directions: ['with', 'across', 'against'],
      drawnDirection: 'across',
    });
  });

  it("a head's lengths go with the size of the head, within what a breed's heads differ", () => {
    const visit = caseFor('standard-poodle');
    const kind = { ...BACK, scale: 'head' } as const;
    const small = derivedAs(drawn('back', kind), { headShare: 0.8 });
    expect(targetIn(small, 'back').mm).toBeCloseTo(10.4, 9);
    expect(targetIn(small, 'back').area.range).toEqual([expect.closeTo(4.8, 9), expect.closeTo(12.8, 9)]);
    expect(targetIn(derivedAs(drawn('back', BACK), { headShare: 0.8 }), 'back').mm).toBe(13);
    expect(visit.derived.headShare).toBe(1);
  });

  it('no longer than the hair: says so with the day it will be there', () => {
    const short = targetIn(drawn('back', BACK, { hairMm: { back: 5 } }), 'back');
    expect(short).toMatchObject({ mm: 5, wantedMm: 13, ceilingMm: 5, ceilingBy: 'hair', untouched: true });
    expect(short.conflicts).toEqual([
      expect.objectContaining({ kind: 'hair-missing', zone: 'back', wonMm: 5, askedMm: 13 }),
    ]);
    expect(short.conflicts[0]?.daysToGrow).toBeCloseTo((8 / 12) * 30.4, 0);
    expect(rules(short)).toContain('hair-there');
    const within = targetIn(drawn('back', BACK, { hairMm: { back: 12 } }), 'back');
    expect(within).toMatchObject({ mm: 12, wantedMm: 13, conflicts: [{ kind: 'hair-missing', wonMm: 12 }] });
    expect(targetIn(drawn('back', BACK, { hairMm: { back: 12.9 } }), 'back').conflicts).toEqual([]);
    const wish = { ...AS_DRAWN, weeksBetween: 6, lean: 'longer' } as const;
    const longer = targetIn(drawn('back', BACK, { wish, hairMm: { back: 13 } }), 'back');
    expect(longer.conflicts.map(({ kind }) => kind)).toEqual(['hair-missing']);
  });

  it('hair that hardly passes the target is left; what passes it by more is cut', () => {
    const at = (hair: number) => targetIn(drawn('back', BACK, { hairMm: { back: hair } }), 'back').untouched;
    expect(at(13.26)).toBe(true);
    expect(at(13.3)).toBe(false);
  });

  it('hair says where it came from', () => {
    const source = (measuredHair: readonly string[]) =>
      targetIn(drawn('back', BACK, { hairMm: { back: 40 }, measuredHair }), 'back').reasons.find(
        ({ rule }) => rule === 'hair-there',
      );
    expect(source(['back'])).toMatchObject({
      source: 'measured',
      stage: 'hair',
      effect: { kind: 'ceiling', mm: 40 },
    });
    expect(source([])?.source).toBe('prior');
  });

  it('what a trim leaves is left, until it is beyond the trim', () => {
    const left = { mm: 38, range: [25, 60], techniques: ['leave', 'thin'], stands: true } as const;
    const at = (hair?: number) =>
      targetIn(drawn('back', left, hair === undefined ? {} : { hairMm: { back: hair } }), 'back').untouched;
    expect(at()).toBe(true);
    expect(at(60)).toBe(true);
    expect(at(62)).toBe(false);
  });

  it('more hair never leaves less: what stands and is beyond the trim is tipped to its longest', () => {
    const left = { mm: 38, range: [25, 60], techniques: ['leave', 'thin'], stands: true } as const;
    const mmAt = (hair: number) => targetIn(drawn('back', left, { hairMm: { back: hair } }), 'back').mm;
    expect([40, 59, 60, 61, 120].map(mmAt)).toEqual([40, 59, 60, 60, 60]);
  });

  it('hair that may be left but is not drawn so is cut when it is longer', () => {
    const cut = { mm: 38, range: [25, 60], techniques: ['thin', 'leave'] } as const;
    expect(targetIn(drawn('back', cut, { hairMm: { back: 50 } }), 'back')).toMatchObject({
      mm: 38,
      untouched: false,
    });
  });

  it('one length all over is done where the trim would leave the hair, by any technique', () => {
    const wish = { ...AS_DRAWN, weeksBetween: 6, allOverMm: 20 };
    const left = { mm: 38, range: [25, 60], techniques: ['leave', 'thin'], stands: true } as const;
    const all = targetIn(drawn('back', left, { wish, hairMm: { back: 15 } }), 'back');
    expect(all).toMatchObject({ mm: 15, allOver: true, conflicts: [{ kind: 'hair-missing' }] });
    expect(all.techniques).toEqual(['thin', 'clip', 'comb', 'scissor']);
    const shave = { ...wish, allOverMm: 5 };
    const shaved = { mm: 16, range: [10, 25], techniques: ['strip', 'scissor'] } as const;
    expect(targetIn(drawn('back', shaved, { wish: shave, hairMm: { back: 45 } }), 'back').techniques).toEqual(
      ['clip', 'comb'],
    );
    const long = targetIn(drawn('back', left, { wish, hairMm: { back: 50 } }), 'back');
    expect(long).toMatchObject({ mm: 20, allOver: true, untouched: false });
  });

  it('what the trim leaves is moved by nothing but a wish', () => {
    const left = { mm: 20, range: [18, 20], techniques: ['leave', 'thin'], stands: true } as const;
    const tight: Extra = { signs: [sign('curl-tight', 'back')] };
    expect(targetIn(drawn('back', left, tight), 'back').mm).toBe(20);
    const wish = { ...AS_DRAWN, weeksBetween: 6, allOverMm: 20 };
    expect(targetIn(drawn('back', left, { ...tight, wish }), 'back').mm).toBeCloseTo(21.6, 9);
    expect(
      targetIn(drawn('back', { ...left, techniques: ['comb'], stands: false }, tight), 'back').mm,
    ).toBeCloseTo(21.6, 9);
  });
});

describe('welfare sets a floor', () => {
  it('and says what it won over, and what set it', () => {
    const skin = { restricted: [['red-skin', 'back']] } as const;
    const back = targetIn(drawn('back', { ...BACK, mm: 1.5, range: [1, 3] }, skin), 'back');
    expect(back).toMatchObject({ mm: 2, wantedMm: 2, floorMm: 2, leastMm: 2, directions: ['with'] });
    expect(back.floorBy).toBe(packs.safety.restrictions.find(({ id }) => id === 'red-skin')?.name);
    expect(back.conflicts).toEqual([
      expect.objectContaining({ kind: 'welfare-over-wish', wonMm: 2, askedMm: 1.5, about: back.floorBy }),
    ]);
    expect(back.texts).toEqual([packs.safety.restrictions.find(({ id }) => id === 'red-skin')?.text]);
    expect(back.reasons[0]).toMatchObject({
      stage: 'welfare',
      rule: 'restriction',
      effect: { kind: 'removes', what: ['against', 'across', 'skip-tooth'] },
    });
    expect(back.reasons[1]?.effect).toEqual({ kind: 'floor', mm: 2 });
  });

  it("a zone's own skin is a floor with no name but its own", () => {
    const belly = targetIn(drawn('belly', { ...BACK, mm: 0.5, range: [0.2, 2] }), 'belly');
    expect(belly).toMatchObject({ mm: 1.2, floorMm: 1.2, floorBy: null });
    expect(belly.conflicts).toEqual([
      expect.objectContaining({
        kind: 'welfare-over-wish',
        wonMm: 1.2,
        askedMm: 0.5,
        about: 'belly and tuck-up',
      }),
    ]);
  });

  it('against the lay is turned where it may not go', () => {
    const against = { ...BACK, direction: 'against' } as const;
    expect(targetIn(drawn('back', against), 'back').drawnDirection).toBe('against');
    const lump = { restricted: [['lump', 'back']] } as const;
    expect(targetIn(drawn('back', against, lump), 'back').drawnDirection).toBe('with');
  });

  it('a place left alone is not touched and says only that', () => {
    const patch = targetIn(drawn('back', BACK, { restricted: [['healing-patch', 'back']] }), 'back');
    expect(patch.untouched).toBe(true);
    expect(patch.reasons[0]?.effect).toEqual({ kind: 'leave-alone' });
    expect(patch.reasons.filter(({ rule }) => rule === 'restriction')).toHaveLength(1);
  });

  it('what it forbids is gone and named; what it prefers comes first where a clipper would run', () => {
    const marked = targetIn(drawn('back', BACK, { restricted: [['packed-undercoat', 'back']] }), 'back');
    expect(marked).toMatchObject({ techniques: ['clip', 'scissor'], forbidden: ['comb'] });
    const danced = (area: Partial<TrimArea>) =>
      targetIn(drawn('back', { ...BACK, ...area }, { restricted: [['dances', null]] }), 'back').techniques;
    expect(danced({ techniques: ['clip', 'comb'] })).toEqual(['comb', 'clip']);
    expect(danced({ techniques: ['clip'], mm: 3, range: [1, 5] })).toEqual(['comb', 'clip']);
    expect(danced({ techniques: ['clip'], mm: 2.9, range: [1, 5] })).toEqual(['clip']);
    expect(danced({ techniques: ['scissor', 'clip'] })).toEqual(['scissor', 'clip']);
  });
});

describe('a first visit', () => {
  const first = { firstVisit: true } as const;
  it('leaves the face one blade longer than drawn, with the lay, and lets no tool nearly undo it', () => {
    const face = { mm: 1.5, range: [1, 3], techniques: ['clip'], direction: 'against' } as const;
    const target = targetIn(drawn('foreface.left', face, first), 'foreface.left');
    expect(target).toMatchObject({ mm: 2, drawnDirection: 'with', directions: ['with'] });
    expect(target.leastMm).toBeCloseTo(Math.sqrt(1.5 * 2), 9);
    const why = target.reasons.find(({ rule }) => rule === 'first-visit');
    expect(why).toMatchObject({ stage: 'welfare', effect: { kind: 'change', mm: 0.5 } });
  });

  it('adds nothing to the body, and nothing where no blade runs', () => {
    expect(targetIn(drawn('back', { ...BACK, techniques: ['clip'] }, first), 'back').mm).toBe(13);
    const scissored = { mm: 10, range: [6, 20], techniques: ['scissor'] } as const;
    expect(targetIn(drawn('foreface.left', scissored, first), 'foreface.left').mm).toBe(10);
  });

  it("a house rule's longer says so as the rule's own", () => {
    const face = { mm: 1.5, range: [1, 3], techniques: ['clip'], direction: 'against' } as const;
    const target = targetIn(drawn('foreface.left', face, { schools: { face: 'with' } }), 'foreface.left');
    expect(target).toMatchObject({ mm: 2, drawnDirection: 'with', directions: ['with', 'against'] });
    const longer = target.reasons.filter(({ rule }) => rule === 'school').at(-1);
    expect(longer).toMatchObject({
      stage: 'standard',
      source: 'custom',
      effect: { kind: 'change', mm: 0.5 },
    });
  });
});

describe('coats that are stripped', () => {
  const strip = { mm: 18, range: [12, 25], techniques: ['strip', 'thin'] } as const;
  const on = (breed: string, extra: Extra = {}) => {
    const visit = caseFor(breed, extra);
    const areas = { ...visit.derived.trim.areas, back: areaIn(visit, 'back', strip) };
    return targetIn(derivedAs(visit, { trim: { ...visit.derived.trim, areas } }), 'back');
  };
  const why = (target: ZoneTarget) => target.reasons.find(({ rule }) => rule === 'coat-does-not-strip');

  it('are stripped while they can be', () => {
    expect(on('airedale-terrier')).toMatchObject({ techniques: ['strip', 'thin'], forbidden: [] });
    expect(why(on('airedale-terrier'))).toBeUndefined();
  });

  it('and are thinned where they cannot, saying whether coat or condition forbids', () => {
    expect(on('standard-poodle')).toMatchObject({ techniques: ['thin'], forbidden: ['strip'] });
    expect(why(on('standard-poodle'))).toMatchObject({ about: 'tight curl, wool', stage: 'hair' });
    const clippedBefore = on('airedale-terrier', { modifiers: ['previously-clipped-wire'] });
    expect(why(clippedBefore)).toMatchObject({
      about: 'clipped before',
      effect: { kind: 'removes', what: ['strip'] },
    });
    expect(rules(clippedBefore)).toContain('coat-modifier');
  });

  it('with nothing but stripping drawn, by what is done instead', () => {
    const visit = caseFor('standard-poodle');
    const only = {
      ...visit.derived.trim.areas,
      back: areaIn(visit, 'back', { ...strip, techniques: ['strip'] }),
    };
    expect(
      targetIn(derivedAs(visit, { trim: { ...visit.derived.trim, areas: only } }), 'back').techniques,
    ).toEqual(packs.tools.policy.insteadOfStripping);
  });
});

describe('a coat that is not shaved', () => {
  const wish = { ...AS_DRAWN, weeksBetween: 6, allOverMm: 20 };
  it('keeps blades off the jacket where none is drawn, and says why', () => {
    const declined = targetFor('golden-retriever', 'back', { wish });
    expect(declined.techniques).not.toContain('clip');
    expect(declined.techniques).not.toContain('comb');
    expect(rules(declined)).toContain('shaving-declined');
  });

  it('signed for, no shorter than workable, and nothing shorter than what was signed', () => {
    const shaved = targetFor('golden-retriever', 'back', {
      wish: { ...wish, allOverMm: 9 },
      shave: 'being-signed',
    });
    expect(shaved).toMatchObject({ mm: 13, floorMm: 13, floorBy: 'double, medium or long', allOver: true });
    expect(kinds(shaved)).toEqual(['welfare-over-wish']);
    expect(shaved.conflicts[0]?.about).toBe('double, medium or long');
    expect(shaved.reasons.find(({ rule }) => rule === 'shaving-consented')?.effect).toEqual({
      kind: 'floor',
      mm: 13,
    });
    expect(shaved.texts).toContain(packs.safety.shaving[0]?.text);
    expect(shaved.techniques).toContain('comb');
  });
});

describe('an outline that varies along a zone', () => {
  const along = (area: Partial<TrimArea>, mostMm: number) =>
    targetIn(
      drawn('back', { ...BACK, mm: 20, range: [10, 40], ...area }),
      'back',
      changeOf('back', { mostMm, at: { withers: 20 } }),
    );

  it('is shaped by hand where one comb cannot follow it', () => {
    const handed = along({}, 12);
    expect(handed.techniques).toEqual(['scissor', 'comb', 'clip']);
    expect(rules(handed)).toContain('outline-by-hand');
    expect(handed.profile).toEqual({ withers: 20 });
    expect(along({}, 7).techniques).toEqual(['comb', 'clip', 'scissor']);
    expect(rules(along({}, 7))).not.toContain('outline-by-hand');
  });

  it('is shaped by hand wherever hand work comes first anyway', () => {
    expect(rules(along({ techniques: ['scissor', 'comb'] }, 4))).toContain('outline-by-hand');
    expect(rules(along({ techniques: ['scissor', 'comb'] }, 1))).not.toContain('outline-by-hand');
    expect(along({ techniques: ['comb', 'clip'] }, 30).techniques).toEqual(['comb', 'clip']);
  });
});

describe('a mat that takes a zone', () => {
  const judged = (extra: Partial<JudgedMat>): JudgedMat => ({
    mat: mat('back'),
    decision: 'clip',
    reason: 'felted',
    savedShare: 0,
    brushMinutes: 0,
    clipMinutes: 4,
    pain: 3,
    blade: { toolId: 'blade-7f', label: '7F', leavesMm: 3.2, clears: true },
    steps: [],
    floorMm: 0.5,
    beyondFloor: false,
    lostMm: null,
    takesZone: true,
    ...extra,
  });
  const lost = (extra: Partial<JudgedMat>, hair = 40) =>
    targetIn(
      drawn('back', BACK, { hairMm: hairEverywhere(hair) }),
      'back',
      null,
      new Map([['back', judged(extra)]]),
    );

  it('leaves what the blade under it leaves, and says what was lost', () => {
    const back = lost({});
    expect(back).toMatchObject({ mm: 3.2, wantedMm: 13, ceilingMm: 3.2, ceilingBy: 'mat', untouched: false });
    expect(back.blade?.toolId).toBe('blade-7f');
    expect(back.conflicts).toEqual([
      expect.objectContaining({ kind: 'mat-takes-hair', wonMm: 3.2, askedMm: 13, about: 'felted' }),
    ]);
    expect(lost({}, 2)).toMatchObject({ mm: 2, ceilingBy: 'hair', untouched: false });
  });

  it('is left to somebody else where no blade may go under it', () => {
    const back = lost({ blade: null, beyondFloor: true, floorMm: 2 });
    expect(back).toMatchObject({ untouched: true, blade: null });
    expect(back.conflicts).toEqual([
      expect.objectContaining({ kind: 'mat-beyond-floor', wonMm: null, askedMm: 2 }),
    ]);
  });

  it('what became of each mat is said, and what it left where it decided', () => {
    const visit = drawn('back', BACK, { mats: [mat('back')], hairMm: hairEverywhere(40) });
    const back = targetIn(visit, 'back');
    const said = back.reasons.find(({ rule }) => rule === 'mat-clipped');
    expect(said).toMatchObject({ stage: 'welfare', about: 'felted', source: 'prior' });
    const saved = targetIn(
      drawn('back', BACK, { mats: [mat('back', { tightness: 1, toSkinMm: 8 })] }),
      'back',
    );
    expect(saved.reasons.find(({ rule }) => rule === 'mat-saved')?.effect).toEqual({ kind: 'note' });
    expect(targetIn(visit, 'loin').reasons.filter(({ stage }) => stage === 'welfare')).toEqual([]);
  });

  it('changes the trim where a part of it is gone, and says what is kept to the end', () => {
    const felt = [mat('beard', { lengthCm: 8, widthCm: 7 })];
    const visit = caseFor('airedale-terrier', { mats: felt, hairMm: hairEverywhere(60) });
    const [fallback] = visit.breed.fallbacks;
    const cheek = targetIn(visit, 'cheek.left');
    expect(cheek.restyled).toBe(true);
    expect(cheek.area).toEqual(fallback?.areas['cheek']);
    expect(cheek.reasons.find(({ rule }) => rule === 'trim')?.about).toBe('short, easy-care face');
    expect(cheek.texts).toEqual([]);
    expect(targetIn(visit, 'beard').texts).toContain('Keep a tuft of the chin to hold until the very end.');
    expect(targetIn(visit, 'back').restyled).toBe(false);
    expect(targetFor('airedale-terrier', 'cheek.left').restyled).toBe(false);
  });

  it('so much of the dog, and so short, that one length all over may be too; a small mat opens nothing', () => {
    const wish = { ...AS_DRAWN, weeksBetween: 6, allOverMm: 2 };
    const bare = drawn('loin', BACK, { wish });
    expect(targetIn(bare, 'loin', null, new Map([['back', judged({})]])).mm).toBe(3);
    const close = { toolId: 'blade-10', label: '10', leavesMm: 1.5, clears: true };
    const lost = (blade: typeof close, share: number) => {
      const zones = bare.derived.zones.filter(({ kind }) => kind.id !== 'loin');
      const some = zones.slice(0, Math.round(zones.length * share));
      return new Map(some.map(({ id }) => [id, judged({ blade })]));
    };
    expect(targetIn(bare, 'loin', null, lost(close, 1)).mm).toBe(2);
    expect(targetIn(bare, 'loin', null, lost(close, 0.2)).mm).toBe(3);
    const three = { ...close, leavesMm: 3 };
    expect(targetIn(bare, 'loin', null, lost(three, 1)).mm).toBe(3);
    expect(targetIn(bare, 'loin', null, new Map([['back', judged({ blade: null })]])).mm).toBe(3);
  });
});

describe('dense places', () => {
  it('ride up more than the rest of the dog, unless all of it is dense', () => {
    const dense: Extra = { signs: [sign('dense', 'back')] };
    const back = targetIn(drawn('back', BACK, dense), 'back');
    expect(back.denserHere).toBe(true);
    expect(back.reasons.at(-1)).toMatchObject({ stage: 'drawer', rule: 'denser-here' });
    expect(targetIn(drawn('back', BACK, dense), 'loin').denserHere).toBe(false);
    expect(targetIn(drawn('back', BACK, { ...dense, dense: true }), 'back').denserHere).toBe(false);
    expect(targetIn(drawn('back', BACK, { signs: [sign('dark', 'back')] }), 'back').denserHere).toBe(false);
  });
});
