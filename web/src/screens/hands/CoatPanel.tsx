import type { BreedPack, Hands, LastCut, LengthUnit } from '@kurrel/core';
import { byId, coatOf, formatLength } from '@kurrel/core';
import Form from 'react-bootstrap/Form';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { dropFind, putFinds } from '../../visit/handsSlice.ts';

const percent = (share: number) => `${Math.round(100 * share)} %`;

interface CoatPanelProps {
  readonly hands: Hands;
  readonly breed: BreedPack;
  /** No visit of it is on record here. */
  readonly isNew: boolean;
}

/** The coat this dog has against the one its breed should have, and what was seen on it. */
export function CoatPanel({ hands, breed, isNew }: CoatPanelProps) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const length = (mm: number) => formatLength(mm, unit);
  const endWord = (mm: number | null) => (mm === null ? 'keeps growing' : length(mm));
  const own = coatOf(packs.coats, hands.coatType, hands.coatModifiers, hands.dense);
  const should = byId('coat type', packs.coats.types, breed.coat);
  const possible = packs.coats.modifiers.filter(
    ({ appliesTo }) => appliesTo.length === 0 || appliesTo.includes(hands.coatType),
  );
  const rows: readonly (readonly [string, string, string])[] = [
    ['grows', `${length(should.rateMmPerMonth)} a month`, `${length(own.rateMmPerMonth)} a month`],
    ['ends at', endWord(should.fullMm), endWord(own.fullMm)],
    ['lies at', `${should.layDeg}°`, `${own.layDeg}°`],
    ['shrinks when dry to', percent(should.curl), percent(own.curl)],
    ['strips', should.strips ? 'yes' : 'no', own.strips ? 'yes' : 'no'],
    ['clipper', CLIPPING[should.clipping], CLIPPING[own.clipping]],
  ];
  return (
    <div className="place">
      <Form.Group controlId="coat-type">
        <Form.Label>Coat this dog has</Form.Label>
        <Form.Select
          value={hands.coatType}
          onChange={(e) => dispatch(putFinds({ finds: [{ kind: 'coat-type', coatType: e.target.value }] }))}
        >
          {packs.coats.types.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      {hands.coatType !== breed.coat && (
        <p className="conflict mt-2">
          A {breed.name} should have: {should.name}. Worked as what it is, finished toward what it should be.
        </p>
      )}
      <h2 className="mt-2">Seen on it</h2>
      <div className="sides" role="group" aria-label="Seen on the coat">
        {possible.map(({ id, name }) => {
          const on = hands.coatModifiers.includes(id);
          return (
            <button
              key={id}
              type="button"
              className="chip"
              aria-pressed={on}
              onClick={() =>
                dispatch(
                  on
                    ? dropFind({ kind: 'modifier', modifier: id })
                    : putFinds({ finds: [{ kind: 'modifier', modifier: id }] }),
                )
              }
            >
              {name}
            </button>
          );
        })}
        <button
          type="button"
          className="chip"
          aria-pressed={hands.dense}
          onClick={() => dispatch(putFinds({ finds: [{ kind: 'dense', dense: !hands.dense }] }))}
        >
          dense all over
        </button>
      </div>
      {own.changedBy.map(({ id, name, effect }) => (
        <p key={id} className="mb-1">
          <strong>{name}</strong>: {effect}
        </p>
      ))}
      {isNew && <LastCutChips lastCut={hands.lastCut} unit={unit} />}
      <table className="table table-sm coat-row">
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">What</span>
            </th>
            <th scope="col">breed</th>
            <th scope="col">this dog</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([what, breedWord, dogWord]) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              <td>{breedWord}</td>
              <td className={breedWord === dogWord ? '' : 'changed'}>{dogWord}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Weeks since a cut, and how short one may have been, mm: what owners say. */
const WEEKS_AGO = [3, 6, 9, 13, 26] as const;
const CUT_TO = [3, 10, 20, 40] as const;

/** When a dog that is new here was last cut, and how short: one touch each; what has grown since is what is planned with. */
function LastCutChips({ lastCut, unit }: { readonly lastCut: LastCut | null; readonly unit: LengthUnit }) {
  const dispatch = useAppDispatch();
  const say = (cut: LastCut | null) => dispatch(putFinds({ finds: [{ kind: 'last-cut', lastCut: cut }] }));
  const said = lastCut ?? { weeks: WEEKS_AGO[1], mm: CUT_TO[1] };
  return (
    <section>
      <h2 className="mt-2">Last cut elsewhere</h2>
      <div className="sides" role="group" aria-label="Weeks since it was cut">
        {WEEKS_AGO.map((weeks) => (
          <button
            key={weeks}
            type="button"
            className="chip"
            aria-pressed={lastCut?.weeks === weeks}
            onClick={() => say({ ...said, weeks })}
          >
            {weeks} weeks
          </button>
        ))}
      </div>
      <div className="sides" role="group" aria-label="How short it was cut">
        {CUT_TO.map((mm) => (
          <button
            key={mm}
            type="button"
            className="chip"
            aria-pressed={lastCut?.mm === mm}
            onClick={() => say({ ...said, mm })}
          >
            {formatLength(mm, unit)}
          </button>
        ))}
        <button type="button" className="chip" aria-pressed={lastCut === null} onClick={() => say(null)}>
          nobody knows
        </button>
      </div>
    </section>
  );
}

const CLIPPING = {
  yes: 'yes',
  softens: 'softens it',
  double: 'only after explaining to the owner',
  'no-need': 'no need',
  'ends-only': 'ends only',
  no: 'no',
} as const;
