import { transact } from '#core/editing/transact';
import { settingOf } from '#core/setting/settingOf';
import { paintItem } from '#core/drawing/paint';
import { tracksOf } from '#core/curves/index';
import { screenPathData, UNIT_MM } from '#core/output/screenPath';
import { rewordSteps } from '#core/piece/wording/reword';
import { findLettering, type Lettering, type Piece } from '#core/piece/types';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';

const ALPHABET = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
/** How far through the alphabet it has come, by face. */
const come = new Map<string, number>();

/**
 * A browser runs what it has not run often several times slower, and a letter costs more the first time it is drawn, so
 * that the first keys of a page would be late. What a key has to compute is therefore gone through before, while the
 * page has nothing else to do, with one letter of the alphabet after the other put behind the words at hand, and thrown
 * away.
 */
export function useWarmUp(): void {
  const store = usePiece();
  const faces = useFaces();
  let over = false;

  function once(): void {
    const { piece, selectedLettering: lettering } = store;
    if (!atRest()) {
      whenIdle(once);
      return;
    }
    const at = come.get(lettering?.faceId ?? '') ?? 0;
    if (over || at === ALPHABET.length || !piece || !lettering || !store.facesReady || !store.settled) return;
    come.set(lettering.faceId, at + 1);
    const letter = ALPHABET[at]!;
    const wording = lettering.wording + (/\p{Ll}\P{L}*$/u.test(lettering.wording) ? letter.toLowerCase() : letter);
    const made = transact(piece, rewordSteps(piece, lettering, wording), {
      faces: faces.loaded,
      corrections: store.corrections,
    });
    const next = made.ok ? made.value.piece : null,
      trial = next && findLettering(next, lettering.id);
    if (next && trial) {
      // The first time each of these takes as long as a frame may, and longer together.
      atLeisure(() => {
        setTrial(next, trial);
      });
    } else atLeisure(once);
  }
  function setTrial(next: Piece, trial: Lettering): void {
    const tracks = tracksOf(next);
    const set = settingOf(trial, tracks, faces.loaded, store.corrections);
    atLeisure(() => {
      const painted = paintItem(next, trial, {
        track: (id) => {
          const one = tracks.get(id);
          return one?.ok ? one.value : null;
        },
        ornaments: () => null,
        set: () => (set.ok ? set.value : null),
      });
      for (const { trace } of painted) screenPathData(trace, UNIT_MM.coarse);
      atLeisure(once);
    });
  }
  watch(
    () => store.facesReady && store.settled && store.selectedLettering?.faceId,
    (ready) => {
      if (ready) whenIdle(once);
    },
    { immediate: true },
  );
  onScopeDispose(() => {
    over = true;
    noLonger(once);
  });
}
