import type { Role } from '@kurrel/core';

/** Who may do what in a salon. Checked on the server; the web client only hides what would be refused. */
export const ROLES = ['lead', 'groomer', 'trainee'] as const satisfies readonly Role[];
export type { Role };

export type Permission =
  | 'plan:save'
  | 'dog:edit'
  | 'dog:archive'
  | 'drawer:edit'
  | 'visit:book'
  | 'visit:start'
  | 'hands:save'
  | 'work:save'
  | 'table:log'
  | 'shelf:edit'
  | 'stop:answer'
  | 'consent:take'
  | 'salon:edit'
  | 'people:edit'
  | 'owner:erase';

const EVERYBODY: readonly Permission[] = [
  'plan:save',
  'dog:edit',
  'visit:start',
  'hands:save',
  'work:save',
  'table:log',
];
const GROOMER: readonly Permission[] = [
  ...EVERYBODY,
  'drawer:edit',
  'shelf:edit',
  'visit:book',
  'stop:answer',
  'consent:take',
];
const ALLOWED: Readonly<Record<Role, readonly Permission[]>> = {
  lead: [...GROOMER, 'dog:archive', 'salon:edit', 'people:edit', 'owner:erase'],
  groomer: GROOMER,
  trainee: EVERYBODY,
};

export const may = (role: Role, permission: Permission): boolean => ALLOWED[role].includes(permission);
