import type { Booking, Dog, DogFacts, DogPage, DogWithVisits, OwnerExport } from '@kurrel/contract';
import { api, ifMatch } from './ask.ts';

/** Dogs, their owners, and visits booked for them. */
export const dogsApi = api.injectEndpoints({
  endpoints: (build) => ({
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
    exportOwner: build.mutation<OwnerExport, string>({
      query: (owner) => ({ url: 'owners/export', method: 'POST', body: { owner } }),
    }),
    eraseOwner: build.mutation<{ readonly dogs: number }, string>({
      query: (owner) => ({ url: 'owners/erase', method: 'POST', body: { owner } }),
      invalidatesTags: (_r, error) => (error ? [] : ['Dog', 'Visit']),
    }),
  }),
});

export const {
  useDogsInfiniteQuery,
  useDogQuery,
  useAddDogMutation,
  useSaveDogMutation,
  useArchiveDogMutation,
  useRestoreDogMutation,
  useBookMutation,
  useExportOwnerMutation,
  useEraseOwnerMutation,
} = dogsApi;
