import type { ComputedRef, ShallowRef } from 'vue';
import { watchDebounced } from '@vueuse/core';
import type { SpacingCorrections } from '#core/setting/settingOf';
import { isLettering, type Piece } from '#core/piece/types';
import type { Finding } from '#core/proof/index';
import { heavyWork, Stopped } from '~/workers/door';

/** How long the hand rests before the proof is read anew, ms: no drag waits for it. */
const REST_MS = 200;
/** When it is tried again after the worker could not be reached, ms. */
const AGAIN_MS = 4000;

/** What evening out came to for each lettering of a piece, as it goes to the worker. */
const toSend = (piece: Piece, given: SpacingCorrections) =>
  piece.items.filter(isLettering).flatMap((one) => {
    const correction = given.of(one);
    return correction ? [[one.id, [...correction]] as const] : [];
  });

/**
 * The proof of the piece, read in a worker and renewed while it is edited.
 *
 * @param ready whether its faces are at hand and its gaps evened out: before, remarks would be of what is not meant
 */
export function useProof(
  piece: ShallowRef<Piece | null>,
  corrections: ComputedRef<SpacingCorrections>,
  ready: ComputedRef<boolean>,
  forbidden: () => readonly string[],
) {
  const findings = shallowRef<readonly Finding[]>([]);
  /** The piece that the findings are of, and how long reading took in the worker, ms. */
  const read = shallowRef<{ readonly piece: Piece; readonly ms: number } | null>(null);
  /** The piece whose proof was stopped: it is read when it has changed, or is asked for. */
  const stopped = shallowRef<Piece | null>(null);
  let busy = false;

  async function work(): Promise<void> {
    if (busy) return;
    busy = true;
    try {
      for (
        let now = piece.value;
        now && ready.value && read.value?.piece !== now && stopped.value !== now;
        now = piece.value
      ) {
        const { findings: found, ms } = await heavyWork().proof(now, toSend(now, corrections.value), forbidden());
        read.value = { piece: now, ms };
        if (piece.value) findings.value = found;
      }
    } catch (error) {
      if (error instanceof Stopped) {
        stopped.value = piece.value;
        return;
      }
      // The worker's program comes from the server, which may be away just now: what was found stays until it can be
      // read anew.
      console.warn(`The proof could not be read: ${(error as Error).message}`);
      setTimeout(() => void work(), AGAIN_MS);
    } finally {
      busy = false;
    }
  }
  watch(piece, (now) => {
    if (now) return;
    findings.value = [];
    read.value = null;
  });
  watchDebounced([piece, ready], () => void work(), { debounce: REST_MS, immediate: true });
  // What evening out came to changes gaps without changing the piece.
  watchDebounced(
    corrections,
    () => {
      read.value = null;
      void work();
    },
    { debounce: REST_MS },
  );
  /** Reads a proof that was stopped after all. */
  const readAgain = (): void => {
    stopped.value = null;
    void work();
  };
  return {
    findings,
    proofRead: read,
    proofStopped: computed(() => stopped.value !== null && stopped.value === piece.value),
    readAgain,
  };
}
