import type { VisitSheet } from '@kurrel/contract';
import type { Find, Hands, LengthUnit, StructureFinding, Mat, Tightness } from '@kurrel/core';
import { formatLength, isSaidOf, otherSide, wholeKindId, zoneKindId } from '@kurrel/core';
import { packs } from '../../app/packs.ts';
import { useAppDispatch } from '../../app/store.ts';
import { LengthField } from '../../parts/LengthField.tsx';
import { zoneWord } from '../../parts/words.ts';
import { TIGHTNESS } from './findWords.ts';
import { GaugePanel } from './GaugePanel.tsx';
import { dropFind, putFinds } from '../../visit/handsSlice.ts';
import { lookAt } from './handsView.ts';
import { MatEditor } from './MatEditor.tsx';
import { SignChips } from './SignChips.tsx';

interface PlacePanelProps {
  readonly zone: string | null;
  /** The hair that the plan takes to be there. */
  readonly guessMm: number | null;
  readonly sheet: VisitSheet;
  readonly hands: Hands;
  readonly unit: LengthUnit;
  readonly onFinds: (finds: readonly Find[], gesture?: string) => void;
}

/** What may be found in the place in focus: hair, mats, signs, structure. Each is a touch. */
export function PlacePanel({ zone, guessMm, sheet, hands, unit, onFinds }: PlacePanelProps) {
  const dispatch = useAppDispatch();
  if (zone === null) {
    return (
      <div className="place">
        <h2 className="place-name">The whole dog</h2>
        <SignChips hands={hands} zone={null} />
        <Structure hands={hands} kinds={null} side={null} />
      </div>
    );
  }
  const other = otherSide(zone);
  const mats = hands.mats.filter((mat) => isSaidOf(mat.zone, zone));
  const predictedMm =
    sheet.predictedMm[zone] ?? Object.entries(sheet.predictedMm).find(([said]) => isSaidOf(said, zone))?.[1];
  const [, side] = zone.split('.');
  return (
    <div className="place">
      <div className="place-head">
        <h2 className="place-name">{zoneWord(zone)}</h2>
        {other !== zone && (
          <button type="button" className="chip" onClick={() => dispatch(lookAt({ zone: other }))}>
            other side
          </button>
        )}
      </div>
      <h2>Mats</h2>
      <div className="sides" role="group" aria-label="Add a mat">
        {([1, 2, 3, 4] as const).map((tightness) => (
          <button
            key={tightness}
            type="button"
            className="chip"
            onClick={() => onFinds([newMat(zone, tightness, hands.mats.at(-1))])}
          >
            {TIGHTNESS[tightness]}
          </button>
        ))}
      </div>
      {mats.map((mat) => (
        <MatEditor key={mat.id} mat={mat} />
      ))}
      <SignChips hands={hands} zone={zone} />
      <Structure
        hands={hands}
        kinds={[wholeKindId(zoneKindId(zone))]}
        side={side === 'left' || side === 'right' ? side : null}
      />
      <h2>Hair, stretched</h2>
      <LengthField
        label={measuredWord(predictedMm, guessMm, unit)}
        mm={hands.lengths[zone]?.mm ?? null}
        unit={unit}
        onLength={(mm) =>
          onFinds([{ kind: 'length', zone, length: { mm, sdMm: null, readings: 1, by: 'rule' } }])
        }
        onEmpty={() => dispatch(dropFind({ kind: 'length', zone }))}
      />
      <GaugePanel visitId={sheet.visit.id} zone={zone} onFinds={onFinds} />
    </div>
  );
}

/** What a measurement is held against: what has grown since the last visit, else the coat such a dog has. */
function measuredWord(predictedMm: number | undefined, guessMm: number | null, unit: LengthUnit): string {
  if (predictedMm !== undefined) return `Measured (about ${formatLength(predictedMm, unit)} expected)`;
  return guessMm === null ? 'Measured' : `Measured (guessed: ${formatLength(guessMm, unit)})`;
}

/** A mat as large as the one before it on this dog: mats come in families. */
const newMat = (zone: string, tightness: Tightness, last: Mat | undefined): Find => ({
  kind: 'mat',
  mat: {
    zone,
    lengthCm: last?.lengthCm ?? 3,
    widthCm: last?.widthCm ?? 3,
    tightness,
    toSkinMm: packs.mats.toSkinMm[tightness - 1] ?? 0,
    burr: false,
    sores: false,
  },
});

/** Structure felt under the hair here: once is mild, again is marked, again takes it off. */
function Structure({
  hands,
  kinds,
  side,
}: {
  readonly hands: Hands;
  readonly kinds: readonly string[] | null;
  readonly side: 'left' | 'right' | null;
}) {
  const dispatch = useAppDispatch();
  const possible = packs.findings.findings.filter(
    ({ at }) => kinds === null || at.some((k) => kinds.includes(k)),
  );
  if (possible.length === 0) return null;
  const sideOf = ({ sided }: StructureFinding) => (sided ? side : null);
  const seenOf = (finding: StructureFinding) =>
    hands.findings.find((f) => f.finding === finding.id && (f.side ?? null) === sideOf(finding));
  const touch = (finding: StructureFinding) => {
    const seen = seenOf(finding);
    const at = { finding: finding.id, side: sideOf(finding) };
    if (seen?.severity === 'marked') dispatch(dropFind({ kind: 'structure', ...at }));
    else {
      const severity = seen ? 'marked' : 'mild';
      dispatch(putFinds({ finds: [{ kind: 'structure', finding: { ...at, severity } }] }));
    }
  };
  return (
    <section>
      <h2>Structure</h2>
      <div className="sides" role="group" aria-label="Structure">
        {possible.map((finding) => {
          const seen = seenOf(finding);
          return (
            <button
              key={finding.id}
              type="button"
              className="chip"
              aria-pressed={seen !== undefined}
              onClick={() => touch(finding)}
            >
              {finding.name}
              {seen && <span className="level"> {seen.severity}</span>}
            </button>
          );
        })}
      </div>
    </section>
  );
}
