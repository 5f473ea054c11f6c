import { send, setResponseHeader, setResponseStatus, type H3Error, type H3Event } from 'h3';

/** Every error leaves in one shape: `{ code, message, field?, … }`. What is unexpected is logged and not told. */
export default async function errorHandler(error: H3Error, event: H3Event): Promise<void> {
  const expected = typeof error.data === 'object' && error.data !== null && 'code' in error.data;
  const status = error.statusCode || 500;
  if (!expected && status >= 500) console.error(error);
  const body = expected
    ? error.data
    : status === 404
      ? { code: 'not-found', message: 'There is nothing at this address.' }
      : status >= 500
        ? {
            code: 'server-error',
            message: 'Something went wrong on the server. Your work on the screen is still there; try again.',
          }
        : { code: 'bad-request', message: error.message };
  setResponseStatus(event, status);
  setResponseHeader(event, 'content-type', 'application/json; charset=utf-8');
  await send(event, JSON.stringify(body));
}
