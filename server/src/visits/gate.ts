import type { Choices } from '@kurrel/contract';
import type { Case, Plan, Role, VisitFacts } from '@kurrel/core';
import { breaches, factsWith, namedZones, openStops, stopsOf, strokesOf, unsafe } from '@kurrel/core';
import { breachSentence, violationSentence } from '@kurrel/words';
import type { Library } from '../packs/load.ts';
import { Refusal } from '../problems.ts';
import { plannerFor } from './planners.ts';
import { breedOf } from './sheet.ts';
import type { PlanSheet } from './sheet.ts';

/** A visit's case and the plan it makes. */
export interface Planned {
  readonly visit: Case;
  readonly plan: Plan;
}

/** What a plan is wanted for. A plan being signed may shave what its signature will stand under. */
export type Act = 'save' | 'sign' | 'start';

/**
 * The one way to a plan that is stored, signed or started: resolves the case, asks the welfare gate for this role,
 * makes the plan, and shows it to the referee.
 * @throws Refusal when the choices name what is not there, or the gate finds anything.
 */
export function gatedPlan(
  library: Library,
  sheet: PlanSheet,
  choices: Choices,
  role: Role,
  act: Act,
): Planned {
  const planned = make(library, sheet, choices, act === 'sign' ? { shave: 'being-signed' } : {});
  const open = act === 'start' ? openStopsOf(library, sheet) : [];
  // Who decided is asked when a plan is saved; whoever starts it only has to find it unchanged.
  const found = unsafe(planned.visit, act === 'start' ? 'lead' : role, open);
  const [first] = found;
  if (!first) return judged(library, planned, role, act);
  const names = found.map(({ about }) => about).filter((about) => about !== '');
  if (found.some(({ kind }) => kind === 'open-stop')) {
    const [stop] = open;
    const detail = `${stop?.stop.text ?? ''} A groomer or lead clears or refers it first.`;
    throw new Refusal('stopped', `Stopped: ${names.join(', ')}`, detail);
  }
  const detail = violationSentence(first, library.packs.zones);
  if (first.kind === 'role-may-not') throw new Refusal('not-allowed', 'Somebody else decides that', detail);
  throw new Refusal('unsafe', `Not as it is: ${names.join(', ')}`, detail);
}

/** The referee has the last look at a plan the gate lets pass. @throws Refusal when it finds anything. */
function judged({ packs }: Library, planned: Planned, role: Role, act: Act): Planned {
  const { visit, plan } = planned;
  const strokes = strokesOf(plan, visit.choices, visit.derived.trim);
  const [breach] = breaches(visit.facts, packs, strokes, act === 'start' ? 'lead' : role);
  if (!breach) return planned;
  throw new Refusal('unsafe', `Not as it is: ${breach.about}`, breachSentence(breach, packs.zones));
}

/** The stops of a visit that nobody has answered. */
export function openStopsOf({ packs }: Library, { hands, salon, stopLog }: PlanSheet) {
  return openStops(stopsOf(hands, packs, salon.policy.handlingLimit), stopLog, packs.safety);
}

/** The plan the choices make on this sheet, asked by nobody in particular. @throws Refusal as `gatedPlan`. */
export const planFor = (library: Library, sheet: PlanSheet, choices: Choices): Planned =>
  make(library, sheet, choices, {});

function make(
  library: Library,
  sheet: PlanSheet,
  choices: Choices,
  more: Partial<Pick<VisitFacts, 'shave'>>,
): Planned {
  const breed = breedOf(library, sheet);
  requireKnown(library, sheet, choices);
  const facts = { ...factsWith(sheet, sheet.hands), ...more };
  const planner = plannerFor(library, breed, facts, choices);
  return { visit: planner.caseWith(choices), plan: planner.plan(choices) };
}

/** @throws Refusal naming what the breed, the drawer, the dog or the house rules do not have. */
function requireKnown(library: Library, sheet: PlanSheet, choices: Choices): void {
  const breed = breedOf(library, sheet);
  const { packs } = library;
  const fields: { path: string; message: string }[] = [];
  const say = (path: string, message: string) => fields.push({ path, message });
  if (!breed.trims.some((trim) => trim.id === choices.trimId)) {
    say('trimId', `The ${breed.name} has no trim "${choices.trimId}".`);
  }
  const zones = new Set(namedZones(packs.zones).map(({ id }) => id));
  const zone = (path: string, id: string) => zones.has(id) || say(path, `Kurrel does not know "${id}".`);
  for (const [index, override] of choices.overrides.entries()) {
    zone(`overrides[${index}].zone`, override.zone);
    if (override.toolId !== null && !sheet.drawer.some((tool) => tool.id === override.toolId)) {
      say(`overrides[${index}].toolId`, 'This tool is no longer in the drawer: choose another.');
    }
  }
  const { places, jobs } = packs.wishes;
  choices.wish.places.forEach(({ place }, index) => {
    if (!places.some(({ id }) => id === place))
      say(`wish.places[${index}].place`, `Kurrel knows no place "${place}" to ask for.`);
  });
  choices.scope.forEach((job, index) => {
    if (!jobs.some(({ id }) => id === job)) say(`scope[${index}]`, `Kurrel knows no job "${job}".`);
  });
  for (const id of Object.keys(choices.sides)) zone(`sides.${id}`, id);
  for (const [id, answer] of Object.entries(choices.schools)) {
    const question = packs.schools.schools.find((one) => one.id === id);
    if (!question?.answers.some((one) => one.id === answer)) {
      say(`schools.${id}`, `Kurrel does not know the answer "${answer}" to "${id}".`);
    }
  }
  if (fields.length > 0) {
    const [first] = fields;
    throw new Refusal('bad-input', 'The plan names something that is not here', first?.message ?? '', {
      fields,
    });
  }
}
