/** What the referee reads off the name of a place: `ear-outside#leather.left` is a part of `ear-outside` on the left. */
export const kindOf = (zone: string): string => zone.split('.')[0] ?? '';
export const wholeOf = (zone: string): string => kindOf(zone).split('#')[0] ?? '';
export const sideOf = (zone: string): string => zone.split('.')[1] ?? '';

/** Whether what was said of one place is said of another: of itself, of all it is a part of, or of a part of it. */
export const isSaidOf = (said: string, place: string): boolean =>
  said === place ||
  (wholeOf(said) === wholeOf(place) &&
    sideOf(said) === sideOf(place) &&
    (kindOf(said) === wholeOf(said) || kindOf(place) === wholeOf(place)));
