import type { Track } from '../../shapes/kind';
import type { Vec } from '../../geometry/vec';
import type { Lettering, Side } from '../../piece/types';
import { baselineDistance, reseatLettering, type Heights } from '../line/seat';
import { seenFromCurve, type Grip } from './grips';

/** Another lettering's band that a drag across comes to rest in. */
export interface Band {
  readonly name: string;
  /** Its middle, mm outward of the same curve. */
  readonly middleMm: number;
}

export interface Pull {
  readonly from: Vec;
  readonly to: Vec;
  /** How near a place must be to draw the letters, mm; 0 for none. */
  readonly snapMm: number;
  /** Whether it is turned over: read from the other side of the curve. */
  readonly over: boolean;
  readonly neighbours: readonly Band[];
}

const SIDES: readonly { readonly side: Side; readonly name: string }[] = [
  { side: 'outside', name: 'outside the curve' },
  { side: 'on', name: 'on the curve' },
  { side: 'inside', name: 'inside the curve' },
];

/** The middle of the band that letters take, mm outward of their curve. */
export function bandMiddle(lettering: Pick<Lettering, 'seat'>, { lowerMm, upperMm }: Heights): number {
  const middle = baselineDistance(lettering.seat, { lowerMm, upperMm }) + (lowerMm + upperMm) / 2;
  return lettering.seat.tops === 'outward' ? middle : -middle;
}

const hundredth = (mm: number): number => Math.round(mm * 100) / 100 + 0;

/**
 * A lettering pulled across its curve: its band goes with the pointer, comes to rest on the curve, at both of its sides
 * and in the band of a neighbour, and is on the side of the curve to which it was pulled. Where another curve holds its
 * seat, the shift alone changes.
 *
 * @param lettering as it was when the pull began
 * @param heights what its seat goes by, mm
 */
export function pullAcross(
  lettering: Lettering,
  heights: Heights,
  track: Track,
  { from, to, snapMm, over, neighbours }: Pull,
): Grip<Lettering> {
  const outward = seenFromCurve(track, to).outwardMm - seenFromCurve(track, from).outwardMm;
  const { tops, side, hold } = lettering.seat;
  const turned = over ? reseatLettering(lettering, tops === 'outward' ? 'inward' : 'outward', side) : lettering;
  const sign = turned.seat.tops === 'outward' ? 1 : -1;
  const seated = (next: Side, baselineShiftMm: number, label: string, snapped: boolean): Grip<Lettering> => ({
    value: { ...turned, seat: { ...turned.seat, side: next, baselineShiftMm } },
    label: over ? `turned over, ${label}` : label,
    snapped,
  });
  const saidShift = (mm: number): string => (mm === 0 ? 'no baseline shift' : `baseline shift ${mm.toFixed(2)} mm`);
  if (hold) {
    const raw = turned.seat.baselineShiftMm + sign * outward;
    const shift = Math.abs(raw) <= snapMm ? 0 : hundredth(raw);
    return seated(side, shift, saidShift(shift), shift === 0);
  }
  const middle = bandMiddle(lettering, heights) + outward;
  const at = (one: Side): number => bandMiddle({ seat: { ...turned.seat, side: one, baselineShiftMm: 0 } }, heights);
  const nearest = <T>(list: readonly T[], of: (one: T) => number): T | null => {
    const best = list.reduce<T | null>(
      (found, one) => (found === null || Math.abs(of(one) - middle) < Math.abs(of(found) - middle) ? one : found),
      null,
    );
    return best !== null && Math.abs(of(best) - middle) <= snapMm ? best : null;
  };
  const rest = nearest(SIDES, (one) => at(one.side));
  if (rest) return seated(rest.side, 0, rest.name, true);
  const depth = (heights.upperMm - heights.lowerMm) / 4;
  const onto: Side = side === 'on' && Math.abs(middle) < depth ? 'on' : middle >= 0 ? 'outside' : 'inside';
  const band = nearest(neighbours, (one) => one.middleMm);
  const shift = hundredth(sign * ((band?.middleMm ?? middle) - at(onto)));
  return band
    ? seated(onto, shift, `in the band of ${band.name}`, true)
    : seated(onto, shift, onto === side && !over ? saidShift(shift) : `${onto}, ${saidShift(shift)}`, false);
}
