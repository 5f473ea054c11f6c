import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { HOME } from './home';
import type { DrawJob, Drawn } from './work';

/** Nothing may take longer, ms: what does is given up, and the thread with it. */
const MOST_MS = 10_000;
/** A thread reads its typefaces first, which takes long where the machine is busy, ms. */
const START_MS = 60_000;
const MOST_MB = 1024;

interface Waiting {
  readonly job: DrawJob;
  readonly done: (drawn: Drawn) => void;
  readonly failed: (error: Error) => void;
}

let worker: Worker | null = null;
let isReady = false;
let count = 0;
const queue: Waiting[] = [];

function started(): Worker {
  if (worker) return worker;
  const made = new Worker(join(HOME, 'dist/work.mjs'), {
    workerData: { home: HOME },
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
  });
  // It does not keep the server from ending.
  made.unref();
  worker = made;
  isReady = false;
  return made;
}

/** Draws a piece in a thread of its own, one after the other. Rejects where it fails or takes too long. */
export const drawAside = (job: DrawJob): Promise<Drawn> =>
  new Promise((done, failed) => {
    queue.push({ job, done, failed });
    next();
  });

/** Whether something is being drawn. */
let busy = false;

function next(): void {
  const one = busy ? undefined : queue.shift();
  if (one) run(one);
}

function run({ job, done, failed }: Waiting): void {
  busy = true;
  const n = ++count,
    thread = started();
  const end = (): void => {
    clearTimeout(limit);
    thread.off('message', heard).off('error', broke).off('exit', gone);
    busy = false;
    next();
  };
  const giveUp = (why: string): void => {
    worker = null;
    void thread.terminate();
    end();
    failed(new Error(why));
  };
  const limitTo = (ms: number): NodeJS.Timeout =>
    setTimeout(() => giveUp(`Drawing took longer than ${ms / 1000} s.`), ms);
  const heard = (answer: { ready?: true; n?: number; drawn?: Drawn; error?: string }): void => {
    if (answer.ready) {
      isReady = true;
      clearTimeout(limit);
      limit = limitTo(MOST_MS);
    }
    if (answer.n !== n) return;
    end();
    if (answer.drawn) done(answer.drawn);
    else failed(new Error(answer.error));
  };
  const broke = (error: Error): void => giveUp(error.message);
  const gone = (): void => giveUp('The thread ended.');
  let limit = limitTo(isReady ? MOST_MS : START_MS);
  thread.on('message', heard).on('error', broke).on('exit', gone);
  thread.postMessage({ n, job });
}
