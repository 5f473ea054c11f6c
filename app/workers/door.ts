import { wrap, type Remote } from 'comlink';
import type { Heavy } from './heavy.worker';

/** What each work is called while it takes long; null for what shows by itself how far it is. */
const NAMES: { readonly [Name in keyof Heavy]: string | null } = {
  evenOutLettering: 'Evening out the gaps',
  senseOfFace: 'Reading the white of a typeface',
  makeFile: 'Making the file',
  previewFile: 'Drawing the preview',
  previewPlates: 'Drawing the plates',
  previewPlotter: 'Following the cuts',
  proof: 'Reading the proof',
  profileLimit: 'Reading the profile',
  checkSeriesRows: null,
  makeSeriesFile: null,
  previewSeries: 'Drawing the first sheet',
  lookAt: 'Drawing how it looks',
  cancelSeries: null,
};

/** What a person has stopped; whoever asked for it does not ask again until something has changed. */
export class Stopped extends Error {
  constructor(name: string) {
    super(`${name} was stopped`);
  }
}

interface Job {
  readonly name: string | null;
  readonly since: number;
  readonly send: () => void;
  readonly stop: () => void;
}

let worker: Worker | undefined;
let remote: Remote<Heavy> | undefined;
/** What is under way, in the order in which it was asked for. */
const jobs = shallowRef<readonly Job[]>([]);

const started = (): Remote<Heavy> =>
  (remote ??= wrap<Heavy>((worker = new Worker(new URL('./heavy.worker.ts', import.meta.url), { type: 'module' }))));

type AnyWork = (...given: unknown[]) => Promise<unknown>;

/** Asks the worker, in a way that can be stopped, and sent once more to the next worker. */
function ask(work: keyof Heavy, given: unknown[]): Promise<unknown> {
  return new Promise((resolve, reject) => {
    const name = NAMES[work];
    const end = (): void => {
      jobs.value = jobs.value.filter((one) => one !== job);
    };
    const send = (): void => {
      const asked = started();
      (asked[work] as unknown as AnyWork)(...given).then(
        (answer) => {
          if (remote !== asked) return;
          end();
          resolve(answer);
        },
        (error: unknown) => {
          if (remote !== asked) return;
          end();
          reject(error as Error);
        },
      );
    };
    const stop = (): void => {
      end();
      reject(new Stopped(name ?? 'The work'));
    };
    const job: Job = { name, since: performance.now(), send, stop };
    jobs.value = [...jobs.value, job];
    send();
  });
}

const door = Object.fromEntries(
  (Object.keys(NAMES) as (keyof Heavy)[]).map((work) => [work, (...given: unknown[]) => ask(work, given)]),
) as unknown as Heavy;

/** The one door to heavy work: every function of the worker, typed, as a promise. */
export const heavyWork = (): Heavy => door;

/**
 * What has been under way longest, and since when (`performance.now()`); null where there is nothing, or where it shows
 * by itself how far it is: what waits behind that is not what takes long.
 */
export const longestWork = computed(() => {
  const [first] = jobs.value;
  return first && first.name !== null ? first : null;
});

/**
 * Stops what has been under way longest, with the worker that is at it: whoever asked for it is refused with `Stopped`.
 * What waits behind it goes to a new worker.
 */
export function stopLongest(): void {
  const job = longestWork.value;
  if (!job) return;
  worker?.terminate();
  worker = remote = undefined;
  job.stop();
  for (const one of jobs.value) one.send();
}
