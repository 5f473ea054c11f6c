import type { Track } from '../../shapes/kind';
import { ROW, stretchedFromDistance, walkTo } from '../../geometry/walk';
import { letteringsOn, type Lettering, type Ornaments, type Piece } from '../../piece/types';
import type { Result } from '../../result';
import { roomsOn } from './rooms';
import { signOf, type Sign } from './ornamentSigns';
import type { SetLettering } from '../line/set';
import type { Standing } from '../../stances';

/** One ornament on the sheet, by its middle. */
export type PlacedOrnament = Standing;

export interface SetOrnaments {
  readonly item: Ornaments;
  readonly sign: Sign;
  readonly placed: readonly PlacedOrnament[];
  /**
   * The least white between an ornament and its neighbours, mm; less than 0 where a room is too small. Infinity without
   * rooms.
   */
  readonly whiteMm: number;
}

const row = new Float64Array(ROW.length);

/**
 * Sets ornaments in the rooms between the letterings of a curve: in the middle of each, or as many as wanted with equal
 * white about them, halfway up the band of the letters beside them and as high as a share of their capitals.
 * They turn with the curve, their heads to where the tops of the letters before them point.
 *
 * @param sets the letterings that stand on the curve
 */
export function setOrnaments(item: Ornaments, track: Track, sets: readonly SetLettering[]): SetOrnaments {
  const sign = signOf(item.sign);
  const { path } = track;
  const placed: PlacedOrnament[] = [];
  let whiteMm = Infinity;
  const turn = (item.turnDeg * Math.PI) / 180,
    cos = Math.cos(turn),
    sin = Math.sin(turn);
  for (const room of roomsOn(track, sets)) {
    const { before, after, middleMm: k } = room;
    const size = (item.height * (before.capMm + after.capMm)) / 2;
    const { direction } = before;
    // Turned, it takes as much of the room as its box does.
    const width = size * (Math.abs(sign.width * cos) + Math.abs(sin));
    const white = (room.lengthMm - item.count * width) / (item.count + 1);
    whiteMm = Math.min(whiteMm, white);
    const start = stretchedFromDistance(path, room.from, k);
    for (let i = 0; i < item.count; i++) {
      walkTo(path, start + white * (i + 1) + width * (i + 0.5), k, row, 0);
      const tx = row[ROW.tangentX]! * direction,
        ty = row[ROW.tangentY]! * direction;
      const off = direction * k + item.offMm;
      // Clockwise on the sheet, where y points down: towards the reading direction at the head.
      const ax = tx * cos - ty * sin,
        ay = ty * cos + tx * sin;
      placed.push({
        x: row[ROW.x]! + ty * off,
        y: row[ROW.y]! - tx * off,
        xx: ax * size,
        xy: ay * size,
        yx: ay * size,
        yy: -ax * size,
      });
    }
  }
  return { item, sign, placed, whiteMm };
}

/** The settings of the letterings that show on a curve, as far as there are any. */
export const setsOn = (
  piece: Piece,
  curveId: string,
  sets: ReadonlyMap<string, Result<SetLettering>>,
): readonly SetLettering[] =>
  letteringsOn(piece, curveId).flatMap((one: Lettering) => {
    const set = sets.get(one.id);
    return set?.ok && !one.hidden ? [set.value] : [];
  });

const betweens = new WeakMap<
  Ornaments,
  { readonly track: Track; readonly sets: readonly SetLettering[]; readonly set: SetOrnaments }
>();

/**
 * The ornaments of a curve set between its letterings. The same item between the same settings gives the same object.
 */
export function ornamentsBetween(item: Ornaments, track: Track, sets: readonly SetLettering[]): SetOrnaments {
  const known = betweens.get(item);
  if (
    known &&
    known.track === track &&
    known.sets.length === sets.length &&
    known.sets.every((one, i) => one === sets[i])
  )
    return known.set;
  const set = setOrnaments(item, track, sets);
  betweens.set(item, { track, sets, set });
  return set;
}
