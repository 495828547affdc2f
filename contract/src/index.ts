export * from './roles.ts';
export * from './session.ts';
export * from './dog.ts';
export * from './drawer.ts';
export * from './visit.ts';
export * from './problem.ts';
