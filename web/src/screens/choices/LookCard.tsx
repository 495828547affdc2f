import type { BreedPack, DrawnContours, Proposal, View, ViewId } from '@kurrel/core';
import { consentStatements, formatLeft, leftNumber } from '@kurrel/core';
import {
  CONSENT_TOPIC,
  conflictSentence,
  consentSentence,
  lookWord,
  plainLength,
  scopeWord,
  weeksWord,
} from '@kurrel/words';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { packs } from '../../app/packs.ts';
import { useAppSelector } from '../../app/store.ts';
import { DogDrawing } from '../../drawing/DogDrawing.tsx';
import type { Frame } from '../../drawing/frame.ts';
import { minutesRange, moneyWord, zoneWord } from '../../parts/words.ts';
import type { Swap } from './keptBoard.ts';

/** One side of the dog, at one scale for all looks. */
export interface LookedAt {
  readonly id: ViewId;
  readonly view: View;
  readonly now: DrawnContours;
  /** By look: the dog in its places, and its coat. */
  readonly looks: readonly { readonly view: View; readonly outline: DrawnContours }[];
  readonly frame: Frame;
}

interface LookCardProps {
  readonly look: Proposal;
  /** Its place on the board. */
  readonly slot: number;
  readonly drawn: readonly LookedAt[];
  readonly breed: BreedPack;
  readonly picked: boolean;
  readonly swapped: Swap | null;
  readonly onPick: () => void;
  readonly onSwap: (to: Swap | null) => void;
}

export const KIND_WORD: Readonly<Record<Proposal['kind'], string>> = {
  wish: 'As asked',
  nearest: 'Nearest that keeps the breed',
  easy: 'Easiest to live with',
  welfare: 'Kindest to the dog',
  swapped: 'Groomer’s own',
};
const LEANS = ['as-drawn', 'shorter', 'longer'] as const;
const nothing = () => undefined;
const SEEN_WORD: Readonly<Partial<Record<ViewId, string>>> = { headFront: ', face', headSide: ', head' };

/** One look: the dog in it, the lengths in words, what it asks at home and in a year, what goes and what it risks. */
export function LookCard({ look, slot, drawn, breed, picked, swapped, onPick, onSwap }: LookCardProps) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const { plan, visit, estimate, upkeep, lost, fit } = look;
  const { name: trimName } = visit.derived.trim;
  const lengths = new Map(plan.zones.map((zone) => [zone.zone, zone.leftMm]));
  const { texture } = visit.derived.coat;
  const { currency } = estimate.price;
  const declined = plan.conflicts.find(({ kind }) => kind === 'shaving-declined' || kind === 'shaving-never');
  const risks = consentStatements(visit, plan, estimate, fit).filter(({ about }) =>
    ['mats', 'coat', 'health'].includes(CONSENT_TOPIC[about]),
  );
  return (
    <article className={picked ? 'look picked' : 'look'} aria-label={`${KIND_WORD[look.kind]}: ${trimName}`}>
      <header>
        <span className="kind">{KIND_WORD[look.kind]}</span>
        <h2>
          {trimName}
          {look.choices.scope.length > 0 && `: ${scopeWord(packs.wishes, look.choices.scope)} only`}
          {plan.conflicts.length === 0 && look.choices.wish.allOverMm !== null
            ? `, ${formatLeft(look.choices.wish.allOverMm, unit)} all over`
            : look.choices.wish.allOverMm !== null &&
              ` (asked: ${formatLeft(look.choices.wish.allOverMm, unit)} all over)`}
          {look.choices.wish.allOverMm === null &&
            look.choices.wish.lean !== 'as-drawn' &&
            `, ${look.choices.wish.lean}`}
        </h2>
      </header>
      <div className="looked-at">
        {drawn.map(({ id, view, now, looks, frame }) => (
          <DogDrawing
            key={id}
            label={`${breed.name} in ${trimName}${SEEN_WORD[id] ?? ''}`}
            view={looks[slot]?.view ?? view}
            plan={plan}
            frame={frame}
            outline={looks[slot]?.outline ?? []}
            ghost={now}
            ideal={[]}
            lines={[]}
            texture={texture}
            lengthOf={(zone) => lengths.get(zone) ?? 0}
            groups={[]}
            passes={[]}
            selected=""
            unit={unit}
            steady={false}
            onSelect={nothing}
          />
        ))}
      </div>
      <Button
        className="choose"
        variant={picked ? 'primary' : 'outline-primary'}
        aria-pressed={picked}
        disabled={declined !== undefined}
        onClick={onPick}
      >
        {picked ? 'Chosen' : 'Choose this'}
      </Button>
      <dl className="lengths">
        {look.lengths.map(({ look: part, mm: [lo, hi] }) => (
          <div key={part}>
            <dt>{lookWord[part]}</dt>
            <dd>
              {Math.round(lo) === Math.round(hi)
                ? formatLeft(hi, unit)
                : `${leftNumber(lo, unit)}–${formatLeft(hi, unit)}`}
              <span className="muted"> {plainLength(hi)}</span>
            </dd>
          </div>
        ))}
      </dl>
      <ul className="living">
        <li>
          <strong>{Math.round(upkeep.brushMinutesPerWeek)} min</strong> brushing a week
        </li>
        <li>
          <strong>{Math.round(upkeep.visitsPerYear * 2) / 2}</strong> visits a year, every {upkeep.weeks}{' '}
          weeks
        </li>
        <li>
          <strong>
            {moneyWord(look.costPerYear.lo, currency)}–{moneyWord(look.costPerYear.hi, currency)}
          </strong>{' '}
          a year
        </li>
        <li>
          today {minutesRange(estimate.minutes)}
          {estimate.mats.mid > 0 && `, mats ${minutesRange(estimate.mats)} of it`}
        </li>
        {look.marks.of > 0 && (
          <li>
            keeps {look.marks.kept} of {look.marks.of} marks of the breed
          </li>
        )}
      </ul>
      {lost.length > 0 && (
        <section>
          <h3>What goes</h3>
          <ul>
            {lost.map(({ look: part, fromMm, toMm, daysBack }) => (
              <li key={part}>
                {lookWord[part]}: {leftNumber(fromMm, unit)} → {formatLeft(toMm, unit)},{' '}
                {daysBack === null ? 'may not come back the same' : `back in ${weeksWord(daysBack)}`}
              </li>
            ))}
          </ul>
        </section>
      )}
      {(risks.length > 0 || declined) && (
        <section className="risks">
          <h3>Risks</h3>
          <ul>
            {declined && <li>{conflictSentence(declined, unit)}</li>}
            {risks.map((said) => {
              const text = consentSentence(said, zoneWord, unit);
              return <li key={text}>{text}</li>;
            })}
          </ul>
        </section>
      )}
      <footer>
        <Form.Select
          size="sm"
          aria-label={`Another look in place of ${KIND_WORD[look.kind]}`}
          value={swapped ? `${swapped.trimId} ${swapped.lean}` : ''}
          onChange={(event) => {
            const [trimId, lean] = event.target.value.split(' ');
            const to = LEANS.find((one) => one === lean);
            onSwap(trimId && to ? { trimId, lean: to } : null);
          }}
        >
          <option value="">as proposed</option>
          {breed.trims.flatMap((trim) =>
            LEANS.map((lean) => (
              <option key={trim.id + lean} value={`${trim.id} ${lean}`}>
                {trim.name}
                {lean === 'as-drawn' ? '' : `, ${lean}`}
              </option>
            )),
          )}
        </Form.Select>
      </footer>
    </article>
  );
}
