import type { ViewId } from '../body/body.ts';
import type { BodyLine, Slope } from '../packs/breed.ts';

/** An end of a line of the trunk: over or under a landmark, so many heights at withers behind it. */
type End = readonly [landmark: string, behind: number];

/** Where the lines of the trunk that standards speak of run, on its upper or its lower edge. */
export const TRUNK_LINES: Readonly<
  Record<Exclude<Slope, 'croup'>, { readonly edge: 'top' | 'under'; readonly from: End; readonly to: End }>
> = {
  topline: { edge: 'top', from: ['withers', 0.08], to: ['hipTop', 0] },
  underline: { edge: 'under', from: ['brisket', 0.05], to: ['tuckUp', 0] },
};

/** Where the lines of a body that standards want parallel run: from one landmark of a part to another. */
export const BODY_LINES: Readonly<
  Record<BodyLine, readonly [view: ViewId, part: string, from: string, to: string]>
> = {
  skull: ['side', 'head', 'skullTop', 'brow'],
  foreface: ['side', 'head', 'stop', 'noseTop'],
  hockFront: ['side', 'hindleg', 'hockFront', 'hockFrontLow'],
  hockBack: ['side', 'hindleg', 'hockPoint', 'hockBack'],
  rearLeft: ['rear', 'hindleg-rear.left', 'hockOut', 'hockLowOut'],
  rearRight: ['rear', 'hindleg-rear.right', 'hockOut', 'hockLowOut'],
  foreLeft: ['front', 'foreleg-front.left', 'kneeOut', 'pasternOut'],
  foreRight: ['front', 'foreleg-front.right', 'kneeOut', 'pasternOut'],
};

/** Slopes of the underline that a tuck-up comes to, degrees. */
export const TUCK_UPS = { none: [-90, 2], moderate: [2, 14], definite: [10, 90] } as const;
