import { nanoid } from 'nanoid';

let run = nanoid(6);
/** Nudges by keys belong to one gesture until the key is let go: the end of its name, the same for all of them. */
export const nudgeRun = (): string => `-${run}`;
/** Ends a run of nudges, so that the next ones undo on their own. */
export const endNudges = (): void => {
  run = nanoid(6);
};
