/** What a hand's width is on a dog this high or higher, mm; on a lower one in proportion (prior). */
const HAND_MM = 80;
const HAND_HEIGHT_MM = 500;

/** The width of a hand on a dog of this height at the withers, mm: what is shorter along its outline is no shape of its own. */
export const handMm = (heightMm: number): number => HAND_MM * Math.min(1, heightMm / HAND_HEIGHT_MM);
