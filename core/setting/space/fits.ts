import { curveKind, trackOf, type Track } from '../../curves';
import { scaleAbout } from '../../shapes/similarity';
import { setStep, type Step } from '../../piece/steps';
import { type Curve, type CurveShape, type Lettering, parentsOf, type Piece } from '../../piece/types';
import type { Face } from '../../type/face';
import { setLettering } from '../line/setLettering';
import { worstLine, type SetLettering } from '../line/set';
import { scaledSize } from '../../piece/items/lettering';

/** A way to make an overset lettering fit, with the value that it comes to. */
export type Fit =
  | { readonly by: 'place'; readonly anchor: Lettering['anchor']; readonly label: string }
  | { readonly by: 'size'; readonly size: Lettering['size']; readonly label: string }
  | { readonly by: 'tracking'; readonly tracking: number; readonly label: string }
  | { readonly by: 'width'; readonly width: number; readonly label: string }
  | { readonly by: 'curve'; readonly shape: CurveShape; readonly label: string };

/** The step that makes a fit, on the lettering or on its curve. */
export function fitStep(piece: Piece, { id, curveId }: Lettering, fit: Fit): Step {
  switch (fit.by) {
    case 'place':
      return setStep(piece, id, ['anchor'], fit.anchor);
    case 'size':
      return setStep(piece, id, ['size'], fit.size);
    case 'tracking':
      return setStep(piece, id, ['spacing', 'tracking'], fit.tracking);
    case 'width':
      return setStep(piece, id, ['width'], fit.width);
    case 'curve':
      return setStep(piece, curveId, ['shape'], fit.shape);
  }
}

const ROUNDS = 48;
/** Beyond these a fit does more harm than good, and is not offered. */
const LEAST = { size: 0.3, tracking: -150, width: 0.7, curve: 3 } as const;

/** How far a setting runs past its bookends, mm: the worst of its lines. */
export function pastMm(set: SetLettering): number {
  const { beforeMm, afterMm } = worstLine(set).overset;
  return beforeMm + afterMm;
}

/**
 * The value nearest to `from` on the way to `to` at which it fits, by halving; null when not even `to` does. Whatever
 * is found fits: the side that does is taken.
 */
function nearestFit(from: number, to: number, fits: (value: number) => boolean): number | null {
  if (!fits(to)) return null;
  let bad = from,
    good = to;
  for (let i = 0; i < ROUNDS; i++) {
    const middle = (bad + good) / 2;
    if (fits(middle)) good = middle;
    else bad = middle;
  }
  return good;
}

/**
 * The least way along its curve that brings lettering into its room, which is long enough for it; null where it is
 * not, or where its place follows from the bookends.
 */
function intoRoom(set: SetLettering, fitting: (changed: Lettering) => boolean): Fit | null {
  const { lettering } = set;
  const { inkStart, inkEnd, bookendStart, bookendEnd, inkMm, roomMm } = worstLine(set).overset;
  if (lettering.anchor.align === 'filled' || inkMm > roomMm) return null;
  const middle = (bookendStart + bookendEnd - inkStart - inkEnd) / 2;
  const moved = (mm: number): Lettering['anchor'] => ({
    ...lettering.anchor,
    startOffsetMm: lettering.anchor.startOffsetMm + mm,
  });
  const least = nearestFit(0, middle, (mm) => fitting({ ...lettering, anchor: moved(mm) }));
  return least === null
    ? null
    : { by: 'place', anchor: moved(least), label: `moving it ${Math.abs(least).toFixed(2)} mm into its room` };
}

/**
 * The ways to make an overset lettering fit between its bookends: another place, smaller letters, less tracking, narrower letters, a
 * larger curve. Each is the least change that does, alone; those that would spoil the lettering are left out.
 *
 * @param held tracks of the curves that hold its seat
 */
export function fitsOf(
  set: SetLettering,
  curve: Curve,
  curveTrack: Track,
  face: Face,
  held: readonly (Track | null)[],
): Fit[] {
  const { lettering } = set;
  const { size, spacing, width } = lettering;
  const fitting = (changed: Lettering, track = curveTrack): boolean => {
    const made = setLettering(changed, track, face, held);
    return made.ok && pastMm(made.value) === 0;
  };
  const placed = intoRoom(set, fitting);
  const found: Fit[] = placed ? [placed] : [];
  const sized = (k: number): Lettering['size'] => scaledSize(size, k);
  const k = nearestFit(1, LEAST.size, (value) => fitting({ ...lettering, size: sized(value) }));
  if (k !== null) found.push({ by: 'size', size: sized(k), label: `size ${(set.capMm * k).toFixed(2)} mm` });
  const tracking = nearestFit(spacing.tracking, LEAST.tracking, (value) =>
    fitting({ ...lettering, spacing: { ...spacing, tracking: value } }),
  );
  if (tracking !== null && lettering.anchor.align !== 'filled')
    found.push({ by: 'tracking', tracking, label: `tracking ${tracking.toFixed(1)}` });
  const narrow = nearestFit(width, LEAST.width * width, (value) => fitting({ ...lettering, width: value }));
  if (narrow !== null) found.push({ by: 'width', width: narrow, label: `width ${(narrow * 100).toFixed(1)} %` });
  if (parentsOf(curve.shape).length === 0 && !curve.locked) {
    const scaled = (by: number): CurveShape =>
      curveKind(curve.shape).transform(curve.shape, scaleAbout(curveTrack.centre, by));
    const by = nearestFit(1, LEAST.curve, (value) => {
      const track = trackOf(scaled(value));
      return track.ok && fitting(lettering, track.value);
    });
    if (by !== null)
      found.push({ by: 'curve', shape: scaled(by), label: `curve ${curveKind(curve.shape).sizeLabel(scaled(by))}` });
  }
  return found;
}
