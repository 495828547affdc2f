import type {
  CheckedConsent,
  Choices,
  Consent,
  DemoSignIn,
  Dog,
  DogFacts,
  DogPage,
  DogWithVisits,
  Booking,
  BottleFacts,
  Measure,
  Member,
  NewPerson,
  OpenSession,
  OutboxLine,
  OwnerExport,
  PersonFacts,
  Problem,
  Salon,
  SalonSettings,
  SavedHands,
  SaveHands,
  SavedPlan,
  SavedWork,
  SentEvent,
  ShelfBottle,
  SecurityLine,
  Session,
  SignConsent,
  SignIn,
  StopAnswer,
  StopLine,
  TodayLine,
  Tool,
  ToolFacts,
  VisitSheet,
  Work,
} from '@kurrel/contract';
import type { TableEvent } from '@kurrel/core';
import { nanoid } from '@reduxjs/toolkit';
import type { BaseQueryFn, FetchArgs, FetchBaseQueryError } from '@reduxjs/toolkit/query/react';
import { createApi, fetchBaseQuery } from '@reduxjs/toolkit/query/react';

const ifMatch = (version: number) => ({ 'If-Match': `"${version}"` });

/** Where a booking is moved to. */
export interface MoveTo {
  readonly startsAt: string;
  readonly minutes: number;
  readonly groomerId: string | null;
}

const ask = fetchBaseQuery({ baseUrl: '/api/' });
/** Waits before a request that got no answer is sent again, ms; a write goes under the same idempotency key. */
const AGAIN_MS = [400, 1500];

/**
 * Every request: a write carries an idempotency key, what got no answer or “not just now” is sent again, and who is no
 * longer signed in is asked to sign in.
 */
const patiently: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError> = async (args, own, extra) => {
  const request = typeof args === 'string' ? { url: args } : args;
  const headers = { ...(request.headers as Record<string, string> | undefined) };
  const write = request.method !== undefined && request.method !== 'GET';
  const outbox = headers[KEY] !== undefined;
  if (write && !outbox) headers[KEY] = nanoid();
  for (let tried = 0; ; tried++) {
    const answer = await ask({ ...request, headers }, own, extra);
    const { error } = answer;
    if (error?.status === 401 && request.url !== 'session')
      own.dispatch(api.util.invalidateTags(['Session']));
    const passing = error?.status === 'FETCH_ERROR' || error?.status === 503;
    const wait = AGAIN_MS[tried];
    // The outbox has a patience of its own, and nobody waits for an answer while offline.
    if (!passing || wait === undefined || outbox || !navigator.onLine) return answer;
    await new Promise((resolve) => setTimeout(resolve, wait));
  }
};
const KEY = 'Idempotency-Key';

