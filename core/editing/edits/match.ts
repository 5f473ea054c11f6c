import { tracksOf } from '../../curves';
import { setStep, type Step } from '../../piece/steps';
import { findLettering, type Lettering, type Piece } from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { betweenBookends, fillBy, wideRule } from '../../setting/space/fill';
import { evenOut } from '../../setting/space/evenOut';
import { setLettering } from '../../setting/line/setLettering';
import { settle } from '../../setting/space/settle';
import { letterHeight, meanWhite, trueGaps } from '../../setting/space/trueGaps';
import { groundOf, type Faces, type SettingGround } from '../../setting/settingOf';

/** What letterings can take in common. */
export type MatchBy = 'size' | 'tracking' | 'width' | 'colour';

/** What one value is taken for all: the least of what they have, or the least of what fills the room of each. */
export type MatchTo = 'least' | 'filling';

export interface Match {
  /**
   * Cap height in mm, tracking in thousandths of an em, width as a factor; for colour the white as a share of the
   * height.
   */
  readonly value: number;
  readonly steps: readonly Step[];
  /** The lettering whose value it is. */
  readonly decidedBy: string;
}

interface One {
  readonly lettering: Lettering;
  readonly ground: SettingGround;
  readonly capMm: number;
}

function all(piece: Piece, ids: readonly string[], faces: Faces): Result<One[]> {
  const list: One[] = [];
  for (const id of ids) {
    const lettering = findLettering(piece, id);
    if (!lettering) continue;
    const ground = groundOf(lettering, tracksOf(piece), faces);
    if (!ground.ok) return ground;
    const set = setLettering(lettering, ground.value.track, ground.value.face, ground.value.held);
    if (!set.ok) return set;
    list.push({ lettering, ground: ground.value, capMm: set.value.capMm });
  }
  return list.length < 2
    ? fail({ code: 'one-lettering', message: 'Select two letterings or more: Shift-click adds one.' })
    : ok(list);
}

/**
 * The colour of a lettering: the mean white between its letters, the true gap, as a share of the height of the letters.
 * Null with a single letter.
 */
export function colourOf(lettering: Lettering, { track, face, held }: SettingGround): number | null {
  const { result } = settle(lettering, track, face, held);
  if (!result.ok) return null;
  const white = meanWhite(trueGaps(result.value)).letter;
  return white === null ? null : white / letterHeight(result.value);
}

const COLOUR_ROUNDS = 12;
const COLOUR_NEAR = 1e-4;

/** The tracking at which a lettering has a colour, by secants; null where it has none. */
function trackedTo(lettering: Lettering, ground: SettingGround, colour: number): number | null {
  const at = (tracking: number): number | null =>
    colourOf({ ...lettering, spacing: { ...lettering.spacing, tracking } }, ground);
  let a = lettering.spacing.tracking,
    fa = at(a);
  if (fa === null) return null;
  let b = a + 20;
  for (let i = 0; i < COLOUR_ROUNDS; i++) {
    const fb = at(b);
    if (fb === null) return null;
    if (Math.abs(fb - colour) < COLOUR_NEAR * colour || fb === fa) return b;
    const next: number = b + ((colour - fb) * (b - a)) / (fb - fa);
    [a, fa, b] = [b, fb, Math.min(Math.max(next, -500), 2000)];
  }
  return b;
}

/** What a value of one lettering is, or would be when it filled its room. */
function valueOf({ lettering, ground, capMm }: One, by: Exclude<MatchBy, 'colour'>, to: MatchTo): number {
  const now = by === 'size' ? capMm : by === 'width' ? lettering.width : lettering.spacing.tracking;
  if (to === 'least') return now;
  const { track, face, held } = ground;
  const made = fillBy(
    {
      lettering: betweenBookends(lettering, track),
      track,
      face,
      held,
      correction: evenOut(lettering, track, face, held),
    },
    wideRule(by),
    null,
  );
  return by === 'tracking' ? made.value : now * made.value;
}

/**
 * Gives letterings one size, one tracking or one width, the tightest deciding; or the colour of the first: the same
 * white between the letters for the height of the letters, reached by tracking, with measured-at in the middle for all.
 *
 * @returns `one-lettering`, or why one of them cannot be set
 */
export function matchLetterings(
  piece: Piece,
  ids: readonly string[],
  by: MatchBy,
  to: MatchTo,
  faces: Faces,
): Result<Match> {
  const list = all(piece, ids, faces);
  if (!list.ok) return list;
  if (by === 'colour') return matchColour(piece, list.value);
  const values = list.value.map((one) => valueOf(one, by, to));
  const value = Math.min(...values);
  const path = by === 'size' ? ['size'] : by === 'width' ? ['width'] : ['spacing', 'tracking'];
  const held = by === 'size' ? { by: 'cap', mm: value } : value;
  return ok({
    value,
    decidedBy: list.value[values.indexOf(value)]!.lettering.id,
    steps: list.value.map(({ lettering }) => setStep(piece, lettering.id, path, held)),
  });
}

function matchColour(piece: Piece, list: readonly One[]): Result<Match> {
  const middle = (lettering: Lettering): Lettering => ({
    ...lettering,
    spacing: { ...lettering.spacing, measuredAt: 0.5 },
  });
  const [first, ...others] = list;
  const colour = colourOf(middle(first!.lettering), first!.ground);
  if (colour === null)
    return fail({
      code: 'no-gaps',
      message:
        'The first selected lettering has no gap between letters, so it has no colour to match. Select another first.',
    });
  const steps: Step[] = list.flatMap(({ lettering }) =>
    lettering.spacing.measuredAt === 0.5 ? [] : [setStep(piece, lettering.id, ['spacing', 'measuredAt'], 0.5)],
  );
  for (const { lettering, ground } of others) {
    const tracking = trackedTo(middle(lettering), ground, colour);
    if (tracking !== null) steps.push(setStep(piece, lettering.id, ['spacing', 'tracking'], tracking));
  }
  return ok({ value: colour, steps, decidedBy: first!.lettering.id });
}
