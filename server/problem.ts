import { createError, type H3Error } from 'h3';
import type { Problem } from '#core/result';

/**
 * An error for the other side: goes out as `{ code, message, field?, … }` with the given status. What was sent is not sent
 * back: the value that was wrong stays here.
 */
export const problem = (status: number, what: Problem & Record<string, unknown>): H3Error =>
  createError({
    statusCode: status,
    statusMessage: what.code,
    message: what.message,
    data: { ...what, value: undefined },
  });

export const notFound = (what: string): H3Error =>
  problem(404, { code: 'not-found', message: `There is no ${what} with this address. It may have been deleted.` });
