import type { VisitSheet } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import type { Task } from '@kurrel/core';
import { jobsOf } from '@kurrel/core';
import { addDays, format, parseISO } from 'date-fns';
import { useDayQuery } from '../app/api/day.ts';
import { useBookMutation } from '../app/api/dogs.ts';
import { problemOf } from '../app/api/problem.ts';
import { useSessionQuery } from '../app/api/session.ts';
import { notify } from '../app/noticeSlice.ts';
import { packs } from '../app/packs.ts';
import { useAppDispatch } from '../app/store.ts';
import { firstFree } from './firstFree.ts';
import { useTimes } from './times.ts';

interface BookSecondProps {
  readonly sheet: VisitSheet;
  /** What is left for it. */
  readonly left: readonly Task[];
  /** What the second visit takes. */
  readonly minutes: number;
  /** What is left for it, in words. */
  readonly what: string;
  /** What the touch does beside booking, in words, and how it is done. */
  readonly does: string;
  readonly onBooked: () => void;
  readonly className: string;
}

/** Days ahead that are looked through for a free hour. */
const DAYS_AHEAD = 14;
const ROUNDED_TO = 5;
/** Letters of what is to be done. */
const LONGEST = 80;

/** The second visit of a groom that is parted: proposed at the same hour, booked with one touch. */
export function BookSecond({
  sheet,
  left,
  minutes: needed,
  what,
  does,
  onBooked,
  className,
}: BookSecondProps) {
  const times = useTimes();
  const role = useSessionQuery().data?.person.role ?? 'trainee';
  const dispatch = useAppDispatch();
  const [book, { error, isLoading }] = useBookMutation();
  const { startsAt, groomer } = sheet.visit;
  const minutes = Math.ceil(needed / ROUNDED_TO) * ROUNDED_TO;
  const [date = '', hour = ''] = times.toField(startsAt).split('T');
  const dayAfter = (days: number) => format(addDays(parseISO(date), days), 'yyyy-MM-dd');
  const first = packs.times.secondVisitDays;
  const starts = Array.from({ length: DAYS_AHEAD }, (_, day) =>
    times.fromField(`${dayAfter(first + day)}T${hour}`),
  );
  const { data: booked } = useDayQuery({
    from: times.range(dayAfter(first)).from,
    to: times.range(dayAfter(first + DAYS_AHEAD)).to,
  });
  const when = firstFree(starts, minutes, booked?.filter((one) => one.groomer === groomer) ?? []);
  const touched = async (startsAt: string) => {
    const booking = {
      startsAt: new Date(startsAt),
      minutes,
      what: `Second visit: ${what}`.slice(0, LONGEST),
      scope: jobsOf(packs.wishes, left),
    };
    const answer = await book({ dogId: sheet.dog.id, booking });
    if (answer.error !== undefined) return;
    dispatch(
      notify({
        text: `${sheet.dog.name} is booked for ${times.dayTime(startsAt)}; another time is set on its card.`,
      }),
    );
    onBooked();
  };
  if (!may(role, 'visit:book')) return <p>A groomer books the second visit.</p>;
  if (when === null) return <p>{groomer} has no free hour in those weeks: book it on the dog’s card.</p>;
  return (
    <>
      {error !== undefined && <p role="alert">{problemOf(error).detail} Nothing is booked yet.</p>}
      <button type="button" className={className} disabled={isLoading} onClick={() => void touched(when)}>
        {does}, and book the second visit: {times.dayTime(when)}, {minutes} min
      </button>
    </>
  );
}
