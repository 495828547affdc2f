import type { Mat } from '@kurrel/core';
import { formatLength } from '@kurrel/core';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { matWord, TIGHTNESS } from './findWords.ts';
import { changeMat, dropFind } from '../../visit/handsSlice.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { Chips } from '../../parts/Chips.tsx';

const SIZES = [
  [2, 2],
  [4, 3],
  [8, 5],
] as const;
const TO_SKIN = [0.5, 1, 2, 4, 8] as const;

/** One mat: how big, how tight, how near the skin, what is in it and under it. */
export function MatEditor({ mat }: { readonly mat: Mat }) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const change = (patch: Partial<Omit<Mat, 'id'>>) => dispatch(changeMat({ id: mat.id, change: patch }));
  const size = (label: string, key: 'lengthCm' | 'widthCm') => (
    <NumberField
      label={label}
      unit="cm"
      value={mat[key]}
      lo={0.2}
      hi={60}
      refusal="A mat is 0.2 to 60 cm: is this in mm?"
      onNumber={(value) => change({ [key]: value })}
    />
  );
  return (
    <fieldset className="mat">
      <legend>{matWord(mat)}</legend>
      <Chips
        label="Size"
        options={SIZES.map(([length, width]) => [length, `${length}×${width} cm`])}
        chosen={SIZES.find(([l, w]) => mat.lengthCm === l && mat.widthCm === w)?.[0] ?? null}
        onChoose={(length) => {
          const [, widthCm] = SIZES.find(([l]) => l === length) ?? [];
          if (widthCm !== undefined) change({ lengthCm: length, widthCm });
        }}
      />
      <Chips
        label="Tightness"
        options={([1, 2, 3, 4] as const).map((tightness) => [
          tightness,
          `${tightness} ${TIGHTNESS[tightness]}`,
        ])}
        chosen={mat.tightness}
        onChoose={(tightness) => change({ tightness })}
      />
      <Chips
        label="Clear of the skin"
        options={TO_SKIN.map((mm) => [mm, formatLength(mm, unit)])}
        chosen={mat.toSkinMm}
        onChoose={(toSkinMm) => change({ toSkinMm })}
      />
      <div className="grid narrow">
        {size('Length', 'lengthCm')}
        {size('Width', 'widthCm')}
        <NumberField
          label="Clear of the skin"
          unit="mm"
          value={mat.toSkinMm}
          lo={0}
          hi={100}
          refusal="The distance to the skin is 0 to 100 mm."
          onNumber={(toSkinMm) => change({ toSkinMm })}
        />
      </div>
      <div className="sides">
        <button
          type="button"
          className="chip"
          aria-pressed={mat.burr}
          onClick={() => change({ burr: !mat.burr })}
        >
          burr in it
        </button>
        <button
          type="button"
          className="chip stops"
          aria-pressed={mat.sores}
          onClick={() => change({ sores: !mat.sores })}
        >
          sores beneath
        </button>
        <button
          type="button"
          className="chip"
          onClick={() => dispatch(dropFind({ kind: 'mat', id: mat.id }))}
        >
          take off
        </button>
      </div>
    </fieldset>
  );
}
