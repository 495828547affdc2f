import { byId, MisuseError } from '../terms/failure.ts';
import type { Point } from './geometry.ts';
import { minus, norm, plus, times } from './geometry.ts';
import type {
  Archetype,
  ArchetypePack,
  BodyTemplate,
  EarStyle,
  HeadStyle,
  Pair,
  Proportions,
  TailStyle,
} from '../packs/archetypes.ts';

export type Landmarks = Readonly<Record<string, Point>>;

export interface Template {
  readonly archetype: Archetype;
  readonly proportions: Proportions;
  readonly head: HeadStyle;
  readonly ear: EarStyle;
  readonly tail: TailStyle;
  readonly moves: Readonly<Record<string, Pair>>;
  readonly widths: NonNullable<BodyTemplate['widths']>;
}

/** The archetype with the breed's differences laid over it. @throws MisuseError for a name the pack lacks. */
export function templateOf(pack: ArchetypePack, breed: BodyTemplate): Template {
  const archetype = byId('archetype', pack.archetypes, breed.archetype);
  const moves: Record<string, Pair> = { ...archetype.moves };
  for (const [name, [dx, dy]] of Object.entries(breed.moves ?? {})) {
    const [ax, ay] = moves[name] ?? [0, 0];
    moves[name] = [ax + dx, ay + dy];
  }
  return {
    archetype,
    proportions: { ...archetype.proportions, ...breed.proportions },
    head: byId('head style', pack.heads, breed.head ?? archetype.head),
    ear: byId('ear style', pack.ears, breed.ear ?? archetype.ear),
    tail: byId('tail style', pack.tails, breed.tail ?? archetype.tail),
    moves,
    widths: breed.widths ?? {},
  };
}

/** The landmark. @throws MisuseError when the skeleton has none of that name. */
export function landmark(landmarks: Landmarks, name: string): Point {
  const found = landmarks[name];
  if (!found) throw new MisuseError(`no landmark called "${name}"`);
  return found;
}

/**
 * Landmarks of the side view in heights at withers: the skeleton, stretched region by region to the proportions,
 * then displaced by the template's moves. Regions move as on a dog: a longer back carries the hindquarters with it,
 * a longer neck the head, a deeper chest the belly in part.
 */
export function placeLandmarks(pack: ArchetypePack, template: Template): Landmarks {
  const { proportions } = template;
  const placed: Record<string, Point> = {};
  const skeleton = pack.skeleton.landmarks;
  for (const [name, { at }] of Object.entries(skeleton)) placed[name] = { x: at[0], y: at[1] };
  const at = (name: string) => landmark(placed, name);
  const each = (regions: readonly string[], change: (point: Point, name: string) => Point) => {
    for (const [name, { region }] of Object.entries(skeleton)) {
      if (regions.includes(region)) placed[name] = change(at(name), name);
    }
  };

  stretchLength(each, at, proportions);
  stretchLoin(placed, at, proportions);

  const bodyDepth = at('withers').y - at('brisket').y;
  const sink = bodyDepth - proportions.chestDepth;
  each(['underline'], (p) => ({ x: p.x, y: p.y + sink * underlineShare(p, at) }));

  scaleHeights(each, 'fore', at('elbow').y, proportions.elbowHeight, at('armTop').y);
  scaleHeights(each, 'hind', at('hockPoint').y, proportions.hockHeight, at('hipIn').y);
  thickenBone(placed, pack, proportions.bone);
  lengthenFeet(placed, at, proportions.foot);
  for (const [name, [dx, dy]] of Object.entries(template.moves)) {
    if (placed[name]) placed[name] = plus(at(name), { x: dx, y: dy });
  }
  placeNeck(each, at, proportions);
  const bare = new Set(Object.keys(placed));
  placeHead(placed, template);
  for (const [name, [dx, dy]] of Object.entries(template.moves)) {
    if (placed[name] && !bare.has(name)) placed[name] = plus(at(name), { x: dx, y: dy });
  }
  placeTail(placed, template);
  return placed;
}

type Each = (regions: readonly string[], change: (point: Point, name: string) => Point) => void;
type At = (name: string) => Point;

function stretchLength(each: Each, at: At, { length }: Proportions): void {
  const pivot = at('withers').x;
  const rear = at('pinBone').x;
  const wanted = at('forechest').x + length;
  const factor = (wanted - pivot) / (rear - pivot);
  each(['trunk', 'underline'], (p) => (p.x > pivot ? { x: pivot + (p.x - pivot) * factor, y: p.y } : p));
  each(['hind'], (p) => ({ x: p.x + wanted - rear, y: p.y }));
}

/** Moves the last rib so that the loin has its length; what it gains the ribs lose. */
function stretchLoin(placed: Record<string, Point>, at: At, { loin }: Proportions): void {
  const hip = at('hipTop').x;
  const shift = hip - loin - at('lastRib').x;
  for (const [name, share] of [
    ['lastRib', 1],
    ['loinMid', 0.5],
    ['backMid', 0.4],
    ['tuckUp', 0.5],
  ] as const) {
    placed[name] = plus(at(name), { x: shift * share, y: 0 });
  }
}

