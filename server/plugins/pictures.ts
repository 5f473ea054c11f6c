import { withoutPicture } from '../data/pictures';
import { pictureOf } from '../pictures';
import { database, desk } from '../store';

/** A piece is drawn when it has rested for so long: while somebody works on it, its picture is asked for by nobody. */
const REST_MS = 3000;
/** While somebody works on others, it rests so many times as long as a picture took, and else once as long. */
const BUSY_RESTS = 10;
/** It never rests for longer than this. */
const MOST_REST_MS = 2000;
/** So many are looked up at a time. */
const PAGE = 50;

/**
 * Draws the pictures of the shelf before they are asked for, one after the other, resting after each: saves and answers
 * come first.
 */
export default defineNitroPlugin((nitro) => {
  const build = String(useRuntimeConfig().app.buildId);
  /** What lacks a typeface or an image, or could not be drawn, is not tried again as it is: `id revision`. */
  const tried = new Set<string>();
  let timer: NodeJS.Timeout | null = null,
    drawing = false,
    changedAt = -Infinity,
    ended = false;

  const drawOne = async (id: string): Promise<void> => {
    const stored = await (await desk()).find(id);
    if (!stored) return;
    const key = `${id} ${stored.revision}`;
    tried.add(key);
    const from = performance.now();
    const drawn = await pictureOf(stored, build).catch(() => null);
    if (drawn?.whole) tried.delete(key);
    const now = performance.now(),
      rests = now - changedAt < REST_MS ? BUSY_RESTS : 1;
    await new Promise((resolve) => {
      setTimeout(resolve, Math.min((now - from) * rests, MOST_REST_MS)).unref();
    });
  };
  const due = async (restMs: number, most: number): Promise<readonly string[]> =>
    ended ? [] : withoutPicture(await database(), build, { restMs, except: tried, most });
  /** Draws what has rested. Gives whether something is left that has not. */
  const draw = async (): Promise<boolean> => {
    drawing = true;
    for (let left = await due(REST_MS, PAGE); left.length > 0; left = await due(REST_MS, PAGE))
      for (const id of left) if (!ended) await drawOne(id);
    return (await due(0, 1)).length > 0;
  };
  const soon = (): void => {
    timer ??= setTimeout(() => {
      timer = null;
      if (drawing || ended) return;
      draw()
        .catch((error: unknown) => {
          console.error(`The pictures of the shelf could not be drawn: ${(error as Error).message}`);
          return false;
        })
        .then((more) => {
          drawing = false;
          if (more) soon();
        })
        .catch(() => {});
    }, 2 * REST_MS).unref();
  };
  soon();
  nitro.hooks.hook('afterResponse', ({ method, path }) => {
    if (method === 'GET') return;
    changedAt = performance.now();
    if (/^\/api\/(faces|images)/.test(path)) tried.clear();
    soon();
  });
  nitro.hooks.hook('close', () => {
    ended = true;
  });
});
