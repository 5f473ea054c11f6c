// `npm run load`: saves under load, against the built server on a folder of its own, or with `npm run load server` on a
// PostgreSQL server of its own. Prints a table; not a test.
import { Agent, request } from 'node:http';
import { readdirSync, readFileSync } from 'node:fs';
import { freshFolder, Server } from '../e2e/support';
import { circle, curve, lettering, piece } from '../support/pieces';
import { Postgres } from '../support/postgres';

/** How long the server is watched before it is asked for anything, ms. */
const IDLE_MS = 4000;
const SECONDS = Number(process.env['SECONDS_EACH'] ?? 15);
const agent = new Agent({ keepAlive: true, maxSockets: 400 });

interface Answer {
  readonly status: number;
  readonly body: {
    revision: number;
    id: string;
    picturesDue: number;
    pieces: { id: string }[];
    lines?: { revision: number }[];
  };
}
const call = (server: Server, method: string, path: string, body?: unknown): Promise<Answer> =>
  new Promise((resolve, reject) => {
    const sent = request(
      {
        agent,
        host: '127.0.0.1',
        port: server.port,
        method,
        path: `/api${path}`,
        headers: { 'content-type': 'application/json' },
      },
      (answer) => {
        let text = '';
        answer.on('data', (part: Buffer) => (text += part.toString()));
        answer.on('end', () =>
          resolve({ status: answer.statusCode!, body: JSON.parse(text || '{}') as Answer['body'] }),
        );
      },
    );
    sent.on('error', reject);
    sent.end(body === undefined ? undefined : JSON.stringify(body));
  });

/** A piece of so many items: rings, each with words. */
const pieceOf = (items: number) =>
  piece(
    Array.from({ length: items / 2 }, (_, i) => [
      curve(circle(20 + (i % 50)), `ring${i}`),
      lettering('OTTERMERE TIDE', { id: `words${i}`, curveId: `ring${i}` }),
    ]).flat(),
  );
let n = 0;
const change = (item: string) => ({
  changeId: `load${++n}-${process.pid}`,
  change: {
    entryId: `e${n}`,
    kind: 'do',
    label: 'Tracking',
    selectionBefore: [item],
    selectionAfter: [item],
    steps: [{ kind: 'set', id: item, path: ['spacing', 'tracking'], value: n % 500, was: 0 }],
  },
});

/** Processor time that the server has used, ms: of all its threads, to the nanosecond. */
const cpuMs = (pid: number): number =>
  readdirSync(`/proc/${pid}/task`).reduce(
    (sum, task) => sum + Number(readFileSync(`/proc/${pid}/task/${task}/schedstat`, 'utf8').split(' ')[0]) / 1e6,
    0,
  );
const quantile = (all: number[], q: number): number =>
  all.sort((a, b) => a - b)[Math.floor(all.length * q)] ?? Number.NaN;

