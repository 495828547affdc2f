import type { FindKey, Hands, LengthUnit } from '@kurrel/core';
import { byId, formatLength } from '@kurrel/core';
import { packs } from '../../app/packs.ts';
import { useAppDispatch } from '../../app/store.ts';
import { zoneWord } from '../../parts/words.ts';
import { findingOf, matWord, signWord } from './findWords.ts';
import { dropFind } from '../../visit/handsSlice.ts';

interface Row {
  readonly key: FindKey;
  readonly words: string;
  readonly zone: string | null;
}

/** Everything on the sheet, each to be looked at or taken off. */
export function FoundList({
  hands,
  unit,
  onPick,
}: {
  readonly hands: Hands;
  readonly unit: LengthUnit;
  readonly onPick: (zone: string | null) => void;
}) {
  const dispatch = useAppDispatch();
  const rows: readonly Row[] = [
    ...hands.mats.map((mat): Row => ({
      key: { kind: 'mat', id: mat.id },
      words: matWord(mat),
      zone: mat.zone,
    })),
    ...hands.signs.map((seen): Row => ({
      key: { kind: 'sign', sign: seen.sign, zone: seen.zone },
      words: signWord(seen, unit),
      zone: seen.zone,
    })),
    ...hands.findings.map(({ finding, severity, side }): Row => ({
      key: { kind: 'structure', finding, side: side ?? null },
      words: `${findingOf(finding).name}, ${severity}${side ? `, ${side}` : ''}`,
      zone: null,
    })),
    ...Object.entries(hands.lengths).map(([zone, { mm, readings }]): Row => ({
      key: { kind: 'length', zone },
      words: `${formatLength(mm, unit)} of hair${readings > 1 ? `, ${readings} readings` : ''}`,
      zone,
    })),
    ...hands.coatModifiers.map((modifier): Row => ({
      key: { kind: 'modifier', modifier },
      words: byId('coat modifier', packs.coats.modifiers, modifier).name,
      zone: null,
    })),
  ];
  return (
    <section aria-label="Found">
      <h2>Found</h2>
      {rows.length === 0 && <p className="muted">Nothing yet: touch a place on the dog, or type it.</p>}
      <ul className="found">
        {rows.map(({ key, words, zone }) => (
          <li key={JSON.stringify(key)}>
            <button type="button" className="where" onClick={() => onPick(zone)}>
              {words}
              {zone !== null && <span className="muted"> {zoneWord(zone)}</span>}
            </button>
            <button
              type="button"
              className="off"
              aria-label={`Remove: ${words}${zone === null ? '' : `, ${zoneWord(zone)}`}`}
              onClick={() => dispatch(dropFind(key))}
            >
              ×
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
