import { nanoid } from 'nanoid';
import { freeName, makePicture, makeTracing } from '#core/piece/make';
import { isLettering, type Piece } from '#core/piece/types';
import { cutTo } from '#core/fields/wellFormed';
import { api, RequestFailed } from '~/utils/api';
import { bringPicture, type PictureUse } from '~/utils/bringPicture';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** Where a new picture goes in the painting order: over discs and the like, beneath the words, which it would hide. */
function beneathWords({ items }: Piece): number {
  const first = items.findIndex(isLettering);
  return first < 0 ? items.length : first;
}

/** Brings in pictures, to trace or to print. */
export function usePictures() {
  const store = usePiece();
  const view = useView();
  const busy = ref(false);

  /**
   * Keeps a file on the server and puts it under the sheet, or on it. Whatever is wrong with it is told, and nothing
   * changes.
   */
  async function bring(file: File, use: PictureUse = 'trace'): Promise<void> {
    busy.value = true;
    try {
      const made = await bringPicture(file, use);
      if (!made.ok) {
        store.notice = { kind: 'warning', text: made.problem.message };
        return;
      }
      const { blob, widthPx, heightPx, told } = made.value;
      const { id: imageId } = await api.sendImage(blob);
      const piece = store.piece!;
      const name = cutTo(file.name.replace(/\.[a-z]+$/i, ''), 80) || 'Picture';
      const image = { imageId, widthPx, heightPx };
      const item = (use === 'trace' ? makeTracing : makePicture)(nanoid(8), freeName(piece, name), image, piece.sheet);
      const problem = store.edit(
        use === 'trace' ? 'Place a picture to trace' : 'Place a picture',
        [{ kind: 'insert', index: use === 'trace' ? 0 : beneathWords(piece), item }],
        undefined,
        [item.id],
      );
      if (problem) store.notice = { kind: 'warning', text: problem.message };
      else if (told) store.notice = { kind: 'info', text: told };
      view.tool = 'pick';
    } catch (error) {
      if (!(error instanceof RequestFailed)) throw error;
      store.notice = { kind: 'warning', text: error.message };
    } finally {
      busy.value = false;
    }
  }

  return { busy, bring };
}
