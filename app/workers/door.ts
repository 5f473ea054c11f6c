import { wrap, type Remote } from 'comlink';
import type { Heavy } from './heavy.worker';

let remote: Remote<Heavy> | undefined;

/** The one door to heavy work: every function of the worker, typed, as a promise. */
export const heavyWork = (): Remote<Heavy> =>
  (remote ??= wrap<Heavy>(new Worker(new URL('./heavy.worker.ts', import.meta.url), { type: 'module' })));
