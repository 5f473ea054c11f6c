import type { Vec } from '../geometry/vec';

/** A map of the sheet that keeps shapes: mirrored left to right about `origin` or not, then scaled, turned, moved. */
export interface Similarity {
  readonly mirrored: boolean;
  readonly scale: number;
  /** Degrees clockwise. */
  readonly turnDeg: number;
  readonly origin: Vec;
  readonly move: Vec;
}

const NOTHING = { mirrored: false, scale: 1, turnDeg: 0, origin: { x: 0, y: 0 }, move: { x: 0, y: 0 } };

export const moveBy = (move: Vec): Similarity => ({ ...NOTHING, move });
export const turnAbout = (origin: Vec, turnDeg: number): Similarity => ({ ...NOTHING, origin, turnDeg });
export const scaleAbout = (origin: Vec, scale: number): Similarity => ({ ...NOTHING, origin, scale });
/** Left becomes right about the vertical through a place. */
export const mirrorAbout = (origin: Vec): Similarity => ({ ...NOTHING, origin, mirrored: true });

/** Where a point comes to. */
export function mapPoint({ mirrored, scale, turnDeg, origin, move }: Similarity, at: Vec): Vec {
  const x = (at.x - origin.x) * scale * (mirrored ? -1 : 1);
  const y = (at.y - origin.y) * scale;
  const a = (turnDeg * Math.PI) / 180;
  // Exact where nothing is turned, so that moving by a round number gives round numbers.
  const [c, s] = turnDeg === 0 ? [1, 0] : [Math.cos(a), Math.sin(a)];
  return { x: origin.x + x * c - y * s + move.x, y: origin.y + x * s + y * c + move.y };
}

/** What an angle clockwise from 12 o'clock becomes; also for directions clockwise from the right, mirrored upright. */
export const mapDeg = ({ mirrored, turnDeg }: Similarity, deg: number): number => {
  const turned = (mirrored ? -deg : deg) + turnDeg;
  return turned === 0 ? 0 : ((turned % 360) + 360) % 360;
};
