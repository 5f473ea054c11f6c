import type { Vec } from '../geometry/vec';

/**
 * Offsets within a row of numbers that says how a letter stands: where the middle of its baseline is on the sheet, and
 * what a unit of its own x (ax, ay) and of its own y, upwards (ux, uy), become.
 */
export const LETTER = { x: 0, y: 1, ax: 2, ay: 3, ux: 4, uy: 5, length: 6 } as const;

/** The row of a letter among those of its line, see LETTER. */
export const letterRow = (rows: Float64Array, index: number) =>
  rows.subarray(index * LETTER.length, (index + 1) * LETTER.length) as unknown as readonly [
    x: number,
    y: number,
    ax: number,
    ay: number,
    ux: number,
    uy: number,
  ];

/** Where a letter stands, for its stance. */
export interface Stand {
  /** Unit vector of the reading direction; the tops of turned letters point to (ty, −tx). */
  readonly tx: number;
  readonly ty: number;
  /** The letter's place, and what pointed letters point to, mm. */
  readonly from: Vec;
  readonly centre: Vec;
  /** From 0, as turned, to 1, wholly so. */
  readonly strength: number;
}

/** A way for single letters to stand. One file a stance; the table in index.ts lists them. */
export interface StanceDefinition {
  /** One sentence for people: what the letters do. */
  readonly description: string;
  /**
   * The axes of a letter. They come in as those of a turned letter, along the tangent and its normal; left out, they
   * stay.
   *
   * @param out a row, see LETTER
   */
  readonly stand?: (where: Stand, out: Float64Array) => void;
  /**
   * Whether its axes are those of the curve, so that on a line and on a circle a letter looks the same wherever it
   * stands.
   */
  readonly followsCurve: boolean;
  /** Whether a line of letters fans out or closes up with the curve. */
  readonly fans: boolean;
  /** Whether its strength can be chosen. */
  readonly graded: boolean;
  /** Whether the outlines themselves are bent. */
  readonly bends: boolean;
  /**
   * Whether letters stand one under the other along the curve: then they are measured by their heights, not by their
   * advances.
   */
  readonly stacked: boolean;
  /** Whether stems point to a centre that can be chosen. */
  readonly hasCentre: boolean;
}

/** Sets axes from the direction of the tops alone: a rigid turn. */
export function standRigid(up: Vec, out: Float64Array): void {
  out[LETTER.ax] = -up.y;
  out[LETTER.ay] = up.x;
  out[LETTER.ux] = up.x;
  out[LETTER.uy] = up.y;
}

/** The direction between two unit vectors, a share of the way by angle. */
export function turnedTowards(from: Vec, to: Vec, share: number): Vec {
  const angle = Math.atan2(from.x * to.y - from.y * to.x, from.x * to.x + from.y * to.y) * share;
  const cos = Math.cos(angle),
    sin = Math.sin(angle);
  return { x: from.x * cos - from.y * sin, y: from.x * sin + from.y * cos };
}

/** On the way back a letter hangs head down rather than mirrored: which way is ahead, across the sheet. */
export const aheadOf = (tx: number): 1 | -1 => (tx < 0 ? -1 : 1);
