import type { H3Event } from 'h3';
import type * as yup from 'yup';
import { problemsOf } from '#core/piece/read';
import { problem } from './problem';

/** The largest body that is read, in bytes. A piece at its limits is smaller. */
export const MAX_BODY = 4 * 1024 * 1024;

const tooLarge = () => problem(413, {
  code: 'too-large', limit: MAX_BODY,
  message: `This is larger than ${MAX_BODY / 1024 / 1024} MB, more than a piece can be. Send a smaller one.`,
});

async function readLimited(event: H3Event): Promise<string> {
  const { req } = event.node;
  if (Number(req.headers['content-length'] ?? 0) > MAX_BODY) throw tooLarge();
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of req as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > MAX_BODY) throw tooLarge();
    parts.push(part);
  }
  return Buffer.concat(parts).toString('utf8');
}

/** The JSON body of a request; 413 when too large, 400 when it is not JSON. An empty body is null. */
export async function readJson(event: H3Event): Promise<unknown> {
  const text = await readLimited(event);
  if (text === '') return null;
  try {
    return JSON.parse(text);
  } catch (error) {
    throw problem(400, { code: 'not-json', message: `The request is not JSON: ${(error as Error).message}.` });
  }
}

/** The JSON body, checked; 422 with the path of the first wrong field. */
export async function readValid<T>(event: H3Event, schema: yup.Schema<T>): Promise<T> {
  const body = await readJson(event);
  const [first] = problemsOf(schema, body);
  if (first) throw problem(422, { ...first, value: undefined });
  return body as T;
}
