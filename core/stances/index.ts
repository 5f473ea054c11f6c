import type { Vec } from '../geometry/vec';
import { bent } from './bent';
import { LETTER, standRigid, type StanceDefinition } from './kind';
import { pointed } from './pointed';
import { sheared } from './sheared';
import { stacked } from './stacked';
import { swayed } from './swayed';
import { turned } from './turned';
import { upright } from './upright';

export { LETTER, letterRow } from './kind';

/** One line a stance, in the order in which they are offered. */
const TABLE = { turned, upright, sheared, swayed, bent, pointed, stacked } satisfies Record<string, StanceDefinition>;

export type StanceKind = keyof typeof TABLE;
export const STANCES: Readonly<Record<StanceKind, StanceDefinition>> = TABLE;
export const STANCE_KINDS = Object.keys(TABLE) as readonly StanceKind[];

/** A stance as a lettering has it: which, and from 0, as turned, to 1, wholly so. */
interface Graded {
  readonly kind: StanceKind;
  readonly strength: number;
}

/** Something that stands: where its origin is, and what a unit of its own x and of its own y (upwards) become, mm. */
export interface Standing {
  readonly x: number;
  readonly y: number;
  readonly xx: number;
  readonly xy: number;
  readonly yx: number;
  readonly yy: number;
}

/** A letter flatter than this share of itself stands too steeply for its stance. */
const FLAT = 0.15;

/**
 * The axes of a letter under a stance, at a place where the reading direction is the unit vector (tx, ty) and the tops
 * of turned letters point to (ty, −tx). `strength` goes from turned (0) to wholly so (1).
 *
 * @param from the letter's place, and `centre` what pointed letters point to, mm
 * @param out a row, see LETTER: all of it but the place
 */
export function writeAxes(stance: Graded, tx: number, ty: number, from: Vec, centre: Vec, out: Float64Array): void {
  const { stand, graded } = STANCES[stance.kind];
  standRigid({ x: ty, y: -tx }, out);
  if (stand && !(graded && stance.strength === 0)) stand({ tx, ty, from, centre, strength: stance.strength }, out);
}

/** Whether axes leave next to nothing of a letter: a stem laid along its baseline. */
export const isFlat = (row: Float64Array, from = 0): boolean =>
  Math.abs(row[from + LETTER.ax]! * row[from + LETTER.uy]! - row[from + LETTER.ay]! * row[from + LETTER.ux]!) < FLAT;

/** Whether letters stand as the curve goes: by their stance, or because it is given no strength. */
export const followsCurve = ({ kind, strength }: Graded): boolean =>
  STANCES[kind].followsCurve || (STANCES[kind].graded && strength === 0);

/** How far outlines are bent, 0 to 1. */
export const bendingOf = ({ kind, strength }: Graded): number => (STANCES[kind].bends ? strength : 0);
