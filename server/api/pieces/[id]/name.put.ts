import { nanoid } from 'nanoid';
import * as yup from 'yup';
import { LIMITS } from '#core/fields/limits';
import { setStep } from '#core/piece/steps/index';
import { readValid } from '../../../body';
import { announce } from '../../../events';
import { problem } from '../../../problem';
import { requestedPiece } from '../../../reading';
import { desk } from '../../../store';

const schema = yup
  .object({ name: yup.string().strict().trim().required('Give the piece a name.').max(LIMITS.nameLength.max) })
  .strict()
  .noUnknown()
  .required();

/** Renames a piece from the shelf, as a change like any other. */
export default defineEventHandler(async (event) => {
  const { name } = await readValid(event, schema);
  const { id, piece, revision } = await requestedPiece(event);
  const change = {
    entryId: nanoid(12),
    kind: 'do' as const,
    label: 'Rename',
    steps: [setStep(piece, null, ['name'], name)],
    selectionBefore: [],
    selectionAfter: [],
  };
  const done = await (await desk()).commit(id, 'shelf', revision, [{ changeId: nanoid(12), change }]);
  if (!done.ok)
    throw problem(done.problem.code === 'stale' ? 409 : 422, {
      code: done.problem.code,
      message: `${done.problem.message} Try again.`,
    });
  const { revision: renamed, lines } = done.value;
  announce(id, { kind: 'changed', revision: renamed, lines });
  return { revision: renamed };
});
