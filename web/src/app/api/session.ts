import type { DemoSignIn, OpenSession, Session, SignIn } from '@kurrel/contract';
import { api } from './ask.ts';

/** Who is signed in, and on which devices. */
export const sessionApi = api.injectEndpoints({
  endpoints: (build) => ({
    session: build.query<Session, void>({ query: () => 'session', providesTags: ['Session'] }),
    demoSignIns: build.query<readonly DemoSignIn[], void>({ query: () => 'demo-sign-ins' }),
    signIn: build.mutation<void, SignIn>({
      query: (body) => ({ url: 'session', method: 'POST', body }),
      invalidatesTags: (_r, error) => (error ? [] : ['Session']),
    }),
    signOut: build.mutation<void, void>({ query: () => ({ url: 'session', method: 'DELETE' }) }),
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
  }),
});

export const {
  useSessionQuery,
  useDemoSignInsQuery,
  useSignInMutation,
  useSignOutMutation,
  useSessionsQuery,
  useEndSessionMutation,
  useEndSessionsMutation,
  useChangePasswordMutation,
} = sessionApi;

/** Who is signed in; nobody is an empty name. */
export const personOf = (
  state: Parameters<ReturnType<typeof sessionApi.endpoints.session.select>>[0],
): string => sessionApi.endpoints.session.select()(state).data?.person.id ?? '';
