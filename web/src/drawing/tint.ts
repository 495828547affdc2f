const LONGEST_TINT_MM = 150;

/** One hue from sand to bark by length on a log scale; the number is always beside it. */
export function tintOf(mm: number, as: 'near' | 'far' | 'selected' = 'near'): string {
  const t = Math.min(1, Math.log1p(mm) / Math.log1p(LONGEST_TINT_MM));
  const { saturation, light } = SHADE[as];
  return `hsl(37 ${Math.round((58 - 20 * t) * saturation)}% ${Math.round((94 - 31 * t) * light)}%)`;
}

/** The far legs stand in the shade; the place in hand is a little stronger. */
const SHADE = {
  near: { saturation: 1, light: 1 },
  far: { saturation: 0.8, light: 0.83 },
  selected: { saturation: 1.45, light: 1.01 },
} as const;
