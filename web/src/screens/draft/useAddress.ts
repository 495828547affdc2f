import type { VisitSheet } from '@kurrel/contract';
import { VIEW_IDS, byId, namedZones } from '@kurrel/core';
import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { look } from './draftView.ts';

/** The place in hand, the view and the panel are in the address, and are taken from it when the screen opens on a dog. */
export function useAddress(sheet: VisitSheet): void {
  const dispatch = useAppDispatch();
  const view = useAppSelector((state) => state.draftView);
  const [params, setParams] = useSearchParams();
  useEffect(() => {
    const coat = byId('coat type', packs.coats.types, sheet.dog.coatType);
    const curlBack = coat.shown === 'reverted' && coat.curl < 1;
    const asked = params.get('zone') ?? 'back';
    const selected = namedZones(packs.zones).some(({ kind }) => kind.id === asked) ? asked : 'back';
    const panel = params.get('show') === 'all' ? 'all' : 'zone';
    const from = VIEW_IDS.find((id) => id === params.get('view')) ?? 'side';
    dispatch(
      look({
        view: from,
        selected,
        side: 'both',
        compare: false,
        panel,
        gesture: false,
        curlBack,
        without: null,
        rule: null,
      }),
    );
    // Where one looks first, when the screen opens on a dog.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [sheet.visit.id]);

  useEffect(() => {
    const show = view.panel === 'all' ? { show: 'all' } : {};
    const from = view.view === 'side' ? {} : { view: view.view };
    setParams({ zone: view.selected, ...show, ...from }, { replace: true });
  }, [setParams, view.selected, view.panel, view.view]);
}
