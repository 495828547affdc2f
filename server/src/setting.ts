/** A setting from the environment. @throws Error saying which is missing and where it is explained. */
export function setting(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`Set ${name}; README, "Running it yourself", says to what.`);
  return value;
}
