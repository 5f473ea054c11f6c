import * as yup from 'yup';
import type { Change } from '#core/piece/history';
import { isStep } from '#core/piece/steps/index';
import { readValid } from '../../../body';
import { commitChanges, type SentChange } from '../../../data/commit';
import { announce } from '../../../events';
import { problem } from '../../../problem';
import { pieceId } from '../../../reading';
import { database } from '../../../store';

const name = () => yup.string().strict().required().max(80);
const ids = () => yup.array().strict().of(name()).required().max(2000);

const changeSchema = yup
  .object({
    entryId: name(),
    kind: yup
      .string<Change['kind']>()
      .oneOf(['do', 'undo', 'redo'] as const)
      .required(),
    label: name(),
    steps: yup
      .array()
      .strict()
      .required()
      .max(5000)
      .of(yup.mixed().test('step', '${path} is no step that is known, or not a whole one', isStep)),
    selectionBefore: ids(),
    selectionAfter: ids(),
  })
  .strict()
  .noUnknown()
  .required();

const schema = yup
  .object({
    clientId: name(),
    baseRevision: yup.number().strict().integer().min(0).required(),
    changes: yup
      .array()
      .strict()
      .required()
      .min(1)
      .max(500)
      .of(yup.object({ changeId: name(), change: changeSchema }).strict().noUnknown().required()),
  })
  .strict()
  .noUnknown()
  .required();

interface Body {
  clientId: string;
  baseRevision: number;
  changes: SentChange[];
}

/**
 * Keeps changes. Answers with the new revision once they are committed; 409 with the changes made since when
 * the piece has moved on, so that the sender can catch up and send again.
 */
export default defineEventHandler(async (event) => {
  const { clientId, baseRevision, changes } = (await readValid(event, schema)) as unknown as Body;
  const id = pieceId(event);
  const done = await commitChanges(await database(), id, clientId, baseRevision, changes);
  if (!done.ok) {
    const { code, message, field, value } = done.problem;
    if (code === 'stale') throw problem(409, { code, message, lines: value });
    throw problem(code === 'not-found' ? 404 : 422, { code, message, field });
  }
  announce(id, { kind: 'changed', ...done.value });
  return { revision: done.value.revision };
});
