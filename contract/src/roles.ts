/** Who may do what in a salon. Checked on the server; the web client only hides what would be refused. */
export const ROLES = ['lead', 'groomer', 'trainee'] as const;
export type Role = (typeof ROLES)[number];

export type Permission =
  'plan:save' | 'plan:unsafe' | 'dog:edit' | 'dog:archive' | 'drawer:edit' | 'visit:book';

const ALLOWED: Readonly<Record<Role, readonly Permission[]>> = {
  lead: ['plan:save', 'plan:unsafe', 'dog:edit', 'dog:archive', 'drawer:edit', 'visit:book'],
  groomer: ['plan:save', 'plan:unsafe', 'dog:edit', 'drawer:edit', 'visit:book'],
  trainee: ['plan:save', 'dog:edit'],
};

export const may = (role: Role, permission: Permission): boolean => ALLOWED[role].includes(permission);
