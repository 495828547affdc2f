import type { Schema } from 'yup';
import { mixed, ValidationError } from 'yup';

type Fields<T> = Readonly<Record<string, T>>;
const isFields = (value: unknown): value is Fields<unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Nothing is said of more places or questions at once. */
const MOST = 200;

/** Entries under names of their own, each held against one schema that is made once. */
export const recordOf = <T>(entry: Schema<T>): Schema<Fields<T>> =>
  mixed<Fields<T>>((value): value is Fields<T> => isFields(value))
    .transform((value: unknown) =>
      isFields(value) && Object.keys(value).length <= MOST
        ? Object.fromEntries(
            Object.entries(value).map(([name, one]) => [
              name,
              entry.cast(one, { assert: false, stripUnknown: true }),
            ]),
          )
        : value,
    )
    .typeError('Send {} where there is nothing to say.')
    .required('Send {} where there is nothing to say.')
    .test('entries', (value, context) => {
      const names = Object.keys(value);
      if (names.length > MOST) return context.createError({ message: `At most ${MOST} entries.` });
      for (const name of names) {
        try {
          entry.validateSync(value[name], { strict: true });
        } catch (error) {
          if (!(error instanceof ValidationError)) throw error;
          const inner = error.path ? `.${error.path}` : '';
          const path = [context.path, name].filter(Boolean).join('.');
          return context.createError({ path: `${path}${inner}`, message: error.message });
        }
      }
      return true;
    }) as unknown as Schema<Fields<T>>;
