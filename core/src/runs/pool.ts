import type { ZoneDemand } from '../passes/pickTools.ts';
import type { Technique } from '../terms/tool.ts';
import { handLength } from '../tools/handLength.ts';

/** A place that might be passed in a run, with what it would ask of a tool by itself. */
export interface Member {
  readonly demand: ZoneDemand;
  /** Its share of the dog's skin. */
  readonly share: number;
  /** How far off its own length it may be left for the sake of one tool, mm. */
  readonly giveMm: number;
  /** Drawn with the lay, though its run may go against it: it turns none of the others. */
  readonly turned: boolean;
}

/** Places that one tool does in one stroke after another: what they ask of it together. */
export interface Pooled<M extends Member> {
  readonly demand: ZoneDemand;
  readonly members: readonly M[];
}

/**
 * What places ask of a tool together. Length: the median of theirs by area, within the range of all; technique and
 * direction: those most of the skin is drawn with, and no length turns it; floors, forbidden ways and promises: those of every place. A place leaves
 * the pool that could not be done so: whose range excludes the length or that may not be left so far off its own, that
 * lacks the technique, or that has no direction in common with the others.
 * Null where nothing is left in it.
 */
export function pooled<M extends Member>(all: readonly M[]): Pooled<M> | null {
  const technique = weightiest(all, ({ demand }) => demand.techniques[0] ?? null);
  if (technique === null) return null;
  let members = all.filter(({ demand }) => demand.techniques.includes(technique));
  const straight = members.filter(({ turned }) => !turned);
  const leading = straight.length > 0 ? straight : members;
  const direction = weightiest(leading, ({ demand }) => demand.drawnDirection);
  members = members.filter(
    ({ demand }) => demand.directions.includes('with') || demand.directions.some((one) => one === direction),
  );
  for (;;) {
    if (members.length === 0) return null;
    const mm = commonLengthMm(members);
    const worstMm = Math.max(...members.map((member) => offMm(member, mm)));
    if (worstMm <= EPS) return { demand: together(members, technique, mm), members };
    // Places that are off alike, as the two sides of one are, leave together.
    members = members.filter((member) => offMm(member, mm) < worstMm - EPS);
  }
}

/** The median of the places' lengths by area, no shorter than every floor and within every range where those meet, mm. */
function commonLengthMm(members: readonly Member[]): number {
  const median = weightedMedian(members.map(({ demand, share }) => [demand.targetMm, share]));
  const lo = Math.max(...members.map(({ demand }) => Math.max(demand.rangeMm[0], demand.loMm)));
  const hi = Math.min(...members.map(({ demand }) => demand.rangeMm[1]));
  return lo <= hi ? Math.min(hi, Math.max(lo, median)) : median;
}

const EPS = 1e-9;

/** How far a length is outside what a place takes, mm. */
const offMm = ({ demand: { rangeMm, loMm, targetMm }, giveMm }: Member, mm: number): number =>
  Math.max(0, rangeMm[0] - mm, loMm - mm, mm - rangeMm[1], Math.abs(targetMm - mm) - giveMm);

function weightedMedian(values: readonly (readonly [mm: number, share: number])[]): number {
  const sorted = [...values].sort(([a], [b]) => a - b);
  const half = sorted.reduce((sum, [, share]) => sum + share, 0) / 2;
  let passed = 0;
  for (const [mm, share] of sorted) {
    passed += share;
    if (passed >= half - EPS) return mm;
  }
  return NaN;
}

/** What most of the skin says. */
function weightiest<M extends Member, T extends string>(
  members: readonly M[],
  of: (member: M) => T | null,
): T | null {
  const weights = new Map<T, number>();
  for (const member of members) {
    const said = of(member);
    if (said !== null) weights.set(said, (weights.get(said) ?? 0) + member.share);
  }
  // A tie has one answer whichever side of the dog comes first.
  return [...weights].sort(([a, m], [b, n]) => n - m || (`${a}` < `${b}` ? -1 : 1))[0]?.[0] ?? null;
}

/** The place with most skin that is drawn for the technique: what it wants of a finish the others get. */
function leadOf(members: readonly Member[], technique: Technique): ZoneDemand {
  const drawn = members.filter(({ demand }) => demand.techniques[0] === technique);
  const [lead] = [...(drawn.length > 0 ? drawn : members)].sort(
    (a, b) => b.share - a.share || (words(a.demand) < words(b.demand) ? -1 : 1),
  );
  return (lead as Member).demand;
}

const words = ({ techniques, finishes, drawnDirection }: ZoneDemand) =>
  [techniques, finishes, drawnDirection].join();

function together(members: readonly Member[], technique: Technique, targetMm: number): ZoneDemand {
  const demands = members.map(({ demand }) => demand);
  const straight = members.filter(({ turned }) => !turned);
  const leading = straight.length > 0 ? straight : members;
  const lead = leadOf(leading, technique);
  const inAll = <T>(of: (demand: ZoneDemand) => readonly T[]) =>
    of(lead).filter((one) => demands.every((demand) => of(demand).includes(one)));
  const techniques = inAll((demand) => demand.techniques);
  const allowed = lead.directions.filter((one) =>
    leading.every(({ demand }) => demand.directions.includes(one)),
  );
  const drawnDirection = allowed.includes(lead.drawnDirection) ? lead.drawnDirection : 'with';
  // No length turns a run; the lay is always kinder.
  const directions = allowed.filter((one) => one === drawnDirection || one === 'with');
  const loMm = Math.max(...demands.map((demand) => demand.loMm));
  // Hair that is shorter here or there is passed over.
  const hiMm = Math.max(...demands.map((demand) => demand.hiMm));
  const bladed = demands.flatMap(({ blades }) => (blades === null ? [] : [blades]));
  const [first = null] = bladed;
  return {
    ...lead,
    weight: 1 / members.length,
    targetMm,
    handMm: handLength(targetMm, loMm, hiMm),
    toleranceMm: Math.min(...demands.map(({ toleranceMm }) => toleranceMm)),
    loMm,
    hiMm,
    rangeMm: [
      Math.min(targetMm, Math.max(...demands.map(({ rangeMm }) => rangeMm[0]))),
      Math.max(targetMm, Math.min(...demands.map(({ rangeMm }) => rangeMm[1]))),
    ],
    techniques,
    promised: [...new Set(demands.flatMap(({ promised }) => promised))].filter((one) =>
      techniques.includes(one),
    ),
    spare: inAll(({ spare }) => spare),
    directions,
    drawnDirection,
    blades: first && first.filter((kind) => bladed.every((blades) => blades.includes(kind))),
    smallTools: demands.every(({ smallTools }) => smallTools),
    skipTooth: demands.every(({ skipTooth }) => skipTooth),
    denserHere: demands.every(({ denserHere }) => denserHere),
    restricted: demands.some(({ restricted }) => restricted),
  };
}
