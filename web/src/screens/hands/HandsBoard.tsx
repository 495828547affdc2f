import type { VisitSheet } from '@kurrel/contract';
import type { BreedPack, Find, MeasureKey, TapeQuestion } from '@kurrel/core';
import {
  bodyOf,
  changesSince,
  divided,
  isSaidOf,
  namedZones,
  planGroom,
  questionTape,
  trimZones,
} from '@kurrel/core';
import { happeningSentence } from '@kurrel/words';
import { useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { dogViews } from '../../drawing/dogViews.ts';
import { caseOf, firstChoices } from '../../parts/visitCase.ts';
import { ageOf, zoneWord } from '../../parts/words.ts';
import { UndoRedo } from '../../parts/UndoRedo.tsx';
import { VisitPath } from '../../parts/VisitPath.tsx';
import { CoatPanel } from './CoatPanel.tsx';
import { Effects } from './Effects.tsx';
import { TapeQuestionNote } from './TapeQuestionNote.tsx';
import { FindLine } from './FindLine.tsx';
import { findsByZone, changeWord } from './findWords.ts';
import { FoundList } from './FoundList.tsx';
import { HandsDrawing } from './HandsDrawing.tsx';
import type { HandsTab } from './handsView.ts';
import { lookAt } from './handsView.ts';
import { PartTrouble } from '../../parts/PartTrouble.tsx';
import { SAVE_WORD } from '../../parts/saveWord.ts';
import { confirmMeasure, putFinds } from '../../visit/handsSlice.ts';
import { MeasureFirst, useLengthsToMeasure } from './MeasureFirst.tsx';
import { PlacePanel } from './PlacePanel.tsx';
import { Stops } from '../../parts/Stops.tsx';
import { TapeDrawing } from './TapeDrawing.tsx';
import { TemperPanel } from './TemperPanel.tsx';
import { PanelTabs } from '../../parts/PanelTabs.tsx';
import { Title } from '../../parts/Title.tsx';

interface HandsBoardProps {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
}

const TABS: readonly (readonly [HandsTab, string])[] = [
  ['place', 'This place'],
  ['tape', 'Tape'],
  ['coat', 'Coat'],
  ['temper', 'Temper'],
];

/** The board: the dog from all sides, what is found where, and what it changes. */
export function HandsBoard({ sheet, breed }: HandsBoardProps) {
  const { hands } = sheet;
  const dispatch = useAppDispatch();
  const look = useAppSelector((state) => state.handsView);
  const saving = useAppSelector((state) => state.visit.sync.hands.state);
  const unit = useAppSelector((state) => state.preferences.unit);
  const [params, setParams] = useSearchParams();
  useEffect(() => {
    const tab = TABS.find(([id]) => id === params.get('tab'))?.[0] ?? 'place';
    const asked = params.get('place') ?? 'back';
    const known = asked === 'dog' || namedZones(packs.zones).some(({ id }) => id === asked);
    const zone = known ? asked : 'back';
    dispatch(lookAt({ view: params.get('view') ?? 'left', zone: zone === 'dog' ? null : zone, tab }));
    // Where one looks first, when the screen opens on a dog.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sheet.visit.id]);
  useEffect(() => {
    setParams({ view: look.view, place: look.zone ?? 'dog', tab: look.tab }, { replace: true });
  }, [setParams, look]);
  const [question, setQuestion] = useState<TapeQuestion | null>(null);

  const { measurements, findings } = hands;
  const {
    derived: { trim },
  } = useMemo(() => caseOf(breed, sheet, firstChoices(sheet, breed)), [breed, sheet]);
  const body = useMemo(
    () => divided(packs, breed, trim, bodyOf(packs, breed, measurements, findings)),
    [breed, trim, measurements, findings],
  );
  // What hangs there is no matter of what is found: only of what was left, has grown, or is measured.
  const planned = useMemo(() => planGroom(caseOf(breed, sheet, firstChoices(sheet, breed))), [breed, sheet]);
  const there = useMemo(() => {
    const measured = Object.entries(hands.lengths).map(([zone, { mm }]) => [zone, mm] as const);
    const said = { ...sheet.predictedMm, ...Object.fromEntries(measured) };
    const hairOf = (zone: string) =>
      said[zone] ?? Object.entries(said).find(([other]) => isSaidOf(other, zone))?.[1];
    return {
      ...planned,
      zones: planned.zones.map((one) => ({ ...one, thereMm: hairOf(one.zone) ?? one.thereMm })),
    };
  }, [planned, sheet, hands.lengths]);
  const askedFirst = useLengthsToMeasure(sheet, breed, hands);
  const views = useMemo(() => dogViews(body, there), [body, there]);
  const view = views.find(({ id }) => id === look.view) ?? views[0];
  const finds = useMemo(() => findsByZone(hands, unit, trim), [hands, unit, trim]);
  const unseen = useMemo(() => {
    const seen = new Set(views.flatMap(({ shapes }) => shapes.map(({ zone }) => zone)));
    return trimZones(packs.zones, trim)
      .filter(({ id, side }) => side === null && !seen.has(id))
      .map(({ id }) => id);
  }, [views, trim]);
  const changes = useMemo(() => {
    const last = sheet.lastVisit && { signs: sheet.lastVisit.signs, predictedMm: sheet.predictedMm };
    return changesSince(packs.signs, last, hands);
  }, [sheet, hands]);

  const happened = sheet.lastVisit?.happened ?? [];
  const pick = (zone: string | null) => dispatch(lookAt({ zone, tab: 'place' }));
  /** Measurements are held against the breed first; all else goes on the sheet. */
  const put = (found: readonly Find[], gesture?: string) => {
    for (const find of found) {
      if (find.kind !== 'measure') continue;
      measure(find.key, find.value);
    }
    const others = found.filter(({ kind }) => kind !== 'measure');
    if (others.length > 0) dispatch(putFinds({ finds: others, ...(gesture ? { gesture } : {}) }));
    const [first] = others;
    const zone = first && zoneOf(first);
    if (zone) dispatch(lookAt({ zone, tab: 'place' }));
  };
  const measure = (key: MeasureKey, value: number) => {
    const { [key]: _before, ...rest } = hands.measurements;
    const asked = questionTape(breed, bodyOf(packs, breed, rest, []).measures, key, value);
    setQuestion(asked);
    if (!asked) dispatch(putFinds({ finds: [{ kind: 'measure', key, value }] }));
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof Element && event.target.matches('input, select, textarea');
      const chosen = views[Number(event.key) - 1];
      if (!typing && !event.ctrlKey && !event.metaKey && chosen) dispatch(lookAt({ view: chosen.id }));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch, views]);

  const { dog } = sheet;
  const kg = body.measures.weightKg;
  return (
    <main id="content" className="hands">
      <Title of={['Hands-on', dog.name]} />
      <header className="draft-bar">
        <VisitPath sheet={sheet} />
        <span className="muted save-state" data-testid="hands-state">
          {SAVE_WORD[saving]}
        </span>
        <UndoRedo part="hands" />
      </header>
      <aside className="dog-strip" aria-label="Dog">
        <div className="strip-top">
          <h1>{dog.name}</h1>
          <p>
            {dog.breedCalled || breed.name} · {ageOf(dog.bornOn, new Date())} · {kg.predicted && 'about '}
            {Math.round(kg.kg)} kg
          </p>
          <Stops sheet={sheet} hands={hands} />
          {dog.remember.length > 0 && (
            <ul className="remember" aria-label="Remember">
              {dog.remember.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          )}
        </div>
        <div className="strip-rest">
          {happened.length > 0 && (
            <section>
              <h2>At the last visit</h2>
              <ul className="changes">
                {happened.map((one) => (
                  <li key={JSON.stringify(one)}>{happeningSentence(one, packs.zones)}</li>
                ))}
              </ul>
            </section>
          )}
          {changes.length > 0 && (
            <section>
              <h2>Since last visit</h2>
              <ul className="changes">
                {changes.map((change) => (
                  <li key={`${change.kind}${change.zone ?? ''}`}>{changeWord(change, unit)}</li>
                ))}
              </ul>
            </section>
          )}
          <MeasureFirst lengths={askedFirst} unit={unit} onPick={pick} />
          <FoundList hands={hands} unit={unit} onPick={pick} />
        </div>
      </aside>
      <section className="sheet" aria-label="Drawing">
        <FindLine hands={hands} unit={unit} splits={trim.splits} onFinds={put} />
        <PartTrouble part="hands" />
        {question && (
          <TapeQuestionNote
            question={question}
            breed={breed.name}
            onConfirm={() => {
              dispatch(confirmMeasure(question));
              setQuestion(null);
            }}
            onDrop={() => setQuestion(null)}
          />
        )}
        {look.tab === 'tape' ? (
          <TapeDrawing body={body} hands={hands} unit={unit} onMeasure={measure} />
        ) : (
          view && (
            <>
              <div className="views" role="group" aria-label="View">
                {views.map(({ id, name }, index) => (
                  <button
                    key={id}
                    type="button"
                    className="chip"
                    aria-pressed={id === view.id}
                    aria-keyshortcuts={`${index + 1}`}
                    onClick={() => dispatch(lookAt({ view: id }))}
                  >
                    {name}
                  </button>
                ))}
                <span className="ms-auto" />
                <button
                  type="button"
                  className="chip"
                  aria-pressed={look.zone === null}
                  onClick={() => pick(null)}
                >
                  whole dog
                </button>
                {unseen.map((zone) => (
                  <button
                    key={zone}
                    type="button"
                    className="chip"
                    aria-pressed={look.zone === zone}
                    onClick={() => pick(zone)}
                  >
                    {zoneWord(zone)}
                  </button>
                ))}
              </div>
              <HandsDrawing
                label={`${dog.name}, ${view.name} view: touch a place`}
                view={view}
                selected={look.zone}
                finds={finds}
                onPick={pick}
              />
            </>
          )
        )}
      </section>
      <aside className="zone-panel" aria-label="What is found">
        <PanelTabs tabs={TABS} shown={look.tab} onShow={(tab) => dispatch(lookAt({ tab }))}>
          {look.tab === 'place' && (
            <PlacePanel
              key={look.zone ?? 'dog'}
              zone={look.zone}
              guessMm={planned.zones.find(({ zone }) => zone === look.zone)?.thereMm ?? null}
              sheet={sheet}
              hands={hands}
              unit={unit}
              onFinds={put}
            />
          )}
          {look.tab === 'tape' && <TapeHelp />}
          {look.tab === 'coat' && <CoatPanel hands={hands} breed={breed} isNew={sheet.lastVisit === null} />}
          {look.tab === 'temper' && <TemperPanel hands={hands} ageMonths={sheet.ageMonths} />}
        </PanelTabs>
      </aside>
      <Effects sheet={sheet} breed={breed} hands={hands} unit={unit} />
    </main>
  );
}

const zoneOf = (find: Find): string | null => {
  switch (find.kind) {
    case 'sign':
      return find.sign.zone;
    case 'mat':
      return find.mat.zone;
    case 'length':
      return find.zone;
    default:
      return null;
  }
};

function TapeHelp() {
  return (
    <p className="muted">
      Type what the tape says where it is drawn: 440, 44 cm or 17 1/2 in. Grey figures are what the breed
      predicts. The dog stands square; hair lies, bones do not.
    </p>
  );
}
