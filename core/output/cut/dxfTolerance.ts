/** How far polylines may be from the curves they stand for, mm, when nothing else is asked. */
export const DXF_TOLERANCE_MM = 0.01;
export const DXF_TOLERANCES = { min: 0.001, max: 1 } as const;
