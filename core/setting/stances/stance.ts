import { hypot } from '../../hypot';
import type { Vec } from '../../geometry/vec';
import type { Stance } from '../../piece/types';

/** Offsets of a letter's axes: its own x and its own y (upwards) on the sheet, as vectors a unit of the letter becomes. */
export const AXES = { ax: 0, ay: 1, ux: 2, uy: 3, length: 4 } as const;

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

/** The direction between two unit vectors, a share of the way by angle. */
function turnedTowards(fromX: number, fromY: number, toX: number, toY: number, share: number): Vec {
  const angle = Math.atan2(fromX * toY - fromY * toX, fromX * toX + fromY * toY) * share;
  const cos = Math.cos(angle),
    sin = Math.sin(angle);
  return { x: fromX * cos - fromY * sin, y: fromX * sin + fromY * cos };
}

function rigid(up: Vec, out: Float64Array): void {
  out[0] = -up.y;
  out[1] = up.x;
  out[2] = up.x;
  out[3] = up.y;
}

/**
 * The axes of a letter under a stance, at a place where the reading direction is the unit vector (tx, ty) and the tops
 * of turned letters point to (ty, −tx):
 *
 * - turned: along the tangent, and its normal.
 * - upright: turned back until its stem is vertical. An angle, so letters are never squeezed.
 * - sheared: its x along the tangent, its stem vertical.
 * - swayed: its x horizontal, its stem along the normal.
 * - pointed: its stem on the ray from a centre, a rigid turn.
 * - stacked: its stem against the reading direction, so that letters stand one under the other.
 * - bent: as turned; the outline is bent afterwards.
 *
 * `strength` goes from turned (0) to wholly so (1); for sheared and swayed the axes are mixed.
 *
 * @param from the letter's place, and `centre` what pointed letters point to
 * @param out four numbers, see AXES
 */
export function writeAxes(stance: Stance, tx: number, ty: number, from: Vec, centre: Vec, out: Float64Array): void {
  const { kind, strength } = stance;
  const up = { x: ty, y: -tx };
  if (kind === 'stacked') {
    rigid({ x: -tx, y: -ty }, out);
    return;
  }
  rigid(up, out);
  if (kind === 'turned' || kind === 'bent' || strength === 0) return;
  if (kind === 'upright') {
    rigid(turnedTowards(up.x, up.y, 0, -1, strength), out);
    return;
  }
  if (kind === 'pointed') {
    const dx = from.x - centre.x,
      dy = from.y - centre.y,
      far = hypot(dx, dy);
    if (far < 1e-9) return;
    const sign = dx * up.x + dy * up.y < 0 ? -1 : 1;
    rigid(turnedTowards(up.x, up.y, (sign * dx) / far, (sign * dy) / far, strength), out);
    return;
  }
  // On the way back a letter hangs head down rather than mirrored.
  const ahead = tx < 0 ? -1 : 1;
  if (kind === 'sheared') {
    out[2] = (1 - strength) * up.x;
    out[3] = (1 - strength) * up.y - strength * ahead;
  } else {
    out[0] = (1 - strength) * tx + strength * ahead;
    out[1] = (1 - strength) * ty;
  }
}

/** Whether axes leave next to nothing of a letter: a stem laid along its baseline. */
export const isFlat = (axes: Float64Array): boolean => Math.abs(axes[0]! * axes[3]! - axes[1]! * axes[2]!) < FLAT;
