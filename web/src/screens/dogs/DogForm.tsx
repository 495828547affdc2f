import { yupResolver } from '@hookform/resolvers/yup';
import type { Dog, DogFacts } from '@kurrel/contract';
import { dogSchema } from '@kurrel/contract';
import type { MeasureKey, Sign } from '@kurrel/core';
import { bodyOf, MEASURES, questionTape } from '@kurrel/core';
import { useEffect } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { Control, FieldError, FieldErrors, UseFormRegister } from 'react-hook-form';
import { Controller, useFieldArray, useForm, useWatch } from 'react-hook-form';
import { loadBreed, packs } from '../../app/packs.ts';
import { useBreed } from '../../app/useBreed.ts';
import { BreedField } from '../../parts/BreedField.tsx';
import { LeaveGuard } from '../../parts/LeaveGuard.tsx';
import { readTape } from '../../parts/readTape.ts';
import { tapeWord } from '../../parts/words.ts';
import { believable, DogPreview, useDrawnDog } from './DogPreview.tsx';

const BLANK: DogFacts = {
  name: '',
  breedId: '',
  breedCalled: '',
  owner: '',
  bornOn: '' as unknown as Date,
  coatType: '',
  coatModifiers: [],
  dense: false,
  measurements: {},
  confirmed: [],
  findings: [],
  signs: [],
  remember: [],
};

interface DogFormProps {
  readonly dog: Dog | null;
  readonly saving: boolean;
  readonly onSave: (facts: DogFacts) => Promise<void>;
}

/** What is known of a dog; the drawing beside the tape measures shows what they say. */
export function DogForm({ dog, saving, onSave }: DogFormProps) {
  const { register, control, handleSubmit, setValue, getValues, formState } = useForm<DogFacts>({
    resolver: yupResolver(dogSchema) as never,
    defaultValues: dog ? { ...dog, bornOn: dog.bornOn as unknown as Date, confirmed: [] } : BLANK,
  });
  const { errors, isDirty } = formState;
  const breedId = useWatch({ control, name: 'breedId' });
  useEffect(() => {
    if (!breedId || getValues('coatType') !== '') return;
    void loadBreed(breedId).then((breed) => setValue('coatType', breed.coat));
  }, [breedId, getValues, setValue]);

  return (
    <Form noValidate className="dog-form" onSubmit={(event) => void handleSubmit(onSave)(event)}>
      <LeaveGuard edits={isDirty && !formState.isSubmitting} />
      <fieldset>
        <legend>The dog</legend>
        <div className="grid">
          <Field id="name" label="Name" error={errors.name}>
            <Form.Control isInvalid={!!errors.name} {...register('name')} />
          </Field>
          <Field id="owner" label="Owner" error={errors.owner}>
            <Form.Control isInvalid={!!errors.owner} {...register('owner')} />
          </Field>
          <Controller
            control={control}
            name="breedId"
            render={({ field }) => (
              <BreedField
                id="breedId"
                label="Breed for the drawing"
                breedId={field.value}
                error={errors.breedId?.message}
                onBreed={field.onChange}
              />
            )}
          />
          <Field id="breedCalled" label="Breed as the owner says" error={errors.breedCalled}>
            <Form.Control placeholder="if it is another" {...register('breedCalled')} />
          </Field>
          <Field id="bornOn" label="Born" error={errors.bornOn as FieldError | undefined}>
            <Form.Control type="date" isInvalid={!!errors.bornOn} {...register('bornOn')} />
          </Field>
        </div>
      </fieldset>
      <fieldset>
        <legend>The coat it has</legend>
        <div className="grid">
          <Field id="coatType" label="Coat" error={errors.coatType}>
            <Form.Select isInvalid={!!errors.coatType} {...register('coatType')}>
              <option value="">choose</option>
              {packs.coats.types.map((type) => (
                <option key={type.id} value={type.id}>
                  {type.name}
                </option>
              ))}
            </Form.Select>
          </Field>
          <Form.Group className="checks wide">
            <Form.Check id="dense" label="dense" {...register('dense')} />
            {packs.coats.modifiers.map((modifier) => (
              <Form.Check
                key={modifier.id}
                id={`modifier-${modifier.id}`}
                label={modifier.name}
                value={modifier.id}
                title={modifier.effect}
                {...register('coatModifiers')}
              />
            ))}
          </Form.Group>
        </div>
      </fieldset>
      <Tape register={register} control={control} errors={errors} />
      <Seen control={control} register={register} />
      <fieldset>
        <legend>Remember</legend>
        {[0, 1, 2].map((index) => (
          <Form.Control
            key={index}
            className="mb-2"
            aria-label={`Thing to remember ${index + 1}`}
            {...register(`remember.${index}`)}
          />
        ))}
      </fieldset>
      <div className="form-end">
        <Button type="submit" disabled={saving || (dog !== null && !isDirty)}>
          {saving ? 'Saving …' : dog ? 'Save the card' : 'Add this dog'}
        </Button>
        {Object.keys(errors).length > 0 && (
          <span className="text-danger" role="alert">
            Fix the marked fields.
          </span>
        )}
      </div>
    </Form>
  );
}

interface FieldProps {
  readonly id: string;
  readonly label: string;
  readonly error: FieldError | undefined;
  readonly children: React.ReactNode;
}

function Field({ id, label, error, children }: FieldProps) {
  return (
    <Form.Group controlId={id}>
      <Form.Label>{label}</Form.Label>
      {children}
      <Form.Control.Feedback type="invalid">{error?.message}</Form.Control.Feedback>
    </Form.Group>
  );
}

