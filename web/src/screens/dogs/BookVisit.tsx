import { yupResolver } from '@hookform/resolvers/yup';
import type { VisitLine } from '@kurrel/contract';
import { bookingSchema } from '@kurrel/contract';
import { addWeeks } from 'date-fns';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { useBookMutation } from '../../app/api/dogs.ts';
import { problemOf } from '../../app/api/problem.ts';
import { packs } from '../../app/packs.ts';
import { useTimes } from '../../parts/times.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

interface Typed {
  startsAt: string;
  minutes: number;
  what: string;
  scope: readonly string[];
}

/** Books the next visit and opens its draft. */
export function BookVisit({ dogId, last }: { readonly dogId: string; readonly last: VisitLine | undefined }) {
  const times = useTimes();
  const [weeks, setWeeks] = useState(6);
  const navigate = useNavigate();
  const [book, { isLoading, error }] = useBookMutation();
  const tomorrow = `${times.dayOf(1)}T09:00`;
  const { register, handleSubmit, setValue, getValues, formState } = useForm({
    resolver: yupResolver(bookingSchema),
    defaultValues: { startsAt: tomorrow, minutes: 90, what: '', scope: [] } as unknown as {
      startsAt: Date;
      minutes: number;
      what: string;
      scope: readonly string[];
    },
  });
  const errors: Partial<Record<keyof Typed, { message?: string }>> = formState.errors;
  const submit = handleSubmit(async (_booking, event) => {
    const typed = Object.fromEntries(new FormData(event?.target as HTMLFormElement)) as Record<
      string,
      string
    >;
    const startsAt = new Date(times.fromField(typed.startsAt ?? ''));
    const answer = await book({ dogId, booking: { ..._booking, startsAt } });
    if (answer.data) await navigate(`/visits/${answer.data.id}/hands`);
  });
  return (
    <section aria-label="Book a visit">
      <h2>Book a visit</h2>
      {error !== undefined && <ProblemNote problem={problemOf(error)} />}
      {last && (
        <div className="again">
          <Button
            variant="outline-primary"
            onClick={() => {
              const when = times.toField(addWeeks(new Date(last.startsAt), weeks).toISOString());
              setValue('startsAt', when as unknown as Date);
              setValue('minutes', last.minutes);
              setValue('what', last.what);
            }}
          >
            As last time, in {weeks} weeks
          </Button>
          <Form.Range
            aria-label="Weeks from the last visit"
            min={1}
            max={16}
            value={weeks}
            onChange={(event) => setWeeks(Number(event.target.value))}
          />
        </div>
      )}
      <Form noValidate className="book" onSubmit={(event) => void submit(event)}>
        <Form.Group controlId="startsAt">
          <Form.Label>When</Form.Label>
          <Form.Control type="datetime-local" isInvalid={!!errors.startsAt} {...register('startsAt')} />
          <Form.Control.Feedback type="invalid">{errors.startsAt?.message}</Form.Control.Feedback>
        </Form.Group>
        <Form.Group controlId="minutes">
          <Form.Label>Minutes</Form.Label>
          <Form.Control inputMode="numeric" isInvalid={!!errors.minutes} {...register('minutes')} />
          <Form.Control.Feedback type="invalid">{errors.minutes?.message}</Form.Control.Feedback>
        </Form.Group>
        <Form.Group controlId="scope">
          <Form.Label>How much</Form.Label>
          <Form.Select
            onChange={(event) => {
              const asked = packs.wishes.scopes.find(({ id }) => id === event.target.value);
              const before = packs.wishes.scopes.some(({ name }) => name === getValues('what'));
              setValue('scope', asked?.jobs ?? []);
              if (asked && (before || getValues('what') === ''))
                setValue('what', asked.jobs.length === 0 ? '' : asked.name);
            }}
          >
            {packs.wishes.scopes.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="what" className="wide">
          <Form.Label>What</Form.Label>
          <Form.Control isInvalid={!!errors.what} {...register('what')} />
          <Form.Control.Feedback type="invalid">{errors.what?.message}</Form.Control.Feedback>
        </Form.Group>
        <Button type="submit" variant="outline-primary" disabled={isLoading}>
          Book and open
        </Button>
      </Form>
    </section>
  );
}
