import { send, setResponseHeader, setResponseStatus, type H3Error, type H3Event } from 'h3';

/** PostgreSQL and the file system, when there is no room left. */
const FULL: ReadonlySet<string> = new Set(['ENOSPC', '53100']);

/** The database does not answer: what Node, PostgreSQL and the pool of connections say. */
const AWAY = /^(ECONNREFUSED|ECONNRESET|ETIMEDOUT|EPIPE|ENOTFOUND|EAI_AGAIN|EHOSTUNREACH|08\w{3}|57P0[1-3]|53300)$/;
const AWAY_TEXT =
  /Connection terminated|timeout exceeded when trying to connect|Client has encountered a connection error/;

interface Told {
  readonly status: number;
  readonly body: unknown;
}

const codeOf = (error: unknown): string => {
  const { code, cause } = (error ?? {}) as { code?: unknown; cause?: unknown };
  return typeof code === 'string' ? code : cause ? codeOf(cause) : '';
};

const textOf = (error: unknown): string => {
  const { message = '', cause } = (error ?? {}) as { message?: string; cause?: unknown };
  return cause ? `${message} ${textOf(cause)}` : message;
};

function told(error: H3Error): Told {
  const status = error.statusCode || 500;
  if (typeof error.data === 'object' && error.data !== null && 'code' in error.data)
    return { status, body: error.data };
  if (FULL.has(codeOf(error)) || /No space left on device/.test(textOf(error)))
    return {
      status: 503,
      body: {
        code: 'disk-full',
        message:
          'The disk of the server is full, or nearly so. Your work stays on this computer, and is saved when there is room.',
      },
    };
  if (AWAY.test(codeOf(error)) || AWAY_TEXT.test(textOf(error)))
    return {
      status: 503,
      body: {
        code: 'database-away',
        message: 'The database does not answer. Your work stays on this computer, and is saved when it is back.',
      },
    };
  if (status === 404) return { status, body: { code: 'not-found', message: 'There is nothing at this address.' } };
  if (status < 500) return { status, body: { code: 'bad-request', message: error.message.slice(0, 300) } };
  return {
    status,
    body: {
      code: 'server-error',
      message: 'Something went wrong on the server. Your work on the screen is still there; try again.',
    },
  };
}

/** Every error leaves in one shape: `{ code, message, field?, … }`. What is unexpected is logged and not told. */
export default async function errorHandler(error: H3Error, event: H3Event): Promise<void> {
  const { status, body } = told(error);
  if (status >= 500) console.error(error);
  if (event.node.res.headersSent) return;
  let text: string;
  try {
    text = JSON.stringify(body);
  } catch {
    // Whatever it holds, an answer goes out.
    text = '{"code":"server-error","message":"Something went wrong on the server. Try again."}';
  }
  setResponseStatus(event, status);
  setResponseHeader(event, 'content-type', 'application/json; charset=utf-8');
  await send(event, text);
}
