import { hypot } from '../hypot';

/** Points and vectors on the sheet. Millimetres; x grows to the right, y grows downwards (as in SVG). */
export interface Vec {
  readonly x: number;
  readonly y: number;
}

export const vec = (x: number, y: number): Vec => ({ x, y });
export const add = (a: Vec, b: Vec): Vec => ({ x: a.x + b.x, y: a.y + b.y });
export const distance = (a: Vec, b: Vec): number => hypot(a.x - b.x, a.y - b.y);
export const lerp = (a: Vec, b: Vec, t: number): Vec => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });

const DEGREES = Math.PI / 180;

/**
 * Clock angle (degrees clockwise from 12 o'clock, the unit people see) to the sheet's angle (radians
 * clockwise from the positive x axis, the unit geometry uses).
 */
export const clockToRad = (clockDeg: number): number => (clockDeg - 90) * DEGREES;

/** The clock angle, 0 ≤ result < 360, of the ray from `centre` to `point`. 0 when the two coincide. */
export const clockAngleDeg = (centre: Vec, point: Vec): number => {
  if (centre.x === point.x && centre.y === point.y) return 0;
  return normaliseDeg(Math.atan2(point.y - centre.y, point.x - centre.x) / DEGREES + 90);
};

/** Brings an angle into 0 ≤ result < 360. */
export const normaliseDeg = (deg: number): number => {
  const rest = deg % 360;
  return rest < 0 ? (rest + 360) % 360 : rest;
};

/** The point at a clock angle on the circle round `centre`. */
export const onClock = (centre: Vec, radiusMm: number, clockDeg: number): Vec => {
  const a = clockToRad(clockDeg);
  return { x: centre.x + radiusMm * Math.cos(a), y: centre.y + radiusMm * Math.sin(a) };
};
