import * as yup from 'yup';
import type { Change } from '#core/piece/history';
import { isStep } from '#core/piece/steps/index';
import { readValid } from '../../../../body';
import type { SentChange } from '../../../../data/desk';
import { announce } from '../../../../events';
import { problem } from '../../../../problem';
import { pieceId } from '../../../../reading';
import { desk } from '../../../../store';

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

/** What is told with each problem. */
const STATUS: Readonly<Record<string, number>> = { 'not-found': 404, 'stale': 409, 'reload': 409, 'same-change': 409 };

/**
 * Keeps changes. Answers with the new revision once they are committed, and with what others had changed before them;
 * 409 with the changes made since when these concern the same, so that the sender can catch up and send again.
 */
export default defineEventHandler(async (event) => {
  const { clientId, baseRevision, changes } = (await readValid(event, schema)) as unknown as Body;
  const id = pieceId(event);
  const done = await (await desk()).commit(id, clientId, baseRevision, changes);
  if (!done.ok) {
    const { code, message, field, value } = done.problem;
    throw problem(STATUS[code] ?? 422, { code, message, field, ...(code === 'stale' && { lines: value }) });
  }
  const { revision, before, lines } = done.value;
  announce(id, { kind: 'changed', revision, lines });
  return { revision, lines: before };
});
