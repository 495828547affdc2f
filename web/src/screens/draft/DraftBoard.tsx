import type { Choices, VisitSheet } from '@kurrel/contract';
import type { BreedPack } from '@kurrel/core';
import { byId, clipLines, kindsIn, zoneKindId } from '@kurrel/core';
import isEqual from 'fast-deep-equal';
import { useCallback, useEffect, useDeferredValue, useMemo, useRef, useState } from 'react';
import { useDebounce } from 'use-debounce';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { DogDrawing } from '../../drawing/DogDrawing.tsx';
import { zoneGroups } from '../../drawing/zoneGroups.ts';
import { AllZones } from './AllZones.tsx';
import { CoatRule } from './CoatRule.tsx';
import { DogStrip } from './DogStrip.tsx';
import { DraftBar } from './DraftBar.tsx';
import { savePart } from '../../visit/visit.ts';
import { clearOverride, setLength, setOverride } from '../../visit/choicesSlice.ts';
import { look } from './draftView.ts';
import { KeysHelp } from './KeysHelp.tsx';
import { PanelTabs } from '../../parts/PanelTabs.tsx';
import type { SetLength } from '../../parts/ruleScale.ts';
import { nextTick } from '../../parts/ruleScale.ts';
import { useDraftKeys } from './useDraftKeys.ts';
import { usePulledLength } from './usePulledLength.ts';
import { useChecks, useDog, useDraft, useOthers, useOwnCost, useView, zonesOf } from './useDraft.ts';
import { OwnWord } from './OwnWord.tsx';
import { UnderDog, VIEW_WORD } from './UnderDog.tsx';
import { useAddress } from './useAddress.ts';
import { useOnDog } from './useOnDog.ts';
import { ZoneHead, ZonePanel } from './ZonePanel.tsx';
import { Title } from '../../parts/Title.tsx';
import { lineSentence } from '../../parts/lineSentence.ts';

interface DraftBoardProps {
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly choices: Choices;
}

