/** An RFC 9457 problem document: what went wrong, where, and what to do about it. */
export interface Problem {
  readonly type: `urn:kurrel:problem:${ProblemKind}`;
  readonly title: string;
  readonly status: number;
  /** A sentence that says what to do. */
  readonly detail: string;
  readonly fields?: readonly { readonly path: string; readonly message: string }[];
  /** On a conflict: what is stored now. */
  readonly current?: unknown;
}

export type ProblemKind =
  | 'bad-input'
  | 'not-signed-in'
  | 'wrong-sign-in'
  | 'too-many-tries'
  | 'not-allowed'
  | 'not-found'
  | 'changed-meanwhile'
  | 'no-version'
  | 'unsafe'
  | 'stopped'
  | 'unavailable'
  | 'failed';
