import type { BreedPack, Hands } from '@kurrel/core';
import { byId, coatOf, formatLength } from '@kurrel/core';
import Form from 'react-bootstrap/Form';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { dropFind, putFinds } from '../../visit/handsSlice.ts';

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** The coat this dog has against the one its breed should have, and what was seen on it. */
export function CoatPanel({ hands, breed }: { readonly hands: Hands; readonly breed: BreedPack }) {
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

const CLIPPING = {
  yes: 'yes',
  softens: 'softens it',
  double: 'only after explaining to the owner',
  'no-need': 'no need',
  'ends-only': 'ends only',
  no: 'no',
} as const;
