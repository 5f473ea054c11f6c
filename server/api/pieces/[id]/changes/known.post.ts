import * as yup from 'yup';
import { loggedIds } from '../../../../data/changes';
import { readValid } from '../../../../body';
import { requestedPiece } from '../../../../reading';
import { database } from '../../../../store';

const schema = yup
  .object({ ids: yup.array().strict().of(yup.string().strict().required().max(80)).required().max(20_000) })
  .strict()
  .noUnknown()
  .required();

/** Which changes of those asked for are in the log. A page asks that has lost an answer, or was closed before it. */
export default defineEventHandler(async (event) => {
  const { ids } = (await readValid(event, schema)) as { ids: string[] };
  const { id } = await requestedPiece(event);
  return { ids: [...(await loggedIds(await database(), id, ids))] };
});
