import { yupResolver } from '@hookform/resolvers/yup';
import { bookingSchema } from '@kurrel/contract';
import { addDays, addHours, format, startOfDay } from 'date-fns';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { problemOf, useBookMutation } from '../../app/api.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

interface Typed {
  startsAt: string;
  minutes: number;
  what: string;
}

/** Books the next visit and opens its draft. */
export function BookVisit({ dogId }: { readonly dogId: string }) {
  const navigate = useNavigate();
  const [book, { isLoading, error }] = useBookMutation();
  const tomorrow = format(addHours(addDays(startOfDay(new Date()), 1), 9), "yyyy-MM-dd'T'HH:mm");
  const { register, handleSubmit, formState } = useForm({
    resolver: yupResolver(bookingSchema),
    defaultValues: { startsAt: tomorrow, minutes: 90, what: '' } as unknown as {
      startsAt: Date;
      minutes: number;
      what: string;
    },
  });
  const errors: Partial<Record<keyof Typed, { message?: string }>> = formState.errors;
  const submit = handleSubmit(async (booking) => {
    const answer = await book({ dogId, booking });
    if (answer.data) await navigate(`/visits/${answer.data.id}/hands`);
  });
  return (
    <section aria-label="Book a visit">
      <h2>Book a visit</h2>
      {error !== undefined && <ProblemNote problem={problemOf(error)} />}
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
