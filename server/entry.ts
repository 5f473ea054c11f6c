// Where the built server starts. In place of Nitro's own, for time limits and a quick end.
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import compression from 'compression';
import { toNodeListener } from 'h3';
import { endListening } from './events';

/** How long a request may take to arrive, ms: its head, and the whole of it. */
const HEAD_MS = 10_000;
const REQUEST_MS = 60_000;
/** How often slow ones are looked for, ms. */
const LOOK_MS = 2000;
const MOST_CONNECTIONS = 2000;
/** What is in flight has this long to be finished when the server is told to end, ms. */
const END_MS = 1500;

/** Answers shorter than this go as they are, bytes: they fit into one packet. */
const PACKED_FROM = 1400;
/** Packing more tightly takes longer than it saves. */
const LEVEL = 4;

const app = useNitroApp();
const answer = toNodeListener(app.h3App);
/** Packs what is made here; files of the app lie packed on the disk. What is told bit by bit must not be held back. */
const packed = compression({
  threshold: PACKED_FROM,
  level: LEVEL,
  filter: (request, response) =>
    !String(response.getHeader('content-type')).startsWith('text/event-stream') &&
    compression.filter(request, response),
}) as unknown as (request: IncomingMessage, response: ServerResponse, next: () => void) => void;
const server = createServer(
  { headersTimeout: HEAD_MS, requestTimeout: REQUEST_MS, connectionsCheckingInterval: LOOK_MS },
  (request, response) => {
    packed(request, response, () => {
      answer(request, response);
    });
  },
);
server.maxConnections = MOST_CONNECTIONS;

const port = Number(process.env['NITRO_PORT'] ?? process.env['PORT'] ?? 3000),
  host = process.env['NITRO_HOST'] ?? process.env['HOST'];

server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken by another program. Stop that one, or set PORT to another port.`
      : error.code === 'EACCES'
        ? `Port ${port} may not be used by this user. Set PORT to one above 1023.`
        : `The server could not listen on port ${port}: ${error.message}`,
  );
  process.exit(1);
});
server.listen({ port, host }, () => {
  const address = server.address();
  if (address && typeof address === 'object')
    console.log(
      `Listening on http://${address.family === 'IPv6' ? `[${address.address}]` : address.address}:${address.port}`,
    );
});

let ending = false;
/** Ends the streams, lets what is in flight be finished, closes the database, and goes. */
async function end(): Promise<void> {
  if (ending) return;
  ending = true;
  const closed = new Promise((resolve) => {
    server.close(resolve);
  });
  endListening();
  server.closeIdleConnections();
  const idle = setInterval(() => {
    server.closeIdleConnections();
  }, 50);
  await Promise.race([closed, new Promise((resolve) => setTimeout(resolve, END_MS))]);
  clearInterval(idle);
  server.closeAllConnections();
  await app.hooks.callHook('close').catch((error: unknown) => {
    console.error(error);
  });
  process.exit(0);
}
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void end());
// What nobody caught is said, and does not take down what others are doing.
for (const kind of ['unhandledRejection', 'uncaughtException'] as const)
  process.on(kind, (error: unknown) => {
    console.error(error);
  });