interface PartProps {
  readonly control: Control<DogFacts>;
  readonly register: UseFormRegister<DogFacts>;
}

function Tape({ register, control, errors }: PartProps & { readonly errors: FieldErrors<DogFacts> }) {
  const drawn = useDrawnDog(control);
  const predicted = (key: MeasureKey): string => {
    const measure = drawn?.body.measures[key];
    if (!measure?.predicted) return '';
    return `about ${'kg' in measure ? measure.kg.toFixed(1) : measure.mm.toFixed(0)}`;
  };
  const [breedId, measured] = useWatch({ control, name: ['breedId', 'measurements'] });
  const breed = useBreed(breedId || undefined);
  const odd = (key: MeasureKey): boolean => {
    const value = Number(measured[key] ?? NaN);
    if (!breed || !(value > 0)) return false;
    const { [key]: _own, ...others } = measured;
    const { measures } = bodyOf(packs, breed, believable(others), []);
    return questionTape(breed, measures, key, value)?.impossible === false;
  };
  return (
    <fieldset>
      <legend>Tape and scales</legend>
      <p className="muted">
        What is not measured is predicted from the breed, shown as “about”, and drawn so.
      </p>
      <div className="tape">
        <div className="grid narrow">
          {MEASURES.map(({ key }) => {
            const error = errors.measurements?.[key] as FieldError | undefined;
            return (
              <Field
                key={key}
                id={`measure-${key}`}
                label={`${tapeWord[key]}, ${key === 'weightKg' ? 'kg' : 'mm'}`}
                error={error}
              >
                <Form.Control
                  inputMode="decimal"
                  placeholder={predicted(key)}
                  isInvalid={!!error}
                  {...register(`measurements.${key}`, {
                    setValueAs: (value: unknown) =>
                      value === '' || value === undefined || value === null
                        ? undefined
                        : (readTape(String(value), key, 'mm') ?? NaN),
                  })}
                />
                {odd(key) && (
                  <Form.Check
                    id={`confirm-${key}`}
                    className="mt-1"
                    label="Unusual for the breed: measured twice"
                    value={key}
                    {...register('confirmed')}
                  />
                )}
              </Field>
            );
          })}
        </div>
        <DogPreview drawn={drawn} />
      </div>
    </fieldset>
  );
}

const STAYS = packs.signs.signs.filter((sign) => sign.stays);

/** Where a sign is looked for first. */
function firstZone({ at }: Sign): string {
  const zone = packs.zones.zones.find(({ id }) => id === (at[0] ?? 'back'));
  return zone?.paired ? `${zone.id}.left` : (zone?.id ?? 'back');
}

function Seen({ control, register }: PartProps) {
  const findings = useFieldArray({ control, name: 'findings' });
  const signs = useFieldArray({ control, name: 'signs' });
  const { zones } = packs.zones;
  return (
    <fieldset>
      <legend>Hands found, and what stays on the dog</legend>
      {findings.fields.map((field, index) => (
        <div key={field.id} className="seen">
          <span>{packs.findings.findings.find((f) => f.id === field.finding)?.name}</span>
          <Form.Select aria-label={`How much: ${field.finding}`} {...register(`findings.${index}.severity`)}>
            <option value="mild">mild</option>
            <option value="marked">marked</option>
          </Form.Select>
          <Button variant="link" onClick={() => findings.remove(index)}>
            Remove
          </Button>
        </div>
      ))}
      {signs.fields.map((field, index) => {
        const kind = packs.signs.signs.find((sign) => sign.id === field.sign);
        return (
          <div key={field.id} className="seen">
            <span>{kind?.name}</span>
            {kind?.scope === 'zone' ? (
              <Form.Select aria-label={`Where: ${kind.name}`} {...register(`signs.${index}.zone`)}>
                {zones.flatMap((zone) =>
                  (zone.paired ? [`${zone.id}.left`, `${zone.id}.right`] : [zone.id]).map((id) => (
                    <option key={id} value={id}>
                      {zone.name} {id.split('.')[1] ?? ''}
                    </option>
                  )),
                )}
              </Form.Select>
            ) : (
              <span className="muted">the whole dog</span>
            )}
            <Button variant="link" onClick={() => signs.remove(index)}>
              Remove
            </Button>
          </div>
        );
      })}
      <div className="add-seen">
        <Form.Select
          aria-label="Add a finding"
          value=""
          onChange={(e) => findings.append({ finding: e.target.value, severity: 'mild', side: null })}
        >
          <option value="">Add a finding …</option>
          {packs.findings.findings.map((finding) => (
            <option key={finding.id} value={finding.id}>
              {finding.name}
            </option>
          ))}
        </Form.Select>
        <Form.Select
          aria-label="Add what stays on the dog"
          value=""
          onChange={(e) => {
            const kind = packs.signs.signs.find((sign) => sign.id === e.target.value);
            if (!kind) return;
            const zone = kind.scope === 'zone' ? firstZone(kind) : null;
            signs.append({ sign: kind.id, zone, level: null, sizeMm: null, note: '' });
          }}
        >
          <option value="">Add what stays on the dog …</option>
          {STAYS.map((sign) => (
            <option key={sign.id} value={sign.id}>
              {sign.name}
            </option>
          ))}
        </Form.Select>
      </div>
    </fieldset>
  );
}
