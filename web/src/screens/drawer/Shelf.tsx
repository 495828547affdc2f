import type { BottleFacts, ShelfBottle } from '@kurrel/contract';
import { bottleSchema, may } from '@kurrel/contract';
import { yupResolver } from '@hookform/resolvers/yup';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';
import {
  useAddBottleMutation,
  useRemoveBottleMutation,
  useRestoreBottleMutation,
  useSaveBottleMutation,
  useShelfQuery,
} from '../../app/api/drawer.ts';
import { problemOf } from '../../app/api/problem.ts';
import { useSessionQuery } from '../../app/api/session.ts';
import { packs } from '../../app/packs.ts';
import { Loading } from '../../parts/Loading.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

const FRESH: BottleFacts = {
  kindId: 'mild-shampoo',
  label: '',
  dilution: { notation: 'to-1', n: 10 },
  leftMl: 1000,
};
/** Less than this is listed as low whatever the dog, mL. */
const LOW_ML = 100;

/** The salon's bottles: their labels, what their labels say of dilution, and what is left in them. */
export function Shelf() {
  const { data, error, isLoading, refetch } = useShelfQuery();
  const session = useSessionQuery();
  const [edited, setEdited] = useState<ShelfBottle | 'new' | null>(null);
  const [remove, removed] = useRemoveBottleMutation();
  const [restore] = useRestoreBottleMutation();
  const [gone, setGone] = useState<ShelfBottle | null>(null);
  const mayEdit = may(session.data?.person.role ?? 'trainee', 'shelf:edit');
  if (isLoading) return <Loading what="the bottles" />;
  if (error !== undefined) return <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />;
  return (
    <section className="shelf" aria-label="Bottles">
      <div className="page-head">
        <h2>Bottles</h2>
        {mayEdit && (
          <Button size="sm" variant="outline-primary" onClick={() => setEdited('new')}>
            Add a bottle
          </Button>
        )}
      </div>
      {gone && (
        <p role="status">
          {gone.label} is off the shelf.{' '}
          <Button
            size="sm"
            variant="outline-primary"
            onClick={() => void restore(gone.id).then(() => setGone(null))}
          >
            Put it back
          </Button>
        </p>
      )}
      {removed.error !== undefined && <ProblemNote problem={problemOf(removed.error)} />}
      {edited && (
        <BottleForm
          key={edited === 'new' ? 'new' : edited.id}
          bottle={edited === 'new' ? null : edited}
          onClose={() => setEdited(null)}
        />
      )}
      <table className="table">
        <thead>
          <tr>
            <th scope="col">Bottle</th>
            <th scope="col">Kind</th>
            <th scope="col">Dilution</th>
            <th scope="col">Left</th>
            {mayEdit && <th scope="col">Change</th>}
          </tr>
        </thead>
        <tbody>
          {data?.map((bottle) => (
            <tr key={bottle.id}>
              <th scope="row">{bottle.label}</th>
              <td>{kindName(bottle.kindId)}</td>
              <td>
                {bottle.dilution
                  ? bottle.dilution.notation === 'to-1'
                    ? `${bottle.dilution.n} to 1`
                    : `1 in ${bottle.dilution.n}`
                  : 'as it is'}
              </td>
              <td>
                {Math.round(bottle.leftMl)} mL {bottle.leftMl < LOW_ML && <span className="tag">low</span>}
              </td>
              {mayEdit && (
                <td>
                  <Button
                    size="sm"
                    variant="outline-secondary"
                    onClick={() => setEdited(bottle)}
                    aria-label={`Change ${bottle.label}`}
                  >
                    Change
                  </Button>{' '}
                  <Button
                    size="sm"
                    variant="outline-secondary"
                    aria-label={`Remove ${bottle.label}`}
                    onClick={() =>
                      void remove(bottle.id).then((answer) => {
                        if (answer.error === undefined) setGone(bottle);
                      })
                    }
                  >
                    Remove
                  </Button>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

const kindName = (id: string) => packs.treatments.products.find((kind) => kind.id === id)?.name ?? id;

function BottleForm({
  bottle,
  onClose,
}: {
  readonly bottle: ShelfBottle | null;
  readonly onClose: () => void;
}) {
  const [add, added] = useAddBottleMutation();
  const [save, saved] = useSaveBottleMutation();
  const { register, handleSubmit, formState, watch, setValue } = useForm<BottleFacts>({
    resolver: yupResolver(bottleSchema) as never,
    defaultValues: bottle ?? FRESH,
  });
  const problem = added.error ?? saved.error;
  const diluted = watch('dilution') !== null;
  const submit = handleSubmit(async (facts) => {
    const answer = bottle ? await save({ id: bottle.id, version: bottle.version, facts }) : await add(facts);
    if (answer.error === undefined) onClose();
  });
  const { errors } = formState;
  return (
    <Form className="bottle-form" onSubmit={(event) => void submit(event)} noValidate>
      <Form.Group controlId="bottle-label">
        <Form.Label>Label</Form.Label>
        <Form.Control {...register('label')} isInvalid={errors.label !== undefined} autoFocus />
        <Form.Control.Feedback type="invalid">{errors.label?.message}</Form.Control.Feedback>
      </Form.Group>
      <Form.Group controlId="bottle-kind">
        <Form.Label>Kind</Form.Label>
        <Form.Select {...register('kindId')}>
          {packs.treatments.products.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Check
        id="bottle-diluted"
        label="is diluted"
        checked={diluted}
        onChange={(event) => setValue('dilution', event.target.checked ? { notation: 'to-1', n: 10 } : null)}
      />
      {diluted && (
        <>
          <Form.Group controlId="bottle-notation">
            <Form.Label>Its label says</Form.Label>
            <Form.Select {...register('dilution.notation')}>
              <option value="to-1">N to 1: N parts of water to one</option>
              <option value="1-in">1 in N: one part in N</option>
            </Form.Select>
          </Form.Group>
          <Form.Group controlId="bottle-n">
            <Form.Label>N</Form.Label>
            <Form.Control
              {...register('dilution.n')}
              inputMode="decimal"
              isInvalid={errors.dilution !== undefined}
            />
            <Form.Control.Feedback type="invalid">{errors.dilution?.n?.message}</Form.Control.Feedback>
          </Form.Group>
        </>
      )}
      <Form.Group controlId="bottle-left">
        <Form.Label>Left, mL</Form.Label>
        <Form.Control {...register('leftMl')} inputMode="decimal" isInvalid={errors.leftMl !== undefined} />
        <Form.Control.Feedback type="invalid">{errors.leftMl?.message}</Form.Control.Feedback>
      </Form.Group>
      <div className="sides">
        <Button type="submit" size="sm">
          {bottle ? 'Save the bottle' : 'Put it on the shelf'}
        </Button>
        <Button size="sm" variant="outline-secondary" onClick={onClose}>
          Cancel
        </Button>
      </div>
      {problem !== undefined && <ProblemNote problem={problemOf(problem)} />}
    </Form>
  );
}
