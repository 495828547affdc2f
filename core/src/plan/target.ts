import { byId } from '../failure.ts';
import type { TrimArea } from '../breeds/pack.ts';
import type { Coat } from '../coat/hair.ts';
import { daysToReach, growthIn } from '../coat/hair.ts';
import type { PlanInput } from './input.ts';
import type { Limits } from './limits.ts';
import { doubleCoatAnswer } from './limits.ts';
import type { Conflict, Reason } from './reason.ts';
import type { Schooled } from './schools.ts';
import type { DogZone, ZoneKind } from './zones.ts';

export interface Target {
  readonly mm: number;
  /** What the wish and the standard wanted before the hair had its say. */
  readonly wantedMm: number;
  readonly reasons: readonly Reason[];
  readonly conflicts: readonly Conflict[];
}

const ALL_OVER_REGIONS = ['neck', 'trunk', 'front', 'rear'];
/** A balance for a structure finding changes a length by no more than this share of it. */
const BALANCE_SHARE = 0.4;
/** Beyond this many weeks a pet's growing coat is cut nearer the short end of its trim (trade prior). */
const LONG_WEEKS = 8;

/**
 * The area of a trim that speaks last for a zone kind: its own, else that of the kind it is like.
 * Every trim covers every zone (checked with the packs).
 */
export function areaOf(
  areas: readonly TrimArea[],
  { id, like }: Pick<ZoneKind, 'id' | 'like'>,
): TrimArea | undefined {
  const lastOf = (kind: string) => areas.findLast(({ zones }) => zones.includes(kind) || zones.includes('*'));
  const own = lastOf(id);
  return like === null || own?.zones.includes(id) ? own : lastOf(like);
}

/**
 * What the zone should be left at, mm: for show the standard and then the handler's taste within it, for a pet the
 * owner's wish and then the trim; then the balance for what the hands found; all within what welfare and hair allow.
 */
export function targetOf(
  zone: DogZone,
  area: TrimArea,
  trimName: string,
  coat: Coat,
  limits: Limits,
  input: PlanInput,
  school: Pick<Schooled, 'share'>,
): Target {
  const reasons: Reason[] = [];
  const conflicts: Conflict[] = [];
  const drawn: Reason = {
    stage: 'standard',
    rule: 'trim',
    about: trimName,
    source: area.source,
    effect: { kind: 'target', mm: area.mm, range: area.range },
    overruled: false,
  };
  const asked = wished(zone, area, coat, input);
  let mm = area.mm;
  if (asked) {
    const beyond = asked.mm < area.range[0] || asked.mm > area.range[1];
    const standardWins = input.purpose === 'show' && beyond;
    const declined = asked.rule === 'wish-all-over' && doubleCoatAnswer(coat, input) === 'declined';
    const wins = !standardWins && !declined;
    const wish: Reason = {
      stage: 'wish',
      rule: asked.rule,
      about: asked.about,
      source: input.purpose === 'show' ? 'groomer' : 'owner',
      effect: { kind: 'target', mm: asked.mm },
      overruled: !wins,
    };
    reasons.push({ ...drawn, overruled: wins && asked.mm !== area.mm }, wish);
    if (wins) mm = asked.mm;
    if (standardWins) conflicts.push(conflict('standard-over-wish', zone, area.mm, asked.mm, trimName));
    if (declined) {
      const { text, alternatives } = input.packs.safety.doubleCoat;
      conflicts.push({ ...conflict('double-coat-declined', zone, area.mm, asked.mm, text), alternatives });
    }
  } else reasons.push(drawn);

  const leaves = area.techniques[0] === 'leave' && !asked;
  if (!leaves) {
    for (const change of balances(zone, input)) {
      const changeMm = clamp(change.mm, -BALANCE_SHARE * mm, BALANCE_SHARE * mm);
      mm += changeMm;
      reasons.push({ ...change.reason, effect: { kind: 'change', mm: changeMm } });
    }
    for (const { share, reason } of seenShares(zone, input)) {
      reasons.push({ ...reason, effect: { kind: 'change', mm: mm * (share - 1) } });
      mm *= share;
    }
    mm += limits.coverMm;
    mm *= school.share;
  }

  if (mm < limits.floorMm) {
    conflicts.push(conflict('welfare-over-wish', zone, limits.floorMm, mm, limits.texts[0] ?? ''));
    mm = limits.floorMm;
  }
  const wantedMm = mm;
  if (mm > limits.ceilingMm) {
    if (limits.ceilingMm < area.range[0] && asked?.rule !== 'wish-all-over') {
      const days = daysToReach(growthIn(coat, zone.kind.id), limits.ceilingMm, mm);
      conflicts.push({ ...conflict('hair-missing', zone, limits.ceilingMm, mm, trimName), daysToGrow: days });
    }
    mm = limits.ceilingMm;
  }
  return { mm, wantedMm, reasons, conflicts };
}

