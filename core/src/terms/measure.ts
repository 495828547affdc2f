/** What the tape and the scales can say of a dog, mm and kg. */
export type MeasureKey =
  | 'heightMm'
  | 'lengthMm'
  | 'chestDepthMm'
  | 'chestWidthMm'
  | 'elbowHeightMm'
  | 'neckMm'
  | 'headMm'
  | 'muzzleMm'
  | 'earMm'
  | 'hockHeightMm'
  | 'loinMm'
  | 'tailMm'
  | 'footWidthMm'
  | 'weightKg';