async function run(
  title: string,
  server: Server,
  editors: { id: string; item: string }[],
  perSecond: number,
): Promise<void> {
  // What was just made is drawn first, aside: it is no part of what a save costs.
  while ((await call(server, 'GET', '/health')).body.picturesDue > 0)
    await new Promise((resolve) => setTimeout(resolve, 500));
  // What the process uses when nobody asks for anything is no part of it either.
  await new Promise((resolve) => setTimeout(resolve, 1000));
  const before = cpuMs(server.pid);
  await new Promise((resolve) => setTimeout(resolve, IDLE_MS));
  const idle = (cpuMs(server.pid) - before) / IDLE_MS;
  // The server closes what has been idle for long; what is asked next must not meet that.
  agent.destroy();
  const took: number[] = [];
  let stale = 0,
    wrong = 0;
  const acknowledged = new Map<string, number>();
  const cpu = cpuMs(server.pid),
    from = performance.now(),
    until = from + SECONDS * 1000;
  await Promise.all(
    editors.map(async ({ id, item }, i) => {
      let base = (await call(server, 'GET', `/pieces/${id}`)).body.revision;
      await new Promise((resolve) => setTimeout(resolve, (i * 1000) / perSecond / editors.length));
      for (let due = performance.now(); due < until && performance.now() < until; due += 1000 / perSecond) {
        await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
        const one = change(item);
        const began = performance.now();
        for (;;) {
          const { status, body } = await call(server, 'POST', `/pieces/${id}/changes`, {
            clientId: `c${i}`,
            baseRevision: base,
            changes: [one],
          });
          if (status === 409) {
            stale++;
            base = body.lines?.at(-1)?.revision ?? base;
            continue;
          }
          if (status !== 200) wrong++;
          else base = body.revision;
          break;
        }
        took.push(performance.now() - began);
        acknowledged.set(id, Math.max(acknowledged.get(id) ?? 0, base));
      }
    }),
  );
  const seconds = (performance.now() - from) / 1000,
    used = cpuMs(server.pid) - cpu - idle * seconds * 1000;
  let lost = 0;
  for (const [id, revision] of acknowledged)
    if ((await call(server, 'GET', `/pieces/${id}`)).body.revision < revision) lost++;
  console.log(
    `${title.padEnd(46)} ${(took.length / seconds).toFixed(0).padStart(5)}/s  p50 ${quantile(took, 0.5).toFixed(1)}  p95 ${quantile(took, 0.95).toFixed(1)}  p99 ${quantile(took, 0.99).toFixed(1)} ms  ${(used / took.length).toFixed(2)} ms of CPU each, ${(idle * 1000).toFixed(1)} ms a second idle  ${stale} of ${took.length} stale, ${wrong} wrong, ${lost} pieces behind`,
  );
}

const postgres = process.argv[2] === 'server' ? await Postgres.start() : null;
const server = await Server.start(freshFolder(), postgres ? { DATABASE_URL: await postgres.database() } : {});
const made = async (items: number): Promise<string> => (await call(server, 'POST', '/pieces', pieceOf(items))).body.id;
for (const [editors, how] of [
  [1, 'just started'],
  [10, 'just started'],
  [100, ''],
  [50, ''],
  [10, ''],
  [1, ''],
] as const) {
  const own = [];
  for (let i = 0; i < editors; i++) own.push({ id: await made(50), item: 'words3' });
  await run(`${editors} editors, 50 items each${how && `, ${how}`}`, server, own, 5);
}
const one = { id: await made(50), item: 'words3' };
await run('1 editor, 50 items, one save after the other', server, [one], 1000);
const large = await made(2000);
await run('1 editor on a piece of 2,000 items', server, [{ id: large, item: 'words3' }], 5);
await run('the same, one save after the other', server, [{ id: large, item: 'words3' }], 1000);
const shared = await made(50);
await run(
  '20 editors on one piece of 50 items',
  server,
  Array.from({ length: 20 }, (_, i) => ({ id: shared, item: `words${i}` })),
  5,
);

/** How long something takes, best of three, ms. */
async function timed(title: string, work: () => Promise<unknown>): Promise<void> {
  const times: number[] = [];
  for (let i = 0; i < 3; i++) {
    const from = performance.now();
    await work();
    times.push(performance.now() - from);
  }
  console.log(`${title.padEnd(46)} ${times.map((ms) => ms.toFixed(0)).join(', ')} ms`);
}
const long = await made(50);
for (let from = 0; from < 100_000; from += 200)
  await call(server, 'POST', `/pieces/${long}/changes`, {
    clientId: 'c',
    baseRevision: from,
    changes: Array.from({ length: 200 }, () => change('words3')),
  });
for (let i = 0; i < 2000; i++) await made(4);
while ((await call(server, 'GET', '/health')).body.picturesDue > 0)
  await new Promise((resolve) => setTimeout(resolve, 2000));
await server.end();
await server.up();
await timed('opening a piece with 100,000 changes', () => call(server, 'GET', `/pieces/${long}`));
await timed('opening a piece of 2,000 items', () => call(server, 'GET', `/pieces/${large}`));
await timed('listing 2,000 pieces', () => call(server, 'GET', '/pieces'));
const { pieces } = (await call(server, 'GET', '/pieces')).body;
await timed('twelve pictures of the shelf', () =>
  Promise.all(
    pieces
      .slice(0, 12)
      .map(({ id }) => fetch(`${server.base}/api/pieces/${id}/picture.png`).then((a) => a.arrayBuffer())),
  ),
);
agent.destroy();
await server.end();
await postgres?.down();
process.exit(0);
