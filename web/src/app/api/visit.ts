import type {
  CheckedConsent,
  Choices,
  Consent,
  SaveHands,
  SavedHands,
  SavedPlan,
  SavedWork,
  SentEvent,
  SignConsent,
  StopAnswer,
  StopLine,
  VisitSheet,
  Work,
} from '@kurrel/contract';
import type { TableEvent } from '@kurrel/core';
import { api, ifMatch, KEY } from './ask.ts';

/** One visit: its sheet, its parts, its stops, its consents and the log of its table. */
export const visitApi = api.injectEndpoints({
  endpoints: (build) => ({
    visit: build.query<VisitSheet, string>({
      query: (id) => `visits/${id}`,
      providesTags: (_r, _e, id) => ['Visit', { type: 'Visit', id }, 'Dog', 'Drawer', 'Salon'],
      keepUnusedDataFor: 0,
    }),
    savePlan: build.mutation<SavedPlan, { visitId: string; key: string; version: number; choices: Choices }>({
      query: ({ visitId, key, version, choices }) => ({
        url: `visits/${visitId}/plan`,
        method: 'PUT',
        body: choices,
        headers: { ...ifMatch(version), [KEY]: key },
      }),
    }),
    saveHands: build.mutation<SavedHands, { visitId: string; key: string; version: number } & SaveHands>({
      query: ({ visitId, key, version, hands, dogVersion }) => ({
        url: `visits/${visitId}/hands`,
        method: 'PUT',
        body: { hands, dogVersion },
        headers: { ...ifMatch(version), [KEY]: key },
      }),
    }),
    saveWork: build.mutation<SavedWork, { visitId: string; key: string; version: number; work: Work }>({
      query: ({ visitId, key, version, work }) => ({
        url: `visits/${visitId}/work`,
        method: 'PUT',
        body: work,
        headers: { ...ifMatch(version), [KEY]: key },
      }),
    }),
    // No query: of two at once the second would be given the first one's answer, which may be older than what it asks for.
    readLog: build.mutation<readonly TableEvent[], string>({ query: (id) => `visits/${id}/log` }),
    sendLog: build.mutation<
      readonly TableEvent[],
      { visitId: string; key: string; events: readonly SentEvent[] }
    >({
      query: ({ visitId, key, events }) => ({
        url: `visits/${visitId}/log`,
        method: 'POST',
        body: { events },
        headers: { [KEY]: key },
      }),
    }),
    confirmLog: build.mutation<readonly TableEvent[], string>({
      query: (visitId) => ({ url: `visits/${visitId}/log/confirm`, method: 'POST', body: {} }),
    }),
    startVisit: build.mutation<{ readonly startedAt: string | null }, { visitId: string; started: boolean }>({
      query: ({ visitId, started }) => ({
        url: `visits/${visitId}/start`,
        method: 'PUT',
        body: { started },
      }),
      async onQueryStarted({ visitId }, { dispatch, queryFulfilled }) {
        const answered = await queryFulfilled.catch(() => null);
        if (!answered) return;
        dispatch(
          visitApi.util.updateQueryData('visit', visitId, (sheet) => {
            Object.assign(sheet.visit, answered.data);
          }),
        );
      },
    }),
    finishVisit: build.mutation<
      { readonly finishedAt: string | null },
      { visitId: string; finished: boolean }
    >({
      query: ({ visitId, finished }) => ({
        url: `visits/${visitId}/finish`,
        method: 'PUT',
        body: { finished },
      }),
      invalidatesTags: (_r, error) => (error ? [] : ['Day', 'Drawer', 'Visit']),
    }),
    answerStop: build.mutation<readonly StopLine[], { visitId: string; answer: StopAnswer }>({
      query: ({ visitId, answer }) => ({ url: `visits/${visitId}/stops`, method: 'POST', body: answer }),
      async onQueryStarted({ visitId }, { dispatch, queryFulfilled }) {
        const answered = await queryFulfilled.catch(() => null);
        if (!answered) return;
        dispatch(
          visitApi.util.updateQueryData('visit', visitId, (sheet) => {
            Object.assign(sheet, { stopLog: answered.data });
          }),
        );
      },
    }),
    signConsent: build.mutation<
      { readonly consent: Consent; readonly saved: SavedPlan },
      { visitId: string; version: number; body: SignConsent }
    >({
      query: ({ visitId, version, body }) => ({
        url: `visits/${visitId}/consents`,
        method: 'POST',
        body,
        headers: ifMatch(version),
      }),
      invalidatesTags: (_r, error) => (error ? [] : ['Visit']),
    }),
    consent: build.query<CheckedConsent, { visitId: string; id: string }>({
      query: ({ visitId, id }) => `visits/${visitId}/consents/${id}`,
    }),
  }),
});

export const {
  useVisitQuery,
  useStartVisitMutation,
  useFinishVisitMutation,
  useAnswerStopMutation,
  useSignConsentMutation,
  useConsentQuery,
} = visitApi;
