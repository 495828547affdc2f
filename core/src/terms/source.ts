/**
 * Where a statement comes from: the breed standard, what groomers do, or a trade guess that the groomer's own
 * measurements replace. Shown wherever the number is shown.
 */
export type Source = 'standard' | 'custom' | 'prior';

/** Whose breed standard says so. */
export type Kennel = 'AKC' | 'KC' | 'FCI';
