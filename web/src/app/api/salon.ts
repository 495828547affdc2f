import type { Member, NewPerson, PersonFacts, Salon, SalonSettings, SecurityLine } from '@kurrel/contract';
import { api, ifMatch } from './ask.ts';

/** House rules and the team. */
export const salonApi = api.injectEndpoints({
  endpoints: (build) => ({
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
  }),
});

export const {
  useSalonQuery,
  useSaveSalonMutation,
  usePeopleQuery,
  useAddPersonMutation,
  useSavePersonMutation,
  useEnablePersonMutation,
  useResetPasswordMutation,
  useSecurityLogQuery,
} = salonApi;
