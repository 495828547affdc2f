import type { Problem } from '@kurrel/contract';

const OFFLINE: Problem = {
  type: 'urn:kurrel:problem:failed',
  title: 'No answer from the server',
  status: 0,
  detail: 'Check the connection; nothing you typed is lost. Then try again.',
};

/** What the server said was wrong, or that it said nothing. */
export function problemOf(error: unknown): Problem {
  if (typeof error === 'object' && error !== null && 'data' in error) {
    const data: unknown = error.data;
    const parsed = typeof data === 'string' ? parse(data) : data;
    if (isProblem(parsed)) return parsed;
  }
  return OFFLINE;
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

function isProblem(value: unknown): value is Problem {
  return typeof value === 'object' && value !== null && 'type' in value && 'detail' in value;
}