/** The server as the screens see it. Refusals arrive as problem documents; `problemOf` reads them. */
export const api = createApi({
  baseQuery: patiently,
  tagTypes: ['Session', 'Dog', 'Drawer', 'Salon', 'Visit', 'Day', 'People', 'Sessions', 'Shelf', 'Outbox'],
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
      providesTags: ['Visit', 'Dog', 'Day'],
    }),
    visit: build.query<VisitSheet, string>({
      query: (id) => `visits/${id}`,
      providesTags: ['Visit', 'Dog', 'Drawer', 'Salon'],
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
    moveVisit: build.mutation<MoveTo, { visitId: string; to: MoveTo }>({
      query: ({ visitId, to }) => ({ url: `visits/${visitId}/booking`, method: 'PUT', body: to }),
      invalidatesTags: ['Day'],
    }),
    setAbsent: build.mutation<{ readonly absentAt: string | null }, { visitId: string; absent: boolean }>({
      query: ({ visitId, absent }) => ({ url: `visits/${visitId}/absent`, method: 'PUT', body: { absent } }),
      invalidatesTags: ['Day'],
    }),
    tellLate: build.mutation<
      { readonly subject: string; readonly text: string },
      { visitId: string; minutes: number }
    >({
      query: ({ visitId, minutes }) => ({ url: `visits/${visitId}/late`, method: 'POST', body: { minutes } }),
      invalidatesTags: ['Outbox'],
    }),
    outbox: build.query<readonly OutboxLine[], void>({ query: () => 'outbox', providesTags: ['Outbox'] }),
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
    saveWork: build.mutation<SavedWork, { visitId: string; key: string; version: number; work: Work }>({
      query: ({ visitId, key, version, work }) => ({
        url: `visits/${visitId}/work`,
        method: 'PUT',
        body: work,
        headers: { ...ifMatch(version), [KEY]: key },
      }),
    }),
    log: build.query<readonly TableEvent[], string>({
      query: (id) => `visits/${id}/log`,
      keepUnusedDataFor: 0,
    }),
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
    shelf: build.query<readonly ShelfBottle[], void>({ query: () => 'shelf', providesTags: ['Shelf'] }),
    addBottle: build.mutation<ShelfBottle, BottleFacts>({
      query: (body) => ({ url: 'shelf', method: 'POST', body }),
      invalidatesTags: ['Shelf', 'Visit'],
    }),
    saveBottle: build.mutation<ShelfBottle, { id: string; version: number; facts: BottleFacts }>({
      query: ({ id, version, facts }) => ({
        url: `shelf/${id}`,
        method: 'PUT',
        body: facts,
        headers: ifMatch(version),
      }),
      invalidatesTags: ['Shelf', 'Visit'],
    }),
    removeBottle: build.mutation<void, string>({
      query: (id) => ({ url: `shelf/${id}/remove`, method: 'POST' }),
      invalidatesTags: ['Shelf', 'Visit'],
    }),
    restoreBottle: build.mutation<void, string>({
      query: (id) => ({ url: `shelf/${id}/restore`, method: 'POST' }),
      invalidatesTags: ['Shelf', 'Visit'],
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
    consent: build.query<CheckedConsent, { visitId: string; id: string }>({
      query: ({ visitId, id }) => `visits/${visitId}/consents/${id}`,
    }),

    people: build.query<readonly Member[], void>({ query: () => 'people', providesTags: ['People'] }),
    addPerson: build.mutation<Member, NewPerson>({
      query: (body) => ({ url: 'people', method: 'POST', body }),
      invalidatesTags: ['People'],
    }),
    savePerson: build.mutation<Member, { id: string; version: number; facts: PersonFacts }>({
      query: ({ id, version, facts }) => ({
        url: `people/${id}`,
        method: 'PUT',
        body: facts,
        headers: ifMatch(version),
      }),
      invalidatesTags: ['People'],
    }),
    enablePerson: build.mutation<Member, { id: string; on: boolean }>({
      query: ({ id, on }) => ({ url: `people/${id}/${on ? 'enable' : 'disable'}`, method: 'POST' }),
      invalidatesTags: ['People'],
    }),
    resetPassword: build.mutation<void, { id: string; password: string }>({
      query: ({ id, password }) => ({ url: `people/${id}/password`, method: 'POST', body: { password } }),
      invalidatesTags: ['People'],
    }),
    securityLog: build.query<readonly SecurityLine[], void>({
      query: () => 'security-log',
      providesTags: ['People'],
      keepUnusedDataFor: 0,
    }),
    exportOwner: build.mutation<OwnerExport, string>({
      query: (owner) => ({ url: 'owners/export', method: 'POST', body: { owner } }),
    }),
    eraseOwner: build.mutation<{ readonly dogs: number }, string>({
      query: (owner) => ({ url: 'owners/erase', method: 'POST', body: { owner } }),
      invalidatesTags: (_r, error) => (error ? [] : ['Dog', 'Visit']),
    }),
    sessions: build.query<readonly OpenSession[], void>({
      query: () => 'sessions',
      providesTags: ['Sessions'],
      keepUnusedDataFor: 0,
    }),
    endSession: build.mutation<void, string>({
      query: (id) => ({ url: `sessions/${id}`, method: 'DELETE' }),
      invalidatesTags: ['Sessions'],
    }),
    endSessions: build.mutation<void, void>({
      query: () => ({ url: 'sessions', method: 'DELETE' }),
      invalidatesTags: ['Sessions'],
    }),
    changePassword: build.mutation<void, { old: string; password: string }>({
      query: (body) => ({ url: 'session/password', method: 'PUT', body }),
      invalidatesTags: (_r, error) => (error ? [] : ['Sessions']),
    }),

    salon: build.query<Salon, void>({ query: () => 'salon', providesTags: ['Salon'] }),
    saveSalon: build.mutation<Salon, { version: number; rules: SalonSettings }>({
      query: ({ version, rules }) => ({
        url: 'salon',
        method: 'PUT',
        body: rules,
        headers: ifMatch(version),
      }),
      invalidatesTags: (_r, error) => (error ? [] : ['Salon', 'Session']),
    }),
    planVersions: build.query<readonly SavedPlan[], string>({
      query: (id) => `visits/${id}/plans`,
      keepUnusedDataFor: 0,
    }),

    dogs: build.infiniteQuery<DogPage, string, string>({
      infiniteQueryOptions: {
        initialPageParam: '',
        getNextPageParam: ({ dogs, more }) => (more ? dogs.at(-1)?.id : undefined),
      },
      query: ({ queryArg: q, pageParam: after }) => ({ url: 'dogs', params: { q, after } }),
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
  useAnswerStopMutation,
  useStartVisitMutation,
  useSignConsentMutation,
  useConsentQuery,
  usePeopleQuery,
  useAddPersonMutation,
  useSavePersonMutation,
  useEnablePersonMutation,
  useResetPasswordMutation,
  useSecurityLogQuery,
  useExportOwnerMutation,
  useEraseOwnerMutation,
  useSessionsQuery,
  useEndSessionMutation,
  useEndSessionsMutation,
  useChangePasswordMutation,
  useSalonQuery,
  useSaveSalonMutation,
  useDogsInfiniteQuery,
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
  useFinishVisitMutation,
  useLogQuery,
  useMoveVisitMutation,
  useSetAbsentMutation,
  useTellLateMutation,
  useOutboxQuery,
  useShelfQuery,
  useAddBottleMutation,
  useSaveBottleMutation,
  useRemoveBottleMutation,
  useRestoreBottleMutation,
} = api;

const OFFLINE: Problem = {
  type: 'urn:kurrel:problem:failed',
  title: 'No answer from the server',
  status: 0,
  detail: 'Check the connection; nothing you typed is lost. Then try again.',
};

/** Who is signed in; nobody is an empty name. */
export const personOf = (state: Parameters<ReturnType<typeof api.endpoints.session.select>>[0]): string =>
  api.endpoints.session.select()(state).data?.person.id ?? '';

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