interface Asked {
  readonly mm: number;
  readonly rule: 'wish-all-over' | 'wish-lean' | 'weeks-between';
  readonly about: string;
}

function wished(zone: DogZone, area: TrimArea, coat: Coat, { wish, purpose }: PlanInput): Asked | null {
  const bodyZone = ALL_OVER_REGIONS.includes(zone.kind.region) && !zone.kind.thinSkin;
  if (wish.allOverMm !== null && (bodyZone || zone.kind.id === 'belly')) {
    return { mm: wish.allOverMm, rule: 'wish-all-over', about: 'one length all over' };
  }
  if (area.techniques[0] === 'leave') return null;
  if (wish.lean === 'shorter') return { mm: area.range[0], rule: 'wish-lean', about: 'shorter' };
  if (wish.lean === 'longer') return { mm: area.range[1], rule: 'wish-lean', about: 'longer' };
  if (purpose === 'pet' && wish.weeksBetween > LONG_WEEKS && coat.fullMm === null && area.mm > 6) {
    const share = Math.min(1, (wish.weeksBetween - LONG_WEEKS) / LONG_WEEKS);
    const mm = area.mm - (area.mm - area.range[0]) * share;
    return { mm, rule: 'weeks-between', about: `${wish.weeksBetween}` };
  }
  return null;
}

function balances(zone: DogZone, input: PlanInput): { readonly mm: number; readonly reason: Reason }[] {
  return input.findings.flatMap(({ finding, severity, side }) => {
    if (side && zone.side && side !== zone.side) return [];
    const kind = byId('finding', input.packs.findings.findings, finding);
    return kind.balance
      .filter((balance) => balance.zones.includes(zone.kind.id))
      .map((balance) => ({
        mm: balance.mm * (severity === 'marked' ? 1 : 0.5),
        reason: {
          stage: 'structure' as const,
          rule: 'finding' as const,
          about: kind.name,
          source: kind.source,
          effect: { kind: 'note' as const },
          overruled: false,
        },
      }));
  });
}

/** Hair that curls more or less here than elsewhere is left longer or shorter, to look even once it is dry. */
function seenShares(zone: DogZone, input: PlanInput): { readonly share: number; readonly reason: Reason }[] {
  return input.signs.flatMap((seen) => {
    if (seen.zone !== zone.id) return [];
    const { lengthShare, name, source } = byId('sign', input.packs.signs.signs, seen.sign);
    if (!lengthShare) return [];
    const reason: Reason = {
      stage: 'structure',
      rule: 'sign-length',
      about: name,
      source,
      effect: { kind: 'note' },
      overruled: false,
    };
    return [{ share: lengthShare[seen.level ?? 'mild'], reason }];
  });
}

export function conflict(
  kind: Conflict['kind'],
  zone: DogZone,
  wonMm: number | null,
  askedMm: number | null,
  about: string,
): Conflict {
  return { kind, zone: zone.id, wonMm, askedMm, about, alternatives: [], daysToGrow: null };
}

const clamp = (value: number, lo: number, hi: number) => Math.min(hi, Math.max(lo, value));
