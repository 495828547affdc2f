import type { RequestHandler } from 'express';
import express from 'express';
import { Refusal } from '../problems.ts';

/** How much a route takes: bytes of its body, and values in it, counted before anything is validated. */
interface Limit {
  readonly bytes: number;
  readonly values: number;
}

const KB = 1024;
const USUAL: Limit = { bytes: 64 * KB, values: 4_000 };
/** Routes that take less, or that have a reason to take more, by the end of their address. */
const OWN: readonly (readonly [RegExp, Limit])[] = [
  [/^\/session(\/|$)/, { bytes: 8 * KB, values: 50 }],
  [/\/hands$/, { bytes: 192 * KB, values: 12_000 }],
  [/\/log$/, { bytes: 256 * KB, values: 12_000 }],
  // A signature is some hundred strokes of some hundred points.
  [/\/consents$/, { bytes: 512 * KB, values: 60_000 }],
];
/** An object has no more fields than this: a dog has fewer places. */
const MOST_FIELDS = 400;
/** Nor has a list more entries: each of them is looked at field by field. Points of a signature are bare numbers. */
const MOST_ENTRIES = 400;
/** Nothing Kurrel is sent is nested deeper than a finding in a sheet in a body. */
const DEEPEST = 16;
/** NUL cannot be stored as text, half of a surrogate pair cannot be written as UTF-8. */
const UNWRITABLE = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

const limitOf = (path: string): Limit => OWN.find(([route]) => route.test(path))?.[1] ?? USUAL;

const parsers = new Map<number, RequestHandler>();
function parserOf(bytes: number): RequestHandler {
  const made = parsers.get(bytes) ?? express.json({ limit: bytes });
  parsers.set(bytes, made);
  return made;
}

/** Reads a JSON body no larger than its route takes. */
export const readBody: RequestHandler = (request, response, next) => {
  parserOf(limitOf(request.path).bytes)(request, response, next);
};

/** Refuses a body or an address that could be parsed but not be stored or validated in reasonable time, naming the place. */
export const readable: RequestHandler = (request, _response, next) => {
  if (/%00/.test(request.url))
    throw unreadable({ path: 'address', message: 'An address has no empty character in it.' });
  const said = new Reading(limitOf(request.path).values).problemIn(request.body, '', 0);
  if (said) throw unreadable(said);
  next();
};

interface Said {
  readonly path: string;
  readonly message: string;
}

/** One walk over a body; it ends at the first place that cannot be read. */
class Reading {
  private read = 0;
  constructor(private readonly most: number) {}

  problemIn(value: unknown, path: string, depth: number): Said | null {
    if (++this.read > this.most)
      return { path, message: `More than ${this.most} values: send less at once.` };
    if (typeof value === 'string')
      return UNWRITABLE.test(value)
        ? { path, message: 'This text has a character that cannot be written.' }
        : null;
    if (typeof value !== 'object' || value === null) return null;
    if (depth === DEEPEST) return { path, message: `Nested deeper than ${DEEPEST} levels.` };
    if (Array.isArray(value)) {
      if (value.length > MOST_ENTRIES && value.some((one) => typeof one !== 'number'))
        return { path, message: `More than ${MOST_ENTRIES} entries.` };
      for (let index = 0; index < value.length; index++) {
        const said = this.problemIn(value[index], `${path}[${index}]`, depth + 1);
        if (said) return said;
      }
      return null;
    }
    const keys = Object.keys(value);
    if (keys.length > MOST_FIELDS) return { path, message: `More than ${MOST_FIELDS} fields.` };
    for (const key of keys) {
      const at = path === '' ? key : `${path}.${key}`;
      // A name every object has by itself (toString, __proto__) would stand in for its own.
      if (key in Object.prototype || UNWRITABLE.test(key))
        return { path: at, message: 'This name cannot be used.' };
      const said = this.problemIn((value as Record<string, unknown>)[key], at, depth + 1);
      if (said) return said;
    }
    return null;
  }
}

const unreadable = ({ path, message }: Said) =>
  new Refusal('bad-input', 'This cannot be read', 'Correct the place named and send it again.', {
    fields: [{ path, message }],
  });
