import { tracksOf } from '../../curves';
import { wrap } from '../../geometry/wrap';
import { applySteps, setStep, type Step } from '../../piece/steps';
import { findCurve, letteringsOn, type Curve, type Lettering, type Piece } from '../../piece/types';
import { fail, ok, type Result } from '../../result';
import { placeMovedBy } from '../../setting/line/anchorPlaces';
import { stackOf, stacksOn, type Stack } from '../../setting/space/rooms';
import type { SetLettering } from '../../setting/line/set';
import { settingOf, type SpacingCorrections, type Faces } from '../../setting/settingOf';

/** Rooms that differ by less than this, mm, are equal. */
const EQUAL_MM = 1e-5;
const ROUNDS = 12;

/** A lettering slid by a share of its curve, its bookends with it. */
function slid(piece: Piece, set: SetLettering, by: number): Step[] {
  const { lettering, track, path } = set;
  const { startU, endU } = lettering.bookends;
  const whole = startU === endU;
  return [
    setStep(piece, lettering.id, ['anchor', 'at'], placeMovedBy(track, lettering.anchor.at, by * path.lengthMm)),
    ...(whole
      ? []
      : [setStep(piece, lettering.id, ['bookends'], { startU: wrap(startU + by), endU: wrap(endU + by) })]),
  ];
}

/** The letterings of a curve as they are set, in the order of the curve's own direction. */
function setsOn(piece: Piece, curve: Curve, faces: Faces, corrections?: SpacingCorrections): Result<SetLettering[]> {
  const tracks = tracksOf(piece);
  const sets: SetLettering[] = [];
  for (const one of letteringsOn(piece, curve.id)) {
    const set = settingOf(one, tracks, faces, corrections);
    if (!set.ok) return set;
    if (set.value.measured.firstInk >= 0) sets.push(set.value);
  }
  return ok(sets);
}

/**
 * Slides the letterings of a closed curve so that the empty rooms between them are equal. One of them stays. Letterings
 * over one another, in two bands of one ring, are slid together.
 *
 * @param stays id of the lettering that stays where it is
 * @returns `one-lettering` with fewer than two, or where all lie over one another; `not-closed`; `no-room` when their
 *   words together are longer than the curve
 */
export function equalRoomsSteps(
  piece: Piece,
  curveId: string,
  stays: string,
  faces: Faces,
  corrections?: SpacingCorrections,
): Result<Step[]> {
  const curve = findCurve(piece, curveId);
  const made = curve && tracksOf(piece).get(curve.id);
  if (!curve || !made) return fail({ code: 'unknown-curve', message: 'The curve of this lettering is gone.' });
  if (!made.ok) return made;
  if (!made.value.path.path.closed)
    return fail({
      code: 'not-closed',
      message:
        'Only the rooms round a closed curve are made equal. On an open one place the words by fractions of its length.',
    });
  const { path } = made.value,
    { lengthMm } = path;
  const before = setsOn(piece, curve, faces, corrections);
  if (!before.ok) return before;
  if (before.value.length < 2)
    return fail({
      code: 'one-lettering',
      message: 'There is one lettering on this curve, so there is one room. Set more words on it first.',
    });
  const stacks = stacksOn(before.value, path);
  if (stacks.length < 2)
    return fail({
      code: 'one-lettering',
      message: 'All words on this curve lie over one another, so there is one room. Move some along the curve first.',
    });
  const middle = ({ from, to }: Stack): number => wrap((from + to) / 2 / lengthMm);
  const home = middle(stacks.find(({ sets }) => sets.some((set) => set.lettering.id === stays)) ?? stacks[0]!);
  const order = stacks
    .slice()
    .sort((a, b) => wrap(middle(a) - home) - wrap(middle(b) - home))
    .map(({ sets }) => sets.map((set) => set.lettering.id));
  let now = piece;
  // Slid along any curve but a circle, words change their length a little: settled in a few rounds.
  for (let round = 0; round < ROUNDS; round++) {
    const sets = setsOn(now, curve, faces, corrections);
    if (!sets.ok) return sets;
    const stretches = order.map((ids) =>
      stackOf(
        ids.map((id) => sets.value.find((one) => one.lettering.id === id)!),
        path,
      ),
    );
    const room = (lengthMm - stretches.reduce((sum, one) => sum + one.to - one.from, 0)) / stretches.length;
    if (room <= 0)
      return fail({
        code: 'no-room',
        value: room,
        message: `The words together are ${(-room * stretches.length).toFixed(2)} mm longer than the curve. Make them smaller, or the curve larger.`,
      });
    let at = stretches[0]!.to + room,
      off = 0;
    const steps = stretches.slice(1).flatMap((stack) => {
      const mm = at - stack.from - Math.round((at - stack.from) / lengthMm) * lengthMm;
      at += stack.to - stack.from + room;
      off = Math.max(off, Math.abs(mm));
      return Math.abs(mm) < EQUAL_MM / 10 ? [] : stack.sets.flatMap((set) => slid(now, set, mm / lengthMm));
    });
    if (off < EQUAL_MM) break;
    const next = applySteps(now, steps);
    if (!next.ok) return next;
    now = next.value;
  }
  const of = (p: Piece, id: string): Lettering => letteringsOn(p, curve.id).find((one) => one.id === id)!;
  return ok(
    order.flat().flatMap((id) =>
      (['anchor', 'bookends'] as const).flatMap((name) => {
        const [was, is] = [of(piece, id)[name], of(now, id)[name]];
        return JSON.stringify(was) === JSON.stringify(is) ? [] : [setStep(piece, id, [name], is)];
      }),
    ),
  );
}
