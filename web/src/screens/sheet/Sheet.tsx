import type { Choices, VisitSheet } from '@kurrel/contract';
import type { BreedPack, View } from '@kurrel/core';
import { clipLines, openStops, drawnContours, planGroom, stopsOf } from '@kurrel/core';
import { useMemo, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link } from 'react-router';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { notify } from '../../app/noticeSlice.ts';
import { Chips } from '../../parts/Chips.tsx';
import { useTimes } from '../../parts/times.ts';
import { Title } from '../../parts/Title.tsx';
import { caseOf } from '../../parts/visitCase.ts';
import { WithVisit } from '../../parts/WithVisit.tsx';
import { zoneWord } from '../../parts/words.ts';
import type { Paper } from './keep.ts';
import { keepPdf, keepSvg, PAPERS, unwritable } from './keep.ts';
import { PatternSheet } from './PatternSheet.tsx';
import { fileName } from './sheetText.ts';

/** The draft on one page, to print and to keep. */
export const Sheet = () => (
  <WithVisit what="the pattern sheet">
    {(sheet, breed, choices) => <Board sheet={sheet} breed={breed} choices={choices} />}
  </WithVisit>
);

const SMALL = [
  ['front', 'front'],
  ['rear', 'rear'],
  ['headFront', 'face'],
  ['headSide', 'head'],
] as const;

function Board({
  sheet,
  breed,
  choices,
}: {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly choices: Choices;
}) {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((state) => state.preferences.unit);
  const times = useTimes();
  const page = useRef<SVGSVGElement>(null);
  const [paper, setPaper] = useState<Paper>('A4');
  const [busy, setBusy] = useState(false);
  const shown = useMemo(() => {
    const visit = caseOf(breed, sheet, choices);
    const plan = planGroom(visit);
    const body = visit.derived.bodies.own;
    const seen = (view: View) => ({
      view,
      after: drawnContours(view, plan, 'after', false),
      now: drawnContours(view, plan, 'now', false),
    });
    return {
      plan,
      body,
      side: seen(body.views.side),
      small: SMALL.map(([id, name]) => ({ ...seen(body.views[id]), name })),
      lines: clipLines(packs, breed, visit.derived.trim, body),
      stops: openStops(
        stopsOf(sheet.hands, packs, sheet.salon.policy.handlingLimit),
        sheet.stopLog,
        packs.safety,
      ).map(({ stop, zone }) => (zone === null ? stop.name : `${stop.name}, ${zoneWord(zone)}`)),
      restrictions: visit.derived.restrictions.map(({ kind, zone }) =>
        zone ? `${kind.name}, ${zoneWord(zone)}` : kind.name,
      ),
      trim: visit.derived.trim.name,
    };
  }, [breed, sheet, choices]);

  const pdf = async () => {
    if (!page.current) return;
    const lost = unwritable(page.current.textContent ?? '');
    if (lost.length > 0) {
      dispatch(notify({ text: `A PDF cannot show ${lost.join(' ')}: keep the SVG, or print this page.` }));
      return;
    }
    setBusy(true);
    try {
      await keepPdf(page.current, paper, fileName(sheet.dog.name, breed, 'pdf'));
    } catch {
      dispatch(notify({ text: 'The PDF could not be made. Keep the SVG, or print this page.' }));
    } finally {
      setBusy(false);
    }
  };
  return (
    <main id="content" className="page sheet-page">
      <Title of={['Pattern sheet', sheet.dog.name]} />
      <h1 className="no-print">Pattern sheet for {sheet.dog.name}</h1>
      <div className="no-print sides mb-3">
        <Button onClick={() => window.print()}>Print</Button>
        <Button variant="outline-secondary" disabled={busy} onClick={() => void pdf()}>
          {busy ? 'Making the PDF …' : 'Keep as PDF'}
        </Button>
        <Chips
          label="Paper"
          options={(Object.keys(PAPERS) as Paper[]).map((one) => [one, one])}
          chosen={paper}
          onChoose={setPaper}
        />
        <Button
          variant="outline-secondary"
          onClick={() => page.current && keepSvg(page.current, fileName(sheet.dog.name, breed, 'svg'))}
        >
          Keep as SVG
        </Button>
        <Link className="btn btn-outline-secondary" to={`/visits/${sheet.visit.id}/draft`}>
          To the draft
        </Link>
      </div>
      <PatternSheet
        ref={page}
        sheet={sheet}
        breed={breed}
        unit={unit}
        purpose={choices.purpose}
        when={times.weekday(sheet.visit.startsAt)}
        {...shown}
      />
    </main>
  );
}
