import { distance } from 'fastest-levenshtein';
import type { Purpose } from '../terms/dog.ts';
import type { Anchor, Rule } from './breed.ts';
import type { BreedFile } from './breedFile.ts';
import type { Condition } from './condition.ts';
import type { FormRow } from './forms.ts';
import type { Packs } from './packs.ts';
import { landmarksOf, placesOf } from './places.ts';
import type { RunRow } from './runs.ts';
import { facingAnchorsOf, facingPointsOf } from './views.ts';
import { wholeKindId } from '../terms/zone.ts';
import type { Split } from './zones.ts';

/** A name in a pack that names nothing: where it stands, and the nearest name that would. */
export interface PackProblem {
  readonly path: string;
  readonly name: string;
  readonly what: string;
  readonly nearest: string | null;
}

type Say = (path: string, what: string, names: readonly string[], known: readonly string[]) => void;

function collector(): { readonly problems: PackProblem[]; readonly say: Say } {
  const problems: PackProblem[] = [];
  const say: Say = (path, what, names, known) => {
    for (const name of names) {
      if (known.includes(name)) continue;
      const byNearness = [...known].sort((a, b) => distance(a, name) - distance(b, name));
      problems.push({ path, name, what, nearest: byNearness[0] ?? null });
    }
  };
  return { problems, say };
}

const ids = (list: readonly { readonly id: string }[]) => list.map(({ id }) => id);

/** Landmarks that a clip line or a displacement may name. */
function namedLandmarks({ archetypes }: Packs): readonly string[] {
  const { skeleton, heads, ears, tails } = archetypes;
  const joints = Math.max(0, ...tails.map(({ centre }) => centre.length));
  return [
    ...Object.keys(skeleton.landmarks),
    ...heads.flatMap(({ landmarks }) => Object.keys(landmarks)),
    ...ears.flatMap(({ landmarks }) => Object.keys(landmarks)),
    ...Array.from({ length: joints }, (_, index) => `tail${index}`),
    ...['tailRootTop', 'tailMidTop', 'tailEnd', 'tailMidUnder', 'tailRootUnder'],
  ];
}

/** What the shape of an area may name: landmarks, and points of the other views. */
const shapeNames = (packs: Packs): readonly string[] => [
  ...namedLandmarks(packs),
  ...packs.views.parts.flatMap(({ outline }) => facingPointsOf(outline).map(({ name }) => name)),
];

/** The places that forms and their steps name. */
function inRuns(say: Say, where: string, runs: readonly RunRow[], zones: readonly string[]): void {
  runs.forEach(({ path, mayTurn = [] }, r) => {
    say(`${where}[${r}].path`, 'zone', path, zones);
    say(`${where}[${r}].mayTurn`, 'zone', mayTurn, path);
  });
}

function inForms(say: Say, where: string, forms: readonly FormRow[], zones: readonly string[]): void {
  forms.forEach(({ zones: at, steps }, f) => {
    say(`${where}[${f}].zones`, 'zone', at, zones);
    steps.forEach((step, s) => say(`${where}[${f}].steps[${s}].zones`, 'zone', step.zones ?? [], zones));
  });
}

/** The places that lines divide, their parts, and where those lie. */
function inSplits(say: Say, where: string, splits: readonly Split[], packs: Packs): void {
  splits.forEach(({ zone, toward, into }, s) => {
    say(`${where}[${s}].zone`, 'zone', [zone], ids(packs.zones.zones));
    say(`${where}[${s}].toward`, 'landmark', [toward], namedLandmarks(packs));
    const parts = ids(packs.zones.parts).filter((id) => wholeKindId(id) === zone);
    say(`${where}[${s}].into`, 'part', into, parts);
  });
}

/** What conditions ask for: each name of an entry, in `not` too. */
function inConditions(say: Say, where: string, when: readonly Condition[], packs: Packs): void {
  for (const one of when) {
    say(where, 'sign', one.signs ?? [], ids(packs.signs.signs));
    say(where, 'restriction', one.restrictions ?? [], ids(packs.safety.restrictions));
    say(where, 'finding', one.findings ?? [], ids(packs.findings.findings));
    say(where, 'coat type', one.coats ?? [], ids(packs.coats.types));
    say(where, 'modifier', one.modifiers ?? [], ids(packs.coats.modifiers));
    const techniques = ids(packs.tools.techniques);
    say(where, 'technique', [...(one.techniques ?? []), ...(one.jacket ?? [])], techniques);
    for (const [rule, answers] of Object.entries(one.schools ?? {})) {
      say(where, 'house rule', [rule], ids(packs.schools.schools));
      const question = packs.schools.schools.find(({ id }) => id === rule);
      if (question) say(where, 'answer', answers, ids(question.answers));
    }
    inConditions(say, where, [...(one.any ?? []), ...(one.not ?? [])], packs);
  }
}

