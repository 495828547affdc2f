import type { OutboxLine, TodayLine } from '@kurrel/contract';
import { api } from './ask.ts';

/** Where a booking is moved to. */
export interface MoveTo {
  readonly startsAt: string;
  readonly minutes: number;
  readonly groomerId: string | null;
}

/** The day's bookings. */
export const dayApi = api.injectEndpoints({
  endpoints: (build) => ({
    day: build.query<readonly TodayLine[], { from: string; to: string }>({
      query: (params) => ({ url: 'visits', params }),
      providesTags: ['Visit', 'Dog', 'Day'],
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
  }),
});

export const {
  useDayQuery,
  useMoveVisitMutation,
  useSetAbsentMutation,
  useTellLateMutation,
  useOutboxQuery,
} = dayApi;
