import { boundsProblem } from '#core/piece/check/bounds';
import { checked, list, object, tagged, text, wholeNumber } from '#core/fields/index';
import { LIMITS } from '#core/fields/limits';
import { isStep, type Step } from '#core/piece/steps/index';

const name = () => text('shortName');
const ids = () => list(name(), LIMITS.items);
/** A step that is whole. What it sets is checked with the piece; what it replaces is plain data within bounds. */
const step = checked(
  (value): value is Step => isStep(value) && boundsProblem(value).problem === null,
  'is no step that is known, or not a whole one',
);

const change = object({
  entryId: name(),
  kind: tagged('do', 'undo', 'redo'),
  label: name(),
  steps: list(step, LIMITS.changeSteps),
  selectionBefore: ids(),
  selectionAfter: ids(),
});

/** What a page sends: changes, made on a revision. */
export const sentChanges = object({
  clientId: name(),
  baseRevision: wholeNumber('revision'),
  changes: list(object({ changeId: name(), change }), LIMITS.sentChanges),
});