/** The brisket takes the whole change of depth, the tuck-up under the loin less than half. */
function underlineShare(p: Point, at: At): number {
  const front = at('brisket').x;
  const rear = at('tuckUp').x;
  const t = Math.min(1, Math.max(0, (p.x - front) / (rear - front)));
  return p.x < front ? 0.6 : 1 - 0.55 * t;
}

function scaleHeights(each: Each, region: string, joint: number, wanted: number, top: number): void {
  each([region], (p) => {
    if (p.y <= joint) return { x: p.x, y: (p.y * wanted) / joint };
    const t = Math.min(1, (p.y - joint) / (top - joint));
    return { x: p.x, y: wanted + t * (top - wanted) + Math.max(0, p.y - top) };
  });
}

const LEG_PAIRS = [
  ['kneeFront', 'kneeBack'],
  ['foreFront', 'elbow'],
  ['pasternFront', 'pasternBack'],
  ['hockFrontLow', 'hockBack'],
  ['hockFront', 'hockPoint'],
  ['shin', 'gaskinBack'],
] as const;

function thickenBone(placed: Record<string, Point>, pack: ArchetypePack, bone: number): void {
  if (bone === 1) return;
  for (const [front, back] of LEG_PAIRS) {
    if (!pack.skeleton.landmarks[front]) continue;
    const a = landmark(placed, front);
    const b = landmark(placed, back);
    const grow = times(minus(a, b), (bone - 1) / 2);
    placed[front] = plus(a, grow);
    placed[back] = minus(b, grow);
  }
}

function lengthenFeet(placed: Record<string, Point>, at: At, foot: number): void {
  for (const [toe, heel, top] of [
    ['toe', 'heel', 'footTop'],
    ['toeHind', 'heelHind', 'footTopHind'],
  ] as const) {
    const grow = at(heel).x - at(toe).x - foot;
    placed[toe] = plus(at(toe), { x: grow * 0.8, y: 0 });
    placed[heel] = plus(at(heel), { x: -grow * 0.2, y: 0 });
    placed[top] = plus(at(top), { x: grow * 0.5, y: 0 });
  }
}

/** Turns the neck about the middle of its base and stretches it until withers to occiput has its length. */
function placeNeck(each: Each, at: At, { neck, neckAngle }: Proportions): void {
  const base = at('withers');
  const turn = (neckAngle * Math.PI) / 180;
  const cos = Math.cos(turn);
  const sin = Math.sin(turn);
  const pivot = { x: (base.x + at('throatBase').x) / 2, y: (base.y + at('throatBase').y) / 2 };
  const turned = (p: Point) => {
    const v = minus(p, pivot);
    return { x: v.x * cos + v.y * sin, y: -v.x * sin + v.y * cos };
  };
  const axis = turned(at('occiput'));
  const scale = reachScale(axis, minus(pivot, base), neck);
  const tip = at('occiput').y - pivot.y;
  each(['neck'], (p) => {
    const share = Math.min(1, Math.max(0, (p.y - pivot.y) / tip));
    return plus(pivot, plus(times(minus(p, pivot), 1 - share), times(turned(p), share * scale)));
  });
}

/** The s for which |offset + s·axis| = reach. */
function reachScale(axis: Point, offset: Point, reach: number): number {
  const a = axis.x ** 2 + axis.y ** 2;
  const b = axis.x * offset.x + axis.y * offset.y;
  const c = offset.x ** 2 + offset.y ** 2 - reach ** 2;
  return (-b + Math.sqrt(Math.max(0, b * b - a * c))) / a;
}

/** Head landmarks from the head's own frame: u along occiput → nose, v up, both in head lengths. */
function placeHead(placed: Record<string, Point>, { head, ear, proportions }: Template): void {
  const turn = (proportions.headAngle * Math.PI) / 180;
  const u = { x: -Math.cos(turn), y: -Math.sin(turn) };
  const v = { x: -Math.sin(turn), y: Math.cos(turn) };
  const origin = landmark(placed, 'occiput');
  const [stopU] = head.landmarks.stop ?? [0.5, 0];
  const muzzle = proportions.muzzleShare / (1 - stopU);
  const skull = (1 - proportions.muzzleShare) / stopU;
  const along = (share: number) =>
    share > stopU ? 1 - proportions.muzzleShare + (share - stopU) * muzzle : share * skull;
  const put = (name: string, [a, b]: Pair) => {
    const across = b * proportions.headDepth;
    placed[name] = plus(origin, times(plus(times(u, along(a)), times(v, across)), proportions.head));
  };
  for (const [name, pair] of Object.entries(head.landmarks)) if (name !== 'occiput') put(name, pair);
  const root = ear.landmarks.earRoot ?? [0.2, 0];
  const [tipU, tipV] = ear.landmarks.earTip ?? root;
  const drawn = norm(tipU - root[0], tipV - root[1]);
  const size = proportions.earShare / drawn;
  for (const [name, [a, b]] of Object.entries(ear.landmarks)) {
    put(name, [root[0] + (a - root[0]) * size, root[1] + (b - root[1]) * size]);
  }
}

function placeTail(placed: Record<string, Point>, { tail, proportions }: Template): void {
  const root = landmark(placed, 'tailSet');
  tail.centre.forEach(([dx, dy], index) => {
    placed[`tail${index}`] = plus(root, times({ x: dx, y: dy }, proportions.tail));
  });
}
