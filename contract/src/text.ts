import { StringSchema } from 'yup';

/** Text that was sent as text: a number, a list or an object is refused, not made into it. */
class TextSchema extends StringSchema {
  constructor() {
    super();
    this.transforms = [];
  }

  override trim(): this {
    return this.transform((value: unknown) => (typeof value === 'string' ? value.trim() : value));
  }
}

export const text = (): StringSchema => new TextSchema();
