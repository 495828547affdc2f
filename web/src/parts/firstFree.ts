interface Booked {
  readonly startsAt: string;
  readonly minutes: number;
}

const MINUTE_MS = 60_000;

/** The first of these starts at which nothing that is booked is in the way; null where there is none. */
export function firstFree(
  starts: readonly string[],
  minutes: number,
  booked: readonly Booked[],
): string | null {
  const spans = booked.map(({ startsAt, minutes: length }) => {
    const from = Date.parse(startsAt);
    return { from, to: from + length * MINUTE_MS };
  });
  const isFree = (start: string) => {
    const from = Date.parse(start);
    return spans.every((span) => span.to <= from || span.from >= from + minutes * MINUTE_MS);
  };
  return starts.find(isFree) ?? null;
}
