import { STANCES, LETTER } from '../../stances';
import { hypot } from '../../hypot';
import { frameAt } from '../../geometry/walk';
import { setStep } from '../../piece/steps';
import { reseatLettering } from '../../setting/line/seat';
import { setOnes, short, type Check } from '../check';

/** Lettering round more of a whole turn than this has an upside-down part whatever is done. */
const ROUND = 0.6;
/** How far the tops must point down, as a cosine. */
const DOWN = 0.5;

/** Lettering whose middle reads upside down. */
export const upsideDown: Check = (ground) =>
  setOnes(ground).flatMap(({ lettering, set }) => {
    const { rows, overset, path, measured, stance, direction } = set;
    if (
      measured.firstInk < 0 ||
      STANCES[stance.kind].stacked ||
      Math.abs(
        frameAt(path, direction * overset.inkEnd).turningRad - frameAt(path, direction * overset.inkStart).turningRad,
      ) >
        ROUND * 2 * Math.PI
    )
      return [];
    const at = Math.round((measured.firstInk + measured.lastInk) / 2) * LETTER.length;
    const [upX, upY] = [rows[at + LETTER.ux]!, rows[at + LETTER.uy]!];
    if (upY / hypot(upX, upY) < DOWN) return [];
    const turned = reseatLettering(
      lettering,
      lettering.seat.tops === 'outward' ? 'inward' : 'outward',
      lettering.seat.side,
    );
    return [
      {
        code: 'upside-down',
        itemId: lettering.id,
        at: { x: rows[at]!, y: rows[at + 1]! },
        message: `“${short(lettering.wording)}” reads upside down.`,
        fix: {
          label: 'Turn it over, in its band',
          steps: (['seat', 'bookends', 'anchor'] as const)
            .filter((field) => turned[field] !== lettering[field])
            .map((field) => setStep(ground.piece, lettering.id, [field], turned[field])),
        },
      },
    ];
  });
