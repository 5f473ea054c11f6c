import { closest, shapeOf, type Shape } from '../../geometry/outlines/closest';
import { placedContours } from './flatOutlines';
import type { SetLettering } from './set';

const placed = new WeakMap<SetLettering, (Shape | null)[]>();

/** The outlines of a letter as it stands, with their box; null for a letter without ink. */
export function placedShape(line: SetLettering, index: number): Shape | null {
  let shapes = placed.get(line);
  if (!shapes) placed.set(line, (shapes = []));
  const known = shapes[index];
  return known !== undefined ? known : (shapes[index] = shapeOf(placedContours(line, index)));
}

/**
 * How near two neighbours come to each other as they stand, exact to a ten-thousandth of a mm where that matters; null
 * where they are farther apart than `within`.
 */
export function nearness(line: SetLettering, before: number, after: number, within: number): number | null {
  const [a, b] = [placedShape(line, before), placedShape(line, after)];
  const rough = roughMm(line),
    near = a && b && closest(a, b, within + rough);
  if (!near) return null;
  if (near.mm > EXACT_TO_MM) return near.mm < within ? near.mm : null;
  // Only what is about as near has to be looked at closely.
  const mm = closest(exactShape(line, before), exactShape(line, after), Math.min(within, near.mm + rough))?.mm;
  return mm ?? (near.mm + rough < within ? near.mm + rough : null);
}

/**
 * How far two outlines that are looked at first may be out together, as a share of an em; what it comes to in a line,
 * mm.
 */
const ROUGH_EM = 2 * 0.0006;
export const roughMm = ({ measured, scaleX, scaleY }: SetLettering): number =>
  ROUGH_EM * measured.run.face.metrics.upem * Math.max(scaleX, scaleY);

/**
 * Distances beyond this, mm, are not looked at closely: a hundredth of a mm is nothing to them, and the outlines are
 * many points.
 */
export const EXACT_TO_MM = 3;

/** Ems smaller than this, mm, are exact enough with a tenth of the points. */
const SMALL_EM_MM = 4;

const exactShapes = new WeakMap<SetLettering, Map<number, Shape>>();
export function exactShape(line: SetLettering, index: number): Shape {
  let shapes = exactShapes.get(line);
  if (!shapes) exactShapes.set(line, (shapes = new Map()));
  let shape = shapes.get(index);
  if (!shape)
    shapes.set(
      index,
      (shape = shapeOf(
        placedContours(
          line,
          index,
          line.measured.run.face.metrics.upem * Math.max(line.scaleX, line.scaleY) < SMALL_EM_MM ? 'close' : 'exact',
        ),
      )!),
    );
  return shape;
}
