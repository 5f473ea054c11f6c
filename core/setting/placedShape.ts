import { closest, shapeOf, type Shape } from './closest';
import { placedContours } from './flatOutlines';
import type { SetLettering } from './setLettering';

const placed = new WeakMap<SetLettering, (Shape | null)[]>();

/** The outlines of a letter as it stands, with their box; null for a letter without ink. */
export function placedShape(line: SetLettering, index: number): Shape | null {
  let shapes = placed.get(line);
  if (!shapes) placed.set(line, (shapes = []));
  const known = shapes[index];
  return known !== undefined ? known : (shapes[index] = shapeOf(placedContours(line, index)));
}

/**
 * How near two neighbours come to each other as they stand, exact to a ten-thousandth of a mm where that matters; null where
 * they are farther apart than `within`.
 */
export function nearness(line: SetLettering, before: number, after: number, within: number): number | null {
  const [a, b] = [placedShape(line, before), placedShape(line, after)];
  if (!a || !b || !closest(a, b, within + ROUGH_EM * line.measured.run.face.metrics.upem * line.scaleY)) return null;
  return closest(exactShape(line, before), exactShape(line, after), within)?.mm ?? null;
}

/** How far the outlines that are looked at first may be from the letters, as a share of an em. */
const ROUGH_EM = 2 * 0.0006;

const exactShapes = new WeakMap<SetLettering, Map<number, Shape>>();
export function exactShape(line: SetLettering, index: number): Shape {
  let shapes = exactShapes.get(line);
  if (!shapes) exactShapes.set(line, (shapes = new Map()));
  let shape = shapes.get(index);
  if (!shape) shapes.set(index, (shape = shapeOf(placedContours(line, index, 'exact'))!));
  return shape;
}
