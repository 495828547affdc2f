/** What a schema says of a value: its sentence, or “fine”. */
export const says = (schema: { validateSync: (value: unknown) => unknown }, value: unknown): string => {
  try {
    schema.validateSync(value);
    return 'fine';
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
};
