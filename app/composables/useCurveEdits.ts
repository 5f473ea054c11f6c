import type { EditLabel } from '#core/editing/labels';
import { nanoid } from 'nanoid';
import { cutSteps } from '#core/editing/edits/cut';
import { nearestNamed } from '#core/setting/line/anchorPlaces';
import { seenFromCurve } from '#core/setting/hand/grips';
import { movedBy } from '#core/setting/hand/movedBy';
import type { SetLettering } from '#core/setting/line/set';
import type { Vec } from '#core/geometry/vec';
import type { Step } from '#core/piece/steps/index';
import type { Curve } from '#core/piece/types';
import type { Result } from '#core/result';
import { usePiece } from '~/stores/piece';

/** Lettering that moves by more than this, mm, is told of: nodes made of other kinds keep within a third of it. */
const TOLD_MM = 0.02;

/** Edits of curves that leave lettering where it stands, and tell where they cannot. */
export function useCurveEdits() {
  const store = usePiece();

  const standing = (): Map<string, SetLettering> =>
    new Map([...store.settings].flatMap(([id, set]) => (set.ok ? [[id, set.value] as const] : [])));

  /** Makes the edit, or says why not; afterwards names the lettering that could not stay where it was. */
  function run(
    label: EditLabel,
    steps: Result<readonly Step[]>,
    select?: readonly string[],
    keepsPlace = true,
  ): boolean {
    const before = standing();
    const problem = steps.ok ? store.edit(label, steps.value, undefined, select) : steps.problem;
    if (problem) {
      store.notice = { kind: 'warning', text: problem.message };
      return false;
    }
    if (!keepsPlace) return true;
    const moved = [...standing()].flatMap(([id, set]) => {
      const was = before.get(id);
      const mm = was ? movedBy(was, set) : 0;
      return mm > TOLD_MM ? [{ words: set.lettering.wording, mm }] : [];
    });
    if (moved.length > 0) {
      const list = moved
        .map(
          ({ words, mm }) =>
            `“${words.slice(0, 24)}” by up to ${Number.isFinite(mm) ? `${mm.toFixed(2)} mm` : 'its length'}`,
        )
        .join(', ');
      store.notice = {
        kind: 'warning',
        text: `Some letters could not stay where they stood: ${list}. Ctrl Z brings them back.`,
      };
    }
    return true;
  }

  /** Cuts a curve at the place nearest to a point; near a named place, there. */
  function cutAt(curve: Curve, where: Vec, snapMm: number): boolean {
    const track = store.trackOf(curve.id);
    if (!track) return false;
    const { u } = seenFromCurve(track, where);
    const near = nearestNamed(track, u);
    return run(
      'Cut curve',
      cutSteps(store.piece!, curve, [near.mm <= snapMm ? near.place.u : u], { newId: () => nanoid(8) }),
      [curve.id],
    );
  }

  return { run, cutAt };
}
