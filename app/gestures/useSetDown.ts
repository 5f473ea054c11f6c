import { nanoid } from 'nanoid';
import { ownLineId } from '#core/editing/rules/ownLine';
import { readableInk } from '#core/editing/edits/readableInk';
import { fractionAtClock } from '#core/curves/clock';
import { trackOf, type Track } from '#core/curves/index';
import type { Vec } from '#core/geometry/vec';
import { frameAt } from '#core/geometry/walk';
import { wrap } from '#core/geometry/wrap';
import { freeName, makeCurve } from '#core/piece/make';
import { setStep } from '#core/piece/steps/index';
import type { Curve, Lettering, Piece } from '#core/piece/types';
import { isClosed } from '#core/setting/line/anchorPlaces';
import { anchoredAt } from '#core/setting/hand/grips';
import { setDown } from '#core/setting/hand/setDown';
import { shareRing } from '#core/setting/hand/shareRing';
import { setsOn } from '#core/setting/space/ornaments';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';
import { useCurveEdits } from '../composables/useCurveEdits';
import { useUnworded } from '../composables/useUnworded';
import type { SheetPointer } from './useSheetPointer';

/** Just outside of where new words are set by a key: at the top, at the bottom where words stand there, then at the sides. */
function freePlace(track: Track, letterings: readonly Lettering[], outMm: number): Vec {
  const taken = letterings.map((one) => anchoredAt(one, track));
  const places = isClosed(track) ? [0, 0.5, 0.25, 0.75].map((part) => fractionAtClock(track, part * 360)) : [0.5, 0, 1];
  const isFree = (place: number): boolean => taken.every((one) => Math.abs(wrap(one - place + 0.5) - 0.5) > 0.1);
  const u = places.find(isFree) ?? places[0]!;
  const { point, tangent } = frameAt(track.path, u * track.path.lengthMm);
  const out = track.outwardSign * outMm;
  return { x: point.x + tangent.y * out, y: point.y - tangent.x * out };
}

/** How much of the sheet a line for words alone takes to either side, and the least, mm. */
const LINE = { share: 0.3, leastMm: 10 } as const;

/** A level line for words that stand on no curve yet, with a place in its middle. */
function lineAt(piece: Piece, { x, y }: Vec, letteringId: string): Curve {
  const half = Math.max(Math.min(piece.sheet.widthMm * LINE.share, Math.min(x, piece.sheet.widthMm - x)), LINE.leastMm);
  const [left, right, level] = [x - half, x + half, y].map((mm) => Math.round(mm * 100) / 100);
  return makeCurve(ownLineId(letteringId), freeName(piece, 'Line'), {
    kind: 'line',
    from: { x: left!, y: level! },
    to: { x: right!, y: level! },
  });
}
const trackOfLine = (curve: Curve): Track | null => {
  const made = trackOf(curve.shape);
  return made.ok ? made.value : null;
};

/** Sets new words on a curve, which is put on the sheet with them where it is new. */
function useSetOn({ snapMm, tell }: SheetPointer) {
  const store = usePiece();
  const view = useView();
  const unworded = useUnworded();

  return function setOn(id: string, where: Vec, curve: Curve, track: Track, isNew: boolean): void {
    const like = store.on(curve.id).at(-1) ?? null;
    const made = setDown(
      id,
      curve,
      track,
      where,
      like,
      Math.max(snapMm() * 3, 1),
      readableInk(store.piece!, where, store.trackOf),
    );
    const shared = shareRing(
      track,
      anchoredAt(made, track),
      made.seat.tops,
      setsOn(store.piece!, curve.id, store.settings),
    );
    const problem = store.edit(
      'Set lettering',
      [
        ...(isNew ? [{ kind: 'insert' as const, index: store.piece!.items.length, item: curve }] : []),
        ...(shared?.others ?? []).map((one) => setStep(store.piece!, one.id, ['bookends'], one.bookends)),
        {
          kind: 'insert',
          index: store.piece!.items.length + (isNew ? 1 : 0),
          item: shared ? { ...made, bookends: shared.bookends } : made,
        },
      ],
      `set-${id}`,
      [id],
    );
    if (problem) {
      tell(problem.message, where);
      return;
    }
    unworded(id, `set-${id}`);
    view.tool = 'pick';
  };
}

/** What one click at a curve does: it sets new lettering there, or cuts the curve. */
export function useSetDown(pointer: SheetPointer) {
  const { snapMm, curveNear } = pointer;
  const store = usePiece();
  const view = useView();
  const edits = useCurveEdits();
  const setOn = useSetOn(pointer);

  /**
   * Sets a new lettering where the pointer is.
   *
   * @param alone whether words far from any curve get a level line of their own; they can be put on a curve later
   * @returns false when no curve is near
   */
  function letterAt(where: Vec, on?: Curve, alone = false): boolean {
    const near = on ?? curveNear(where);
    const id = nanoid(8);
    const curve = near ?? (alone ? lineAt(store.piece!, where, id) : null);
    const track = curve && (near ? store.trackOf(curve.id) : trackOfLine(curve));
    if (!curve || !track) return false;
    setOn(id, where, curve, track, near === null);
    return true;
  }

  /** Sets lettering on a curve by a key, where there is room. */
  function letterByKey(curve: Curve): boolean {
    const track = store.trackOf(curve.id);
    if (!track) return false;
    return letterAt(freePlace(track, store.on(curve.id), 1 / view.scale), curve);
  }

  /** Cuts the curve where the pointer is. Gives false when no curve is near. */
  function cutAt(where: Vec, on?: Curve): boolean {
    const curve = on ?? curveNear(where);
    if (!curve || !edits.cutAt(curve, where, snapMm() * 2)) return false;
    view.tool = 'pick';
    return true;
  }

  return { letterAt, letterByKey, cutAt };
}
