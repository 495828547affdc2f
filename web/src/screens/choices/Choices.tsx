import type { Choices, VisitSheet } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import type { BreedPack, Proposal } from '@kurrel/core';
import { drawnContours, withChoices } from '@kurrel/core';
import { useEffect, useMemo, useState } from 'react';
import { useSessionQuery } from '../../app/api/session.ts';
import { useWorker } from '../../app/useWorker.ts';
import { BARE, frameFor } from '../../drawing/frame.ts';
import { Asked } from '../../parts/Asked.tsx';
import { Loading } from '../../parts/Loading.tsx';
import { WithVisit } from '../../parts/WithVisit.tsx';
import { VisitPath } from '../../parts/VisitPath.tsx';
import { caseOf, firstChoices } from '../../parts/visitCase.ts';
import { ConsentForm } from './ConsentForm.tsx';
import type { Swap } from './keptBoard.ts';
import { keptBoard } from './keptBoard.ts';
import type { LookedAt } from './LookCard.tsx';
import { LookCard } from './LookCard.tsx';
import { Title } from '../../parts/Title.tsx';

/** The looks side by side, for the owner to choose from and sign. */
export const ChoicesScreen = () => (
  <WithVisit what="the choices">
    {(sheet, breed, choices) => <Board key={sheet.visit.id} sheet={sheet} breed={breed} draft={choices} />}
  </WithVisit>
);

/** An owner chooses by the head: the whole dog, and its face from ahead and from the side. */
const LOOKED_AT = ['side', 'headFront', 'headSide'] as const;

interface BoardProps {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  /** What is on the screen: of it the board takes what the owner asks for. */
  readonly draft: Choices;
}

function Board({ sheet, breed, draft }: BoardProps) {
  const visitId = sheet.visit.id;
  const session = useSessionQuery();
  const [kept, setKept] = useState(() => keptBoard.read(visitId));
  useEffect(() => {
    keptBoard.write(visitId, kept);
  }, [visitId, kept]);

  const { swaps } = kept;
  const { scope } = draft;
  const { places } = draft.wish;
  const wanted = useMemo((): Choices => {
    const first = firstChoices(sheet, breed);
    return { ...first, scope, wish: { ...first.wish, places } };
  }, [sheet, breed, scope, places]);
  const found = useWorker((work) => work.looks(sheet, wanted, swaps), [sheet, wanted, swaps]);
  const asked = useMemo(() => caseOf(breed, sheet, wanted), [sheet, breed, wanted]);
  const looks = useMemo(
    () => found?.map((look): Proposal => ({ ...look, visit: withChoices(asked, look.choices) })) ?? [],
    [found, asked],
  );
  const drawn = useMemo(() => {
    const bodies = looks.map(({ visit }) => visit.derived.bodies.own);
    const body = bodies[0] ?? asked.derived.bodies.own;
    const [first] = looks;
    return LOOKED_AT.map((id): LookedAt => {
      const view = body.views[id];
      const now = first ? drawnContours(view, first.plan, 'now', false) : [];
      const looked = looks.map(({ plan }, at) => {
        const own = (bodies[at] ?? body).views[id];
        return { view: own, outline: drawnContours(own, plan, 'after', false) };
      });
      const outlines = looked.map(({ outline }) => outline);
      return { id, view, now, looks: looked, frame: frameFor(view, [now, ...outlines], BARE) };
    });
  }, [asked, looks]);

  const picked = kept.picked === null ? undefined : looks[kept.picked];
  const mayTake = may(session.data?.person.role ?? 'trainee', 'consent:take');
  const swap = (slot: number, to: Swap | null) =>
    setKept((board) => ({ ...board, swaps: { ...board.swaps, [slot]: to }, picked: null }));
  return (
    <main id="content" className="choices">
      <Title of={['Choices', sheet.dog.name]} />
      <header className="draft-bar">
        <VisitPath sheet={sheet} />
      </header>
      <div className="choices-head">
        <h1>{sheet.dog.name}: choose a look</h1>
        <p className="muted">All at one scale. Dotted: the coat there now. Prices are ranges, mats apart.</p>
      </div>
      <Asked wish={draft.wish} scope={scope} purpose={draft.purpose} />
      {found === null && <Loading what="the looks" />}
      <div className={`looks of-${looks.length}`}>
        {looks.map((look, slot) => (
          <LookCard
            key={slot}
            look={look}
            slot={slot}
            drawn={drawn}
            breed={breed}
            picked={kept.picked === slot}
            onPick={() => setKept((board) => ({ ...board, picked: board.picked === slot ? null : slot }))}
            onSwap={(to) => swap(slot, to)}
            swapped={kept.swaps[slot] ?? null}
          />
        ))}
      </div>
      {picked && (
        <ConsentForm
          key={kept.picked}
          sheet={sheet}
          look={picked}
          mayTake={mayTake}
          signedBy={kept.signedBy ?? sheet.dog.owner}
          onName={(signedBy) => setKept((board) => ({ ...board, signedBy }))}
          onSigned={() => keptBoard.forget(visitId)}
        />
      )}
    </main>
  );
}