/** The board: the dog's strip, the measured drawing, the zone's panel, the coat rule. */
export function DraftBoard({ sheet, breed, choices }: DraftBoardProps) {
  const dispatch = useAppDispatch();
  const view = useAppSelector((state) => state.draftView);
  const unit = useAppSelector((state) => state.preferences.unit);
  const dog = useDog(sheet, breed, choices.trimId);
  const drawn = useView(dog, view.view);
  const draft = useDraft(breed, dog, choices, view.curlBack, drawn);
  const { plan } = draft;
  // What is read, not watched, follows when a moving bead rests.
  const [rested] = useDebounce(
    useMemo(() => ({ plan, choices }), [plan, choices]),
    REST_MS,
  );
  const settled = useDeferredValue(rested);
  const held = useChecks(dog, draft, settled, view.curlBack);
  const [help, setHelp] = useState(false);
  const lengthInput = useRef<HTMLInputElement>(null);
  const reasonInput = useRef<HTMLInputElement>(null);

  const saved = sheet.saved?.choices ?? null;
  const dirty = useMemo(() => !isEqual(saved, choices), [saved, choices]);
  useAddress(sheet);
  // A line that the trim draws, or no longer draws, may divide the place in hand.
  const [inHand = view.selected] = kindsIn(dog.visit.derived.trim.splits, view.selected);
  useEffect(() => {
    if (inHand !== view.selected) dispatch(look({ selected: inHand }));
  }, [dispatch, inHand, view.selected]);

  const select = useCallback(
    (zone: string) => {
      dispatch(look({ selected: zoneKindId(zone), panel: 'zone' }));
    },
    [dispatch],
  );
  const setLengths = useCallback(
    (zones: readonly string[], { mm, tick }: SetLength, gesture: string) => {
      const tool = tick && {
        toolId: tick.toolId,
        direction: tick.against ? ('against' as const) : ('with' as const),
      };
      dispatch(setLength({ zones, mm, tool, gesture }));
    },
    [dispatch],
  );
  const gesture = useCallback((active: boolean) => dispatch(look({ gesture: active })), [dispatch]);

  const zones = useMemo(
    () => zonesOf(dog.first, view.selected, view.side),
    [dog.first, view.selected, view.side],
  );
  const dividing = useMemo(() => {
    const split = dog.visit.derived.trim.splits.find(({ into }) => into.includes(view.selected));
    const [line] = split ? clipLines(packs, breed, { lines: [split.line] }, dog.body) : [];
    return line ? lineSentence(packs, line, unit) : null;
  }, [breed, dog, view.selected, unit]);
  const clear = useCallback(() => dispatch(clearOverride(zones)), [dispatch, zones]);
  const showHelp = useCallback(() => setHelp(true), []);
  const settledZone = settled.plan.zones.find((z) => z.zone === zones[0]);
  const zone = plan.zones.find((z) => z.zone === zones[0]) ?? plan.zones[0];
  const onPull = usePulledLength({
    plan,
    coat: draft.coat,
    curlBack: view.curlBack,
    zones,
    ticks: dog.ticks,
    onLength: setLengths,
    onGesture: gesture,
  });
  useDraftKeys({
    plan,
    selected: view.selected,
    onSelect: select,
    onTick: (longer) => {
      if (zone) setLengths(zones, nextTick(zone.leftMm, dog.ticks, longer), `tick-${Date.now()}`);
    },
    onTurn: () => {
      if (zone?.tool?.technique !== 'clip' && zone?.tool?.technique !== 'comb') return;
      const { toolId, direction } = zone.tool;
      dispatch(
        setOverride({ zones, patch: { toolId, direction: direction === 'with' ? 'against' : 'with' } }),
      );
    },
    onCompare: (on) => dispatch(look({ compare: on })),
    onView: (id) => dispatch(look({ view: id })),
    onType: (digit) => {
      const input = lengthInput.current;
      if (!input) return;
      input.focus();
      input.select();
      document.execCommand('insertText', false, digit);
    },
    onOverride: () => lengthInput.current?.focus(),
    onWhy: () => document.getElementById('why')?.scrollIntoView({ block: 'start' }),
    onHelp: showHelp,
    onSave: () => {
      if (dirty) void dispatch(savePart('choices'));
    },
  });

  const groups = useMemo(
    () => zoneGroups(plan, drawn.view, view.selected, drawn.frame),
    [plan, drawn.view, drawn.frame, view.selected],
  );
  const others = useOthers(sheet, settled.choices, view.gesture);
  const other = others[sheet.hands.findings.findIndex(({ finding }) => finding === view.without)];
  const { without, measuredLines, profile, passes } = useOnDog({
    breed,
    body: dog.body,
    view: drawn.view,
    plan,
    found: draft.found,
    other: other ?? null,
    zone: settledZone ?? null,
  });
  const cost = useOwnCost(dog, draft, settled, held, zones, view.curlBack);
  return (
    <main id="content" className="draft">
      <Title of={['Draft', sheet.dog.name]} />
      <DraftBar sheet={sheet} dirty={dirty} onHelp={showHelp} />
      <DogStrip
        sheet={sheet}
        breed={breed}
        trimId={choices.trimId}
        purpose={choices.purpose}
        wish={choices.wish}
        schools={choices.schools}
        scope={choices.scope}
        visit={dog.visit}
        others={others}
        plan={settled.plan}
        held={held}
        body={dog.body}
      />
      <section className="sheet" aria-label="Drawing">
        <DogDrawing
          label={`${sheet.dog.name}, ${VIEW_WORD[view.view]}, ${view.compare ? 'as the coat is now' : `as the ${plan.trim} trim leaves it`}`}
          key={view.view}
          view={drawn.view}
          plan={plan}
          frame={drawn.frame}
          outline={view.compare ? draft.now : draft.after}
          ghost={view.compare ? null : draft.now}
          ideal={draft.ideal}
          without={without}
          measured={measuredLines}
          lines={draft.lines}
          texture={draft.coat.texture}
          lengthOf={view.compare ? draft.lengths.now : draft.lengths.after}
          groups={groups}
          profile={profile}
          passes={passes}
          selected={view.selected}
          unit={unit}
          steady={view.gesture}
          onSelect={select}
          {...(view.compare ? {} : { onPull })}
        />
        <UnderDog
          visitId={sheet.visit.id}
          view={view.view}
          curlBack={view.curlBack}
          compare={view.compare}
          without={view.without === null ? null : byId('finding', packs.findings.findings, view.without).name}
        />
      </section>
      <aside className="zone-panel" aria-label="Zone">
        <PanelTabs tabs={TABS} shown={view.panel} onShow={(panel) => dispatch(look({ panel }))}>
          {view.panel === 'all' || !zone || !settledZone ? (
            <AllZones plan={settled.plan} selected={view.selected} unit={unit} onSelect={select} />
          ) : (
            <>
              <ZoneHead zone={zone} side={view.side} unit={unit} />
              <ZonePanel
                key={zone.zone}
                zone={settledZone}
                zones={zones}
                plan={settled.plan}
                sheet={sheet}
                choices={settled.choices}
                side={view.side}
                unit={unit}
                cost={cost}
                line={dividing}
              />
              <OwnWord
                key={`own ${zone.zone}`}
                zone={zone}
                zones={zones}
                drawer={sheet.drawer}
                override={choices.overrides.find((one) => one.zone === zone.zone)}
                unit={unit}
                lengthInput={lengthInput}
                reasonInput={reasonInput}
                onClear={clear}
              />
            </>
          )}
        </PanelTabs>
      </aside>
      <CoatRule
        plan={plan}
        ticks={dog.ticks}
        selected={view.selected}
        unit={unit}
        onSelect={select}
        onLength={setLengths}
        onGesture={gesture}
      />
      <section className="print-only">
        <AllZones plan={settled.plan} selected="" unit={unit} onSelect={select} />
      </section>
      <KeysHelp show={help} onHide={() => setHelp(false)} />
    </main>
  );
}

/** So long is a hand still when it looks at what it did. */
const REST_MS = 90;

const TABS = [
  ['zone', 'This zone'],
  ['all', 'All zones'],
] as const;
