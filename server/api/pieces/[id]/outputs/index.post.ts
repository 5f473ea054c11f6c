import { nanoid } from 'nanoid';
import * as yup from 'yup';
import { FORMAT_NAMES } from '#core/output/formats/index';
import { readPiece } from '#core/piece/read';
import { readValid } from '../../../../body';
import { keepOutput } from '../../../../data/outputs';
import { problem } from '../../../../problem';
import { pieceId, requestedPiece } from '../../../../reading';
import { database } from '../../../../store';

const schema = yup
  .object({
    format: yup.string().strict().required().oneOf(FORMAT_NAMES),
    name: yup.string().strict().required().max(240),
    options: yup.object().required(),
    bytes: yup
      .number()
      .strict()
      .integer()
      .min(0)
      .max(2 ** 31 - 1)
      .required(),
    piece: yup.object().required(),
  })
  .strict()
  .noUnknown()
  .required();

/** Keeps what a file was made of and with, so that it can be found again. */
export default defineEventHandler(async (event) => {
  const { format, name, options, bytes, piece } = (await readValid(event, schema)) as {
    format: string;
    name: string;
    options: unknown;
    bytes: number;
    piece: unknown;
  };
  const read = readPiece(piece);
  if (!read.ok) throw problem(422, { ...read.problem, value: undefined });
  await requestedPiece(event);
  const id = nanoid(12);
  await keepOutput(await database(), pieceId(event), { id, format, name, options, bytes }, read.value);
  return { id };
});
