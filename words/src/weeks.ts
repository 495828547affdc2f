/** How long that many days are, in weeks or months; a week at least. */
export const weeksWord = (days: number): string => {
  const weeks = Math.max(1, Math.round(days / 7));
  return weeks >= 16 ? `${Math.round(weeks / 4.35)} months` : `${weeks} week${weeks === 1 ? '' : 's'}`;
};
