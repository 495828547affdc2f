import type {
  Choices,
  Consent,
  DemoSignIn,
  Dog,
  DogFacts,
  DogWithVisits,
  Booking,
  Measure,
  Problem,
  Salon,
  SalonRules,
  SavedHands,
  SaveHands,
  SavedPlan,
  Session,
  SignConsent,
  SignIn,
  StopAnswer,
  StopLine,
  TodayLine,
  Tool,
  ToolFacts,
  VisitSheet,
} from '@kurrel/contract';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

const ifMatch = (version: number) => ({ 'If-Match': `"${version}"` });

/** The server as the screens see it. Refusals arrive as problem documents; `problemOf` reads them. */
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: '/api/' }),
  tagTypes: ['Session', 'Dog', 'Drawer', 'Salon', 'Visit'],
  endpoints: (build) => ({
    session: build.query<Session, void>({ query: () => 'session', providesTags: ['Session'] }),
    demoSignIns: build.query<readonly DemoSignIn[], void>({ query: () => 'demo-sign-ins' }),
    signIn: build.mutation<void, SignIn>({
      query: (body) => ({ url: 'session', method: 'POST', body }),
      invalidatesTags: (_r, error) => (error ? [] : ['Session']),
    }),
    signOut: build.mutation<void, void>({ query: () => ({ url: 'session', method: 'DELETE' }) }),

    day: build.query<readonly TodayLine[], { from: string; to: string }>({
      query: (params) => ({ url: 'visits', params }),
      providesTags: ['Visit', 'Dog'],
    }),
    visit: build.query<VisitSheet, string>({
      query: (id) => `visits/${id}`,
      providesTags: ['Visit', 'Dog', 'Drawer', 'Salon'],
      keepUnusedDataFor: 0,
    }),
    savePlan: build.mutation<SavedPlan, { visitId: string; version: number; choices: Choices }>({
      query: ({ visitId, version, choices }) => ({
        url: `visits/${visitId}/plan`,
        method: 'PUT',
        body: choices,
        headers: ifMatch(version),
      }),
      async onQueryStarted({ visitId }, { dispatch, queryFulfilled }) {
        const saved = await queryFulfilled.catch(() => null);
        if (!saved) return;
        dispatch(
          api.util.updateQueryData('visit', visitId, (sheet) => {
            Object.assign(sheet, { saved: saved.data });
          }),
        );
      },
    }),
    saveHands: build.mutation<SavedHands, { visitId: string; version: number } & SaveHands>({
      query: ({ visitId, version, hands, dogVersion }) => ({
        url: `visits/${visitId}/hands`,
        method: 'PUT',
        body: { hands, dogVersion },
        headers: ifMatch(version),
      }),
    }),
    answerStop: build.mutation<readonly StopLine[], { visitId: string; answer: StopAnswer }>({
      query: ({ visitId, answer }) => ({ url: `visits/${visitId}/stops`, method: 'POST', body: answer }),
      async onQueryStarted({ visitId }, { dispatch, queryFulfilled }) {
        const answered = await queryFulfilled.catch(() => null);
        if (!answered) return;
        dispatch(
          api.util.updateQueryData('visit', visitId, (sheet) => {
            Object.assign(sheet, { stopLog: answered.data });
          }),
        );
      },
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
          api.util.updateQueryData('visit', visitId, (sheet) => {
            Object.assign(sheet.visit, answered.data);
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
    consent: build.query<Consent, { visitId: string; id: string }>({
      query: ({ visitId, id }) => `visits/${visitId}/consents/${id}`,
    }),

    salon: build.query<Salon, void>({ query: () => 'salon', providesTags: ['Salon'] }),
    saveSalon: build.mutation<Salon, { version: number; rules: SalonRules }>({
      query: ({ version, rules }) => ({
        url: 'salon',
        method: 'PUT',
        body: rules,
        headers: ifMatch(version),
      }),
      invalidatesTags: (_r, error) => (error ? [] : ['Salon']),
    }),
    planVersions: build.query<readonly SavedPlan[], string>({
      query: (id) => `visits/${id}/plans`,
      keepUnusedDataFor: 0,
    }),

    dogs: build.query<readonly Dog[], string>({
      query: (q) => ({ url: 'dogs', params: { q } }),
      providesTags: ['Dog'],
    }),
    dog: build.query<DogWithVisits, string>({ query: (id) => `dogs/${id}`, providesTags: ['Dog', 'Visit'] }),
    addDog: build.mutation<Dog, DogFacts>({
      query: (body) => ({ url: 'dogs', method: 'POST', body }),
      invalidatesTags: ['Dog'],
    }),
    saveDog: build.mutation<Dog, { id: string; version: number; facts: DogFacts }>({
      query: ({ id, version, facts }) => ({
        url: `dogs/${id}`,
        method: 'PUT',
        body: facts,
        headers: ifMatch(version),
      }),
      invalidatesTags: (_r, error) => (error ? [] : ['Dog']),
    }),
    archiveDog: build.mutation<Dog, string>({
      query: (id) => ({ url: `dogs/${id}/archive`, method: 'POST' }),
      invalidatesTags: ['Dog'],
    }),
    restoreDog: build.mutation<Dog, string>({
      query: (id) => ({ url: `dogs/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['Dog'],
    }),
    book: build.mutation<{ id: string }, { dogId: string; booking: Booking }>({
      query: ({ dogId, booking }) => ({ url: `dogs/${dogId}/visits`, method: 'POST', body: booking }),
      invalidatesTags: ['Visit'],
    }),

    drawer: build.query<readonly Tool[], void>({ query: () => 'drawer', providesTags: ['Drawer'] }),
    addTool: build.mutation<Tool, ToolFacts>({
      query: (body) => ({ url: 'drawer', method: 'POST', body }),
      invalidatesTags: ['Drawer'],
    }),
    saveTool: build.mutation<Tool, { id: string; version: number; facts: ToolFacts }>({
      query: ({ id, version, facts }) => ({
        url: `drawer/${id}`,
        method: 'PUT',
        body: facts,
        headers: ifMatch(version),
      }),
      invalidatesTags: ['Drawer'],
    }),
    removeTool: build.mutation<void, string>({
      query: (id) => ({ url: `drawer/${id}/remove`, method: 'POST' }),
      invalidatesTags: ['Drawer'],
    }),
    restoreTool: build.mutation<void, string>({
      query: (id) => ({ url: `drawer/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['Drawer'],
    }),
    measureTool: build.mutation<Tool, { id: string; measure: Measure }>({
      query: ({ id, measure }) => ({ url: `drawer/${id}/measures`, method: 'POST', body: measure }),
      invalidatesTags: ['Drawer'],
    }),
  }),
});

export const {
  useSessionQuery,
  useDemoSignInsQuery,
  useSignInMutation,
  useSignOutMutation,
  useDayQuery,
  useVisitQuery,
  useSavePlanMutation,
  useSaveHandsMutation,
  useAnswerStopMutation,
  useStartVisitMutation,
  useSignConsentMutation,
  useConsentQuery,
  useSalonQuery,
  useSaveSalonMutation,
  useDogsQuery,
  useDogQuery,
  useAddDogMutation,
  useSaveDogMutation,
  useArchiveDogMutation,
  useRestoreDogMutation,
  useBookMutation,
  useDrawerQuery,
  useAddToolMutation,
  useSaveToolMutation,
  useRemoveToolMutation,
  useRestoreToolMutation,
  useMeasureToolMutation,
} = api;

const OFFLINE: Problem = {
  type: 'urn:kurrel:problem:failed',
  title: 'No answer from the server',
  status: 0,
  detail: 'Check the connection; nothing you typed is lost. Then try again.',
};

/** What the server said was wrong, or that it said nothing. */
export function problemOf(error: unknown): Problem {
  if (typeof error === 'object' && error !== null && 'data' in error) {
    const data: unknown = error.data;
    const parsed = typeof data === 'string' ? parse(data) : data;
    if (isProblem(parsed)) return parsed;
  }
  return OFFLINE;
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

function isProblem(value: unknown): value is Problem {
  return typeof value === 'object' && value !== null && 'type' in value && 'detail' in value;
}
