/** What a dog is trimmed for. */
export type Purpose = 'pet' | 'show';

/** How much of it: a finding or a sign felt a little or plainly. */
export type Severity = 'mild' | 'marked';

/** How a dog takes the work, the easiest first. */
export type Handling = 'easy' | 'wary' | 'fights' | 'bites';
export const HANDLING: readonly Handling[] = ['easy', 'wary', 'fights', 'bites'];

/** 1 loose, 2 firm, 3 tight, 4 felted to the skin. */
export type Tightness = 1 | 2 | 3 | 4;

/** Who decides in a salon. */
export type Role = 'lead' | 'groomer' | 'trainee';

/**
 * What a coat's row says of clipping its jacket: freely; at a price that is told; ends only; not needed; not done.
 * `double` is `no` with an undercoat that shades and warms the skin.
 */
export type Clipping = 'yes' | 'softens' | 'ends-only' | 'no-need' | 'no' | 'double';
