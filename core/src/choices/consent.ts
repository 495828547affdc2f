import { byId } from '../failure.ts';
import type { Estimate } from '../order/estimate.ts';
import type { Fit } from '../order/fit.ts';
import type { PlanInput } from '../plan/input.ts';
import type { Plan } from '../plan/plan.ts';
import { zoneKindId } from '../plan/zones.ts';

/** One sentence the owner signs for, and what it is about. */
export interface ConsentStatement {
  readonly about: 'trim' | 'mats' | 'double-coat' | 'health' | 'skin' | 'time' | 'price';
  readonly text: string;
}

/**
 * What the owner agrees to, made from what this plan really does to this dog: the trim, the mats that go and what may
 * be under them, a shaved double coat, age and health, sore skin, the time and price as ranges. Nothing that does not
 * apply is in it.
 */
export function consentStatements(
  trimName: string,
  plan: Plan,
  input: PlanInput,
  estimate: Estimate,
  fit: Fit,
): readonly ConsentStatement[] {
  const { safety, zones } = input.packs;
  const place = (zone: string) => {
    const [, side] = zone.split('.');
    const { name } = byId('zone', zones.zones, zoneKindId(zone));
    return side === undefined ? name : `${side} ${name}`;
  };
  const statements: ConsentStatement[] = [];
  const say = (about: ConsentStatement['about'], text: string) => statements.push({ about, text });

  const body = plan.zones.find(({ zone }) => zone === 'back') ?? plan.zones[0];
  const left = `about ${Math.round(body?.leftMm ?? 0)} mm on the back`;
  const allOver =
    body?.reasons.some(({ rule, overruled }) => rule === 'wish-all-over' && !overruled) ?? false;
  if (allOver) say('trim', `One length all over, ${input.wish.allOverMm ?? 0} mm asked: it will be ${left}.`);
  else say('trim', `${trimName}: ${left}.`);

  for (const one of plan.mats?.mats ?? []) {
    if (one.decision === 'save') continue;
    const where = place(one.mat.zone);
    const left = one.blade
      ? `to about ${mmWords(one.blade.leavesMm)}`
      : 'by a vet, as no blade we use passes';
    say(
      'mats',
      one.decision === 'part'
        ? `Part of the mat on the ${where} is combed out, the rest is clipped ${left}.`
        : `The mat on the ${where} is clipped off ${left}.`,
    );
  }
  if (plan.mats?.mats.some(({ decision }) => decision !== 'save')) {
    say(
      'mats',
      'Under mats there may be sore, bruised or bald skin that nobody can see before they are off.',
    );
  }
  const clipped = (plan.mats?.mats ?? []).filter(({ decision }) => decision !== 'save');
  for (const { zones: kinds, owner } of input.packs.mats.brings) {
    if (clipped.some(({ mat }) => kinds.includes(zoneKindId(mat.zone)))) say('mats', owner);
  }

  if (plan.zones.some(({ reasons }) => reasons.some(({ rule }) => rule === 'double-coat-consented'))) {
    say('double-coat', safety.doubleCoat.text);
    say('double-coat', `Offered instead: ${safety.doubleCoat.alternatives.join('; ')}.`);
  }

  const seen = [...new Set(input.restrictions.map(({ restriction }) => restriction))]
    .map((id) => byId('restriction', safety.restrictions, id))
    .filter(({ scope }) => scope === 'dog');
  for (const kind of seen) if (kind.floorMm > 0) say('skin', `${sentence(kind.name)}: ${kind.text}`);
  const timed = seen.filter(({ standingMinutes }) => standingMinutes !== null);
  if (timed.length > 0) {
    const names = sentence(timed.map(({ name }) => name).join(', '));
    const minutes = Math.min(...timed.map(({ standingMinutes }) => standingMinutes ?? Infinity));
    say('health', `${names}: sittings of ${minutes} minutes; we stop rather than finish.`);
  }
  if (fit.visits > 1) say('health', `Best done in ${fit.visits} short visits.`);

  const { minutes, price } = estimate;
  say('time', `It takes about ${round5(minutes.lo)} to ${round5(minutes.hi)} minutes, breaks not counted.`);
  const money = (value: number) => `${Math.round(value)} ${price.currency}`;
  say('price', `The price will be between ${money(price.work.lo)} and ${money(price.work.hi)}.`);
  if (price.mats.mid > 0) {
    say(
      'price',
      `Work on mats is charged on top: between ${money(price.mats.lo)} and ${money(price.mats.hi)}.`,
    );
  }
  return statements;
}

const mmWords = (mm: number) => `${mm < 10 ? Math.round(mm * 10) / 10 : Math.round(mm)} mm`;
const round5 = (value: number) => Math.round(value / 5) * 5;
const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
