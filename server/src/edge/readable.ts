import type { RequestHandler } from 'express';
import { Refusal } from '../problems.ts';

/** Nothing Kurrel is sent is nested deeper than a finding in a sheet in a body. */
const DEEPEST = 16;
/** NUL cannot be stored as text, half of a surrogate pair cannot be written as UTF-8. */
const UNWRITABLE = /\0|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/** Refuses a body or an address that could be parsed but not be stored, naming the place. */
export const readable: RequestHandler = (request, _response, next) => {
  if (/%00/.test(request.url)) throw unreadable('address', 'An address has no empty character in it.');
  const said = unreadableIn(request.body, '', 0);
  if (said) throw unreadable(said.path, said.message);
  next();
};

function unreadableIn(value: unknown, path: string, depth: number): { path: string; message: string } | null {
  if (typeof value === 'string') {
    return UNWRITABLE.test(value)
      ? { path, message: 'This text has a character that cannot be written.' }
      : null;
  }
  if (typeof value !== 'object' || value === null) return null;
  if (depth === DEEPEST) return { path, message: `Nested deeper than ${DEEPEST} levels.` };
  for (const [key, inner] of Object.entries(value)) {
    const at = Array.isArray(value) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
    // A name every object has by itself (toString, __proto__) would stand in for its own.
    if (key in Object.prototype || UNWRITABLE.test(key))
      return { path: at, message: 'This name cannot be used.' };
    const said = unreadableIn(inner, at, depth + 1);
    if (said) return said;
  }
  return null;
}

const unreadable = (path: string, message: string) =>
  new Refusal('bad-input', 'This cannot be read', 'Correct the place named and send it again.', {
    fields: [{ path, message }],
  });
