import { applySteps, setStep, withMore, type Made, type Step } from '../piece/steps';
import type { CurveShape, Piece } from '../piece/types';
import { problemsAfter } from '../piece/check/index';
import { fail, ok, type Problem, type Result } from '../result';
import type { Ground, Rule } from './rule';
import { RULES } from './rules';
import { finishRooms } from './rules/rooms';

/**
 * How often the rules are asked anew after others have added steps: sizes and places may each call for the other once.
 */
const MOST_ROUNDS = 4;

/**
 * An edit with all that follows from it by the rules: each is shown what it has not seen, until none has anything to
 * add.
 */
function followed(piece: Piece, start: Made, ground: Ground): Made {
  let made = start;
  const shown = new Map<Rule, Made>();
  for (let round = 0, more = true; more && round < MOST_ROUNDS; round++) {
    more = false;
    for (const rule of RULES) {
      const last = shown.get(rule);
      if (!rule.follow || last?.steps.length === made.steps.length) continue;
      const fresh = last ? made.steps.slice(last.steps.length) : made.steps;
      const next = rule.follow(last?.piece ?? piece, { piece: made.piece, steps: fresh }, ground);
      const added = next.steps.slice(fresh.length);
      if (added.length > 0) {
        made = { piece: next.piece, steps: [...made.steps, ...added] };
        more = true;
      }
      shown.set(rule, made);
    }
  }
  return made;
}

/** The first rule that an edit, with all that follows from it, breaks; null where it may be. */
function refusal(piece: Piece, made: Made, ground: Ground): Problem | null {
  const [wrong] = problemsAfter(made.piece, made.steps);
  // A person knows the field, not its path.
  if (wrong)
    return { ...wrong, code: 'wrong-piece', message: wrong.message.replace(wrong.field || /^$/, 'This value') };
  for (const rule of RULES) {
    const problem = rule.refuse?.(piece, made, ground);
    if (problem) return problem;
  }
  return null;
}

/**
 * Makes an edit by the rules of the document. The one door through which a piece is changed: page, command line and
 * series go through it, and so does a change that is made anew over those of others.
 *
 * @returns the piece and the steps with all that follows from them; the same piece where nothing changes; or why not:
 *   `step-does-not-fit`, or what a rule says
 */
export function transact(piece: Piece, steps: readonly Step[], ground: Ground): Result<Made> {
  const applied = applySteps(piece, steps);
  if (!applied.ok) return applied;
  const made = followed(piece, { piece: applied.value, steps }, ground);
  const problem = made.piece === piece ? null : refusal(piece, made, ground);
  return problem ? fail(problem) : ok(made);
}

/**
 * What belongs to an edit but is known only later: the size of a curve whose lettering has been evened out meanwhile,
 * and the rooms on it. A part of the same edit, to be undone with it.
 *
 * @param shape null where the curve has the right size
 * @returns the piece itself, without steps, where nothing is to be finished
 */
export function finishEdit(piece: Piece, curveId: string, shape: CurveShape | null, ground: Ground): Result<Made> {
  const sized = withMore({ piece, steps: [] }, shape ? [setStep(piece, curveId, ['shape'], shape)] : []);
  const made = withMore(sized, finishRooms(sized.piece, curveId, ground));
  const problem = made.steps.length > 0 ? refusal(piece, made, ground) : null;
  return problem ? fail(problem) : ok(made);
}

/**
 * A piece with everything in it that follows from rules found anew, by what evening out comes to now. What a piece file
 * holds may be of an older state.
 */
export function settledPiece(piece: Piece, ground: Ground): Piece {
  return followed({ ...piece, items: [] }, { piece, steps: [] }, ground).piece;
}

/**
 * Takes over steps that were made by the rules elsewhere, with all that follows from them: they must fit, and the piece
 * must be whole afterwards. For those who have no faces, such as the server.
 *
 * @returns `step-does-not-fit`, or `wrong-piece` with the first field that is wrong
 */
export function receive(piece: Piece, edits: readonly (readonly Step[])[]): Result<Piece> {
  let now = piece;
  for (const steps of edits) {
    const next = applySteps(now, steps);
    if (!next.ok) return next;
    now = next.value;
  }
  const [problem] = problemsAfter(now, edits.flat());
  return problem ? fail({ ...problem, code: 'wrong-piece' }) : ok(now);
}
