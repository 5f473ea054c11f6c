/**
 * The ranges of every number in a piece, in the unit of its field. The schema, the inspector's fields and
 * the documentation all read them from here.
 */
export const LIMITS = {
  coordinateMm: { min: -5000, max: 5000 },
  sheetMm: { min: 1, max: 3000 },
  bleedMm: { min: 0, max: 50 },
  radiusMm: { min: 0.1, max: 5000 },
  sweepDeg: { min: 1, max: 359 },
  clockDeg: { min: -3600, max: 3600 },
  lengthMm: { min: 0.1, max: 10000 },
  amplitudeMm: { min: -1000, max: 1000 },
  waves: { min: 0.05, max: 200 },
  turns: { min: -100, max: 100 },
  sides: { min: 3, max: 100 },
  cornerMm: { min: 0, max: 1000 },
  nodes: { min: 2, max: 2000 },
  capMm: { min: 0.2, max: 1000 },
  emPt: { min: 1, max: 4000 },
  baselineShiftMm: { min: -1000, max: 1000 },
  startOffsetMm: { min: -10000, max: 10000 },
  fraction: { min: 0, max: 1 },
  tracking: { min: -500, max: 2000 },
  measuredAt: { min: 0, max: 1 },
  gapMm: { min: -100, max: 1000 },
  lineDistanceMm: { min: 0.1, max: 1000 },
  widthFactor: { min: 0.3, max: 3 },
  kern: { min: -2000, max: 5000 },
  nudgeMm: { min: -1000, max: 1000 },
  adjustments: { min: 0, max: 5000 },
  features: { min: 0, max: 100 },
  axes: { min: 0, max: 64 },
  axisValue: { min: -100000, max: 100000 },
  featureValue: { min: 0, max: 99 },
  strokeMm: { min: 0.01, max: 100 },
  wordingLength: { min: 0, max: 5000 },
  nameLength: { min: 1, max: 200 },
  imagePx: { min: 1, max: 4096 },
  items: { min: 0, max: 2000 },
  guides: { min: 0, max: 200 },
} as const;

export type LimitName = keyof typeof LIMITS;
