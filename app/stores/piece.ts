import { isLettering, type Piece } from '#core/piece/types';
import { createDerived } from './derived';
import { createDocument } from './document';
import { useFaces } from './faces';
import { createSelection } from './selection';
import { useView } from './view';

/** The piece on the bench: the document, what of it is selected, and what follows from it. */
export const usePiece = defineStore('piece', () => {
  const faces = useFaces();
  const view = useView();
  const piece = shallowRef<Piece | null>(null);
  /** What the person should be told once: others' changes, refusals. */
  const notice = shallowRef<{ kind: 'info' | 'warning'; text: string } | null>(null);

  const selection = createSelection(piece);
  const doc = createDocument(piece, {
    ground: () => ({ faces: faces.loaded, corrections: derived.corrections.value }),
    selection: () => selection.selection.value,
    select: selection.select,
    beforeEdit: () => {
      view.compare = 'now';
    },
    shown: ({ items }) => {
      void faces.ensure(items.filter(isLettering).map((one) => one.faceId));
    },
    tell: (kind, text) => {
      notice.value = { kind, text };
    },
  });
  const derived = createDerived(piece, selection, doc.finish);
  const { finish: _finish, ...edits } = doc;
  return { piece, notice, ...selection, ...edits, ...derived };
});