/** Every name in a breed's file that no pack has, with its path and the nearest name there is. */
export function checkBreed(file: BreedFile, packs: Packs): readonly PackProblem[] {
  const { problems, say } = collector();
  const zones = [...ids(packs.zones.zones), ...ids(packs.zones.parts), ...ids(packs.zones.groups)];
  const landmarks = namedLandmarks(packs);
  const shapes = shapeNames(packs);
  const lines = ids(file.lines);
  say('coat', 'coat type', [file.coat], ids(packs.coats.types));
  say('body.archetype', 'archetype', [file.body.archetype], ids(packs.archetypes.archetypes));
  say('body.moves', 'landmark', Object.keys(file.body.moves ?? {}), landmarks);
  (file.areas ?? []).forEach((row, a) => say(`areas[${a}].zones`, 'zone', row.zones, [...zones, '*']));
  file.trims.forEach((trim, t) => {
    say(`trims[${t}].patterns`, 'pattern', trim.patterns, ids(packs.patterns.patterns));
    say(`trims[${t}].lines`, 'line', trim.lines, lines);
    trim.areas.forEach((row, a) => {
      say(`trims[${t}].areas[${a}].zones`, 'zone', row.zones, [...zones, '*']);
      say(`trims[${t}].areas[${a}].shape`, 'landmark', Object.keys(row.shape ?? {}), shapes);
    });
    inRuns(say, `trims[${t}].runs`, trim.runs ?? [], zones);
    inForms(say, `trims[${t}].forms`, trim.forms ?? [], zones);
    inSplits(say, `trims[${t}].splits`, trim.splits ?? [], packs);
    (trim.splits ?? []).forEach(({ line }, s) => say(`trims[${t}].splits[${s}].line`, 'line', [line], lines));
  });
  (file.fallbacks ?? []).forEach((fallback, f) => {
    say(`fallbacks[${f}].whenLost`, 'zone', fallback.whenLost, zones);
    fallback.areas.forEach((row, a) => say(`fallbacks[${f}].areas[${a}].zones`, 'zone', row.zones, zones));
  });
  file.rules.forEach((rule, r) => {
    say(`rules[${r}]`, 'zone', zonesNamed(rule), zones);
    if (rule.kind === 'reach') say(`rules[${r}]`, 'landmark', [rule.from, rule.to], landmarks);
  });
  file.lines.forEach((line, l) => {
    const seen = Object.values(packs.views.lines.find(({ id }) => id === line.id)?.in ?? {});
    const anchors = line.anchors.map((_, a) => `${a}`);
    const asked = seen.flatMap(facingAnchorsOf).map(({ anchor }) => `${anchor}`);
    say(`lines[${l}]`, 'anchor', asked, anchors);
    line.anchors.forEach((anchor, a) =>
      say(`lines[${l}].anchors[${a}]`, 'landmark', landmarksOfAnchor(anchor), landmarks),
    );
  });
  file.cautions.forEach((caution, c) => say(`cautions[${c}].zones`, 'zone', caution.zones, zones));
  return problems;
}

function zonesNamed(rule: Rule): readonly string[] {
  if ('zones' in rule) return rule.zones;
  if (rule.kind === 'reach') return [rule.zone];
  return rule.kind === 'lengthOrder' ? [rule.shorter, rule.longer] : [];
}

/** The landmarks that an anchor of a clip line hangs on. */
export function landmarksOfAnchor(anchor: Anchor): readonly string[] {
  if ('at' in anchor) return [anchor.at];
  if ('from' in anchor) return [anchor.from, ...anchor.until];
  return 'between' in anchor ? anchor.between : [anchor.off, anchor.toward];
}

