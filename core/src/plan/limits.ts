import { byId } from '../failure.ts';
import type { Coat } from '../coat/hair.ts';
import type { Direction, Technique } from '../tools/pack.ts';
import type { PlanInput } from './input.ts';
import type { Reason } from './reason.ts';
import type { RestrictionKind } from './safety.ts';
import type { DogZone } from './zones.ts';
import { otherSide } from './zones.ts';

/** What welfare and the hair allow in a zone, before anybody's taste. */
export interface Limits {
  readonly floorMm: number;
  readonly ceilingMm: number;
  readonly directions: readonly Direction[];
  readonly forbidden: readonly Technique[];
  readonly skipToothAllowed: boolean;
  readonly leaveAlone: boolean;
  readonly coverMm: number;
  /** Clipping this zone waits for a double-coat decision. */
  readonly doubleCoat: 'no' | 'declined' | 'consented';
  readonly reasons: readonly Reason[];
  readonly texts: readonly string[];
}

const ALL: readonly Direction[] = ['with', 'across', 'against'];
const ON_SKIN: readonly Technique[] = ['clip', 'comb'];

/** Welfare first, then the hair that exists; restrictions only ever narrow. */
export function limitsOf(zone: DogZone, coat: Coat, input: PlanInput): Limits {
  const reasons: Reason[] = [];
  const texts: string[] = [];
  let floorMm = 0;
  let directions = ALL;
  let forbidden: readonly Technique[] = [];
  let skipToothAllowed = !zone.kind.fold && !zone.kind.thinSkin;
  let leaveAlone = false;
  let coverMm = 0;

  for (const seen of input.restrictions) {
    const kind = byId('restriction', input.packs.safety.restrictions, seen.restriction);
    if (!bearsOn(kind, seen.zone, zone)) {
      if (kind.neighboursAddMm > 0 && isNeighbour(seen.zone, zone)) {
        coverMm = Math.max(coverMm, kind.neighboursAddMm);
        reasons.push(reason('cover-patch', kind, { kind: 'change', mm: kind.neighboursAddMm }, 'structure'));
      }
      continue;
    }
    texts.push(kind.text);
    const gone = [
      ...kind.forbidDirections,
      ...kind.forbidTechniques,
      ...(kind.forbidSkipTooth ? ['skip-tooth'] : []),
    ];
    if (kind.leaveAlone) reasons.push(reason('restriction', kind, { kind: 'removes', what: ['everything'] }));
    else if (gone.length > 0) reasons.push(reason('restriction', kind, { kind: 'removes', what: gone }));
    if (kind.floorMm > 0) reasons.push(reason('restriction', kind, { kind: 'floor', mm: kind.floorMm }));
    floorMm = Math.max(floorMm, kind.floorMm);
    directions = directions.filter((direction) => !kind.forbidDirections.includes(direction));
    forbidden = [...forbidden, ...kind.forbidTechniques];
    skipToothAllowed &&= !kind.forbidSkipTooth;
    leaveAlone ||= kind.leaveAlone;
  }

  const doubleCoat = doubleCoatDecision(zone, coat, input);
  const { doubleCoat: policy } = input.packs.safety;
  if (doubleCoat === 'declined') {
    forbidden = [...forbidden, ...ON_SKIN];
    reasons.push({
      stage: 'welfare',
      rule: 'double-coat',
      about: coat.name,
      source: policy.source,
      effect: { kind: 'removes', what: ON_SKIN },
      overruled: false,
    });
  }
  if (doubleCoat === 'consented') {
    floorMm = Math.max(floorMm, policy.floorMm);
    texts.push(policy.text);
    reasons.push({
      stage: 'welfare',
      rule: 'double-coat-consented',
      about: coat.name,
      source: policy.source,
      effect: { kind: 'floor', mm: policy.floorMm },
      overruled: false,
    });
  }

  const hairMm = input.hairMm[zone.id];
  if (hairMm !== undefined) {
    reasons.push({
      stage: 'hair',
      rule: 'hair-there',
      about: '',
      source: input.measuredHair?.includes(zone.id) ? 'measured' : 'prior',
      effect: { kind: 'ceiling', mm: hairMm },
      overruled: false,
    });
  }
  return {
    floorMm,
    ceilingMm: hairMm ?? Infinity,
    directions,
    forbidden,
    skipToothAllowed,
    leaveAlone,
    coverMm,
    doubleCoat,
    reasons,
    texts,
  };
}

/** Whether this dog's coat may be shaved: the salon's school, and written consent. */
export function doubleCoatAnswer(coat: Coat, input: PlanInput): Limits['doubleCoat'] {
  if (coat.clipping !== 'double') return 'no';
  return input.schools.doubleCoat === 'consent' && input.doubleCoatConsent ? 'consented' : 'declined';
}

/** The answer bears on the coat of body, legs and tail; head, feet, belly and sanitary area are tidied as ever. */
function doubleCoatDecision(zone: DogZone, coat: Coat, input: PlanInput): Limits['doubleCoat'] {
  return zone.kind.region === 'head' || zone.kind.thinSkin ? 'no' : doubleCoatAnswer(coat, input);
}

function bearsOn(kind: RestrictionKind, seenAt: string | null, zone: DogZone): boolean {
  if (kind.scope === 'zone') return seenAt === zone.id;
  if (kind.except.includes(zone.kind.id)) return false;
  return kind.zones.includes('*') || kind.zones.includes(zone.kind.id);
}

function isNeighbour(seenAt: string | null, zone: DogZone): boolean {
  if (seenAt === null) return false;
  if (otherSide(seenAt) === zone.id) return false;
  const [kind, side] = seenAt.split('.');
  return (
    zone.kind.near.includes(kind ?? '') && (zone.side === null || side === undefined || side === zone.side)
  );
}

function reason(
  rule: 'restriction' | 'cover-patch',
  kind: RestrictionKind,
  effect: Reason['effect'],
  stage: Reason['stage'] = 'welfare',
): Reason {
  return { stage, rule, about: kind.name, source: kind.source, effect, overruled: false };
}
