const LONGEST_TINT_MM = 150;

/** One hue from sand to bark by length on a log scale; the number is always beside it. */
export function tintOf(mm: number): string {
  const t = Math.min(1, Math.log1p(mm) / Math.log1p(LONGEST_TINT_MM));
  return `hsl(37 ${Math.round(58 - 20 * t)}% ${Math.round(94 - 31 * t)}%)`;
}