/** Every name in the shared packs that no pack has, with its path and the nearest name there is. */
export function checkPacks(packs: Packs): readonly PackProblem[] {
  const { problems, say } = collector();
  const zones = ids(packs.zones.zones);
  const organs = [...new Set(packs.zones.zones.flatMap((zone) => zone.organs))];
  const cautions = ids(packs.safety.cautions);
  const restrictions = ids(packs.safety.restrictions);
  const types = ids(packs.coats.types);
  const signs = ids(packs.signs.signs);
  const landmarks = namedLandmarks(packs);
  const shapes = shapeNames(packs);
  const facing = packs.views.parts.flatMap(({ id, outline }) =>
    facingPointsOf(outline).map(({ name }) => `${id}.${name}`),
  );
  const some = (name: string | null) => (name === null ? [] : [name]);
  packs.zones.zones.forEach((zone) => {
    say(`zones.${zone.id}.near`, 'zone', zone.near, zones);
    say(`zones.${zone.id}.organs`, 'organ', zone.organs, organs);
    say(`zones.${zone.id}.cautions`, 'caution', zone.cautions, cautions);
    say(`zones.${zone.id}.like`, 'zone', some(zone.like), zones);
    const { blades = [], matted = [] } = zone.machines ?? {};
    say(`zones.${zone.id}.machines`, 'tool kind', [...blades, ...matted], ids(packs.tools.kinds));
  });
  packs.archetypes.skeleton.parts.forEach((part) => {
    say(`archetypes.skeleton.parts.${part.id}.outline`, 'landmark', landmarksOf(part.outline), landmarks);
    part.zones.forEach(({ zone, area = '', label = '' }) => {
      const named = [area, label].filter(Boolean).flatMap(placesOf);
      const where = `archetypes.skeleton.parts.${part.id}.zones.${zone}`;
      say(where, 'zone', [zone.replace('.left', '')], zones);
      say(
        where,
        'landmark',
        named.map(([landmark]) => landmark),
        landmarks,
      );
    });
  });
  packs.views.parts.forEach((part) => {
    const points = facingPointsOf(part.outline);
    const where = `views.parts.${part.id}`;
    const own = points.map(({ name }) => name);
    say(
      `${where}.outline`,
      'landmark',
      points.map((point) => point.landmark),
      landmarks,
    );
    say(`${where}.carried`, 'point', Object.keys(part.carried ?? {}), [...own, '*']);
    part.zones.forEach(({ zone, area = '', label = '' }) => {
      say(`${where}.zones`, 'zone', [zone], zones);
      const named = [area, label].filter(Boolean).flatMap(placesOf);
      say(
        `${where}.zones.${zone}`,
        'point',
        named.map(([point]) => point),
        own,
      );
    });
  });
  packs.views.views.forEach(({ id, parts, face }) => {
    say(`views.${id}`, 'part', [...parts, ...some(face)], ids(packs.views.parts));
  });
  packs.views.lines.forEach(({ id, in: seen }) => {
    say(`views.lines.${id}`, 'view', Object.keys(seen), ids(packs.views.views));
  });
  packs.wishes.places.forEach(({ id, zones: at, without }) =>
    say(`wishes.places.${id}`, 'zone', [...at, ...some(without)], zones),
  );
  packs.wishes.jobs.forEach(({ id, zones: at, tasks }) => {
    say(`wishes.jobs.${id}.zones`, 'zone', at, zones);
    say(`wishes.jobs.${id}.tasks`, 'step', tasks, ids(packs.tasks.fixed));
  });
  packs.wishes.scopes.forEach(({ id, jobs }) =>
    say(`wishes.scopes.${id}`, 'job', jobs, ids(packs.wishes.jobs)),
  );
  say('zones.parts', 'zone', ids(packs.zones.parts).map(wholeKindId), zones);
  const groups = [...ids(packs.zones.groups), ...ids(packs.zones.parts)];
  inRuns(say, 'patterns.runs', packs.patterns.runs, [...zones, ...groups]);
  inForms(say, 'patterns.forms', packs.patterns.forms, [...zones, ...groups]);
  packs.patterns.patterns.forEach((pattern) => {
    inRuns(say, `patterns.${pattern.id}.runs`, pattern.runs ?? [], [...zones, ...groups]);
    inForms(say, `patterns.${pattern.id}.forms`, pattern.forms ?? [], [...zones, ...groups]);
    inSplits(say, `patterns.${pattern.id}.splits`, pattern.splits ?? [], packs);
    pattern.areas.forEach((row, a) => {
      say(`patterns.${pattern.id}.areas[${a}].zones`, 'zone', row.zones, [...zones, ...groups, '*']);
      say(`patterns.${pattern.id}.areas[${a}].shape`, 'landmark', Object.keys(row.shape ?? {}), shapes);
    });
  });
  packs.safety.restrictions.forEach(({ id, zones: at, except, effects, whenMarked = {} }) => {
    const named = [effects, whenMarked].flatMap(({ gentlestAt = [], floorsAt = [] }) => [
      ...gentlestAt,
      ...floorsAt.flatMap((floor) => floor.zones),
    ]);
    say(`safety.restrictions.${id}.effects`, 'zone', named, zones);
    say(`safety.restrictions.${id}.zones`, 'zone', at, [...zones, '*']);
    say(`safety.restrictions.${id}.except`, 'zone', except, zones);
  });
  const steps = ['mats', 'wash', 'dry', 'finish', ...ids(packs.tasks.fixed), ...ids(packs.tools.techniques)];
  packs.safety.cautions.forEach(({ id, when, steps: at }) => {
    say(`safety.cautions.${id}.steps`, 'step', at, steps);
    inConditions(say, `safety.cautions.${id}.when`, when, packs);
  });
  packs.signs.signs.forEach((sign) => {
    say(`signs.${sign.id}.at`, 'zone', sign.at, zones);
    say(`signs.${sign.id}.restriction`, 'restriction', some(sign.restriction), restrictions);
    say(`signs.${sign.id}.stop`, 'stop', some(sign.stop), ids(packs.safety.stops));
    say(`signs.${sign.id}.group`, 'group', [sign.group], ids(packs.signs.groups));
  });
  packs.signs.temper.handling.forEach(({ id, restriction }) => {
    say(`signs.temper.${id}.restriction`, 'restriction', some(restriction), restrictions);
  });
  packs.coats.modifiers.forEach(({ id, appliesTo, restriction }) => {
    say(`coats.modifiers.${id}.appliesTo`, 'coat type', appliesTo, types);
    say(`coats.modifiers.${id}.restriction`, 'restriction', some(restriction), restrictions);
  });
  packs.coats.types.forEach(({ id, fullSharesAt }) => {
    say(`coats.types.${id}.fullSharesAt`, 'zone', Object.keys(fullSharesAt), [
      ...zones,
      ...ids(packs.zones.parts),
    ]);
  });
  packs.mats.brings.forEach(({ zones: at, restriction }, index) => {
    say(`mats.brings[${index}].zones`, 'zone', at, zones);
    say(`mats.brings[${index}].restriction`, 'restriction', [restriction], restrictions);
  });
  packs.schools.schools.forEach(({ id, default: usual, answers }) => {
    say(`schools.${id}.default`, 'answer', [usual], ids(answers));
    for (const { id: answer, effects } of answers) {
      for (const { zones: at, when } of effects) {
        say(`schools.${id}.${answer}`, 'zone', at, [...zones, '*']);
        inConditions(say, `schools.${id}.${answer}.when`, when ?? [], packs);
      }
    }
  });
  packs.findings.measures.forEach(({ measure, at }) => {
    say(`findings.measures.${measure}.at`, 'zone', at, zones);
  });
  packs.findings.findings.forEach(({ id, at, balance, never, moves }) => {
    say(
      `findings.${id}.never`,
      'zone',
      never.flatMap((one) => one.zones),
      zones,
    );
    say(`findings.${id}.at`, 'zone', at, zones);
    say(`findings.${id}.moves`, 'landmark', Object.keys(moves), [...landmarks, ...facing]);
    say(
      `findings.${id}.balance`,
      'zone',
      balance.flatMap((one) => one.zones),
      zones,
    );
  });
  packs.tools.kinds.forEach(({ id, carriers }) => {
    say(`tools.kinds.${id}.carriers`, 'tool kind', carriers, ids(packs.tools.kinds));
  });
  packs.tools.techniques.forEach(({ id, cautions: at }) => {
    say(`tools.techniques.${id}.cautions`, 'caution', at, cautions);
  });
  const purpose: readonly Purpose[] = ['pet', 'show'];
  const found = { restriction: restrictions, sign: signs, modifier: ids(packs.coats.modifiers), purpose };
  packs.times.factors.forEach(({ of, id, parts }, index) => {
    say(`times.factors[${index}].id`, of, [id], found[of]);
    say(`times.factors[${index}].parts`, 'part', parts, [...ids(packs.times.parts), '*']);
  });
  const { treatments } = packs;
  const products = ids(treatments.products);
  const asked = [
    ...treatments.steps.map((one) => ['steps', one] as const),
    ...treatments.betweenBaths.map((one) => ['betweenBaths', one] as const),
    ...treatments.finishing.map((one) => ['finishing', one] as const),
    ...treatments.methods.map((one) => ['methods', { ...one, product: null }] as const),
  ];
  asked.forEach(([list, { id, product, when }]) => {
    say(`treatments.${list}.${id}.product`, 'product', some(product), products);
    inConditions(say, `treatments.${list}.${id}.when`, when, packs);
  });
  inConditions(say, 'treatments.twoBaths', treatments.twoBaths, packs);
  treatments.methods.forEach(({ id, dryer }) => {
    say(`treatments.methods.${id}.dryer`, 'dryer', [dryer], ids(treatments.dryers));
  });
  const { tasks } = packs;
  const parts = ids(packs.times.parts);
  const stances = ids(tasks.stances);
  const fixed = [...ids(tasks.fixed), 'dry', 'lift-in', 'lift-out'];
  tasks.fixed.forEach(({ id, stance, part, touches, opens, after, when }) => {
    say(`tasks.fixed.${id}.stance`, 'stance', [stance], stances);
    say(`tasks.fixed.${id}.part`, 'part', some(part), parts);
    say(`tasks.fixed.${id}.touches`, 'zone', touches, zones);
    say(`tasks.fixed.${id}.opens`, 'zone', opens, zones);
    const finishing = ids(treatments.finishing).map((one) => `finish:${one}`);
    say(`tasks.fixed.${id}.after`, 'step', after, [...fixed, ...finishing, 'mats']);
    inConditions(say, `tasks.fixed.${id}.when`, when, packs);
  });
  const inZones = (list: string, at: readonly string[]) => say(`tasks.${list}`, 'zone', at, zones);
  tasks.stances.forEach(({ id, zones: at }) => inZones(`stances.${id}`, at));
  tasks.holds.forEach(({ zones: at }, index) => inZones(`holds[${index}]`, at));
  tasks.secondGoes.forEach(({ id, zones: at, signs: seen }) => {
    inZones(`secondGoes.${id}`, at);
    say(`tasks.secondGoes.${id}`, 'sign', seen ?? [], signs);
  });
  inZones('small', tasks.small);
  inZones('safety', tasks.safety);
  inZones('tender', Object.keys(tasks.tender));
  tasks.triggers.forEach(({ restriction, zones: at, fixed: steps }, index) => {
    say(`tasks.triggers[${index}]`, 'restriction', [restriction], restrictions);
    say(`tasks.triggers[${index}]`, 'zone', at, [...zones, '*']);
    say(`tasks.triggers[${index}]`, 'step', steps, fixed);
  });
  tasks.secondHands.forEach(({ zones: at, fixed: steps, when }, index) => {
    say(`tasks.secondHands[${index}]`, 'zone', at, [...zones, '*']);
    say(`tasks.secondHands[${index}]`, 'step', steps, [...fixed, 'mats']);
    inConditions(say, `tasks.secondHands[${index}].when`, when, packs);
  });
  tasks.orders.forEach(({ id, stages }) => {
    stages.forEach((one, index) => inZones(`orders.${id}.stages[${index}]`, one.zones));
  });
  packs.schools.schools.forEach(({ id, answers }) => {
    answers.forEach(({ id: answer, work }) =>
      work.forEach(({ order, afterCurl, when }) => {
        inConditions(say, `schools.${id}.${answer}.work.when`, when ?? [], packs);
        say(`schools.${id}.${answer}.work`, 'order', some(order ?? null), ids(tasks.orders));
        say(`schools.${id}.${answer}.work`, 'zone', afterCurl ?? [], zones);
      }),
    );
  });
  say('times.cosmetic', 'part', packs.times.cosmetic, ids(packs.times.parts));
  say('times.regions', 'part', Object.values(packs.times.regions), ids(packs.times.parts));
  return problems;
}
