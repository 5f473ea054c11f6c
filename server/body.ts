import type { H3Event } from 'h3';
import type * as yup from 'yup';
import type { Field } from '#core/fields/index';
import { problemsOf } from '#core/piece/check/problems';
import { problem } from './problem';

/** The largest body that is read, in bytes. A piece at its limits is smaller. */
const MAX_BODY = 4 * 1024 * 1024;

const tooLarge = (limit: number) =>
  problem(413, {
    code: 'too-large',
    limit,
    message: `This is larger than ${limit / 1024 / 1024} MB, the limit. Use a smaller file.`,
  });

/** The bytes of a body of at most `limit` of them; 413 beyond, without reading on. */
export async function readBytes(event: H3Event, limit: number): Promise<Buffer> {
  const { req } = event.node;
  if (Number(req.headers['content-length'] ?? 0) > limit) throw tooLarge(limit);
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of req as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > limit) throw tooLarge(limit);
    parts.push(part);
  }
  return Buffer.concat(parts);
}

/** The JSON body of a request; 413 when too large, 400 when it is not JSON. An empty body is null. */
export async function readJson(event: H3Event): Promise<unknown> {
  const text = (await readBytes(event, MAX_BODY)).toString('utf8');
  if (text === '') return null;
  try {
    return JSON.parse(text);
  } catch (error) {
    throw problem(400, { code: 'not-json', message: `The request is not JSON: ${(error as Error).message}.` });
  }
}

/** The JSON body, checked; 422 with the path of the first wrong field. */
export async function readValid<T>(event: H3Event, rules: Field<T> | yup.Schema<T>): Promise<T> {
  const body = await readJson(event);
  const [first] = problemsOf(rules, body);
  if (first) throw problem(422, { ...first });
  return body as T;
}
