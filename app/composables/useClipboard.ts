import { useEventListener } from '@vueuse/core';
import { nanoid } from 'nanoid';
import { drawPiece } from '#core/drawing/drawPiece';
import { bringArtSteps } from '#core/editing/edits/bringArt';
import { copyOf, pasteSteps, type Copied } from '#core/editing/edits/copies';
import { removeSteps } from '#core/editing/edits/several';
import { readSvg } from '#core/import/svg';
import { readPiece } from '#core/piece/read';
import { freeName } from '#core/piece/make';
import { findCurve, type Piece } from '#core/piece/types';
import { fail, ok, type Problem, type Result } from '#core/result';
import { writeSvg } from '#core/output/svg';
import type { Faces } from '#core/setting/settingOf';
import { useFaces } from '~/stores/faces';
import { usePiece } from '~/stores/piece';
import { useView } from '~/stores/view';

/** By how much each further copy of the same is moved, mm. */
const ASIDE_MM = 3;
/** What stands in the SVG of what was copied, so that it comes back as what it was. */
const MARK = /<metadata id="under-arc-selection">([A-Za-z0-9+/=]+)<\/metadata>/;

const packed = (text: string): string => btoa(String.fromCharCode(...new TextEncoder().encode(text)));
const unpacked = (text: string): string =>
  new TextDecoder().decode(Uint8Array.from(atob(text), (sign) => sign.charCodeAt(0)));

/** What is selected as an SVG of its outlines that carries the items themselves; null for nothing. */
function asSvg(piece: Piece, selection: readonly string[], faces: Faces): string | null {
  const copied = copyOf(piece, selection);
  if (copied.ids.length === 0) return null;
  const shown = copied.piece.items.filter(
    (item) => copied.ids.includes(item.id) || ('curveId' in item && copied.ids.includes(item.curveId)),
  );
  const carried = packed(JSON.stringify({ ids: copied.ids, piece: copied.piece }));
  return writeSvg(drawPiece({ ...copied.piece, items: shown }, faces)).replace(
    /<svg[^>]*>/,
    (tag) => `${tag}<metadata id="under-arc-selection">${carried}</metadata>`,
  );
}

function fromText(text: string): Result<Copied> {
  const carried = MARK.exec(text)?.[1];
  try {
    const { ids, piece } = JSON.parse(unpacked(carried!)) as { ids: unknown; piece: unknown };
    const read = readPiece(piece);
    if (!read.ok) return read;
    const known = (Array.isArray(ids) ? ids : []).filter((id): id is string =>
      read.value.items.some((one) => one.id === id),
    );
    return ok({ piece: read.value, ids: known });
  } catch {
    return fail({ code: 'nothing-copied', message: 'What was copied cannot be read. Copy it again.' });
  }
}

/** Puts down what was copied. */
function usePasting() {
  const store = usePiece();
  const faces = useFaces();
  let last = '',
    times = 0;
  /** Items that were copied; letterings alone go onto the curve that is selected, or stay on their own. */
  function items(text: string, inPlace: boolean): Problem | null {
    const copied = fromText(text);
    if (!copied.ok) return copied.problem;
    const piece = store.piece!;
    times = text === last ? times + 1 : 1;
    last = text;
    const words = copied.value.piece.items.find((one) => one.id === copied.value.ids[0]);
    const own = words?.type === 'lettering' && findCurve(piece, words.curveId) ? words.curveId : null;
    const made = pasteSteps(piece, copied.value, {
      newId: () => nanoid(8),
      by: inPlace ? { x: 0, y: 0 } : { x: ASIDE_MM * times, y: ASIDE_MM * times },
      onto: store.curveIsSelected ? store.selectedId : own,
    });
    if (!made.ok) return made.problem;
    void faces.ensure(copied.value.piece.items.flatMap((one) => (one.type === 'lettering' ? [one.faceId] : [])));
    return store.edit('Paste', made.value.steps, undefined, made.value.ids);
  }
  function svg(text: string, piece: Piece): Problem | null {
    const found = readSvg(text);
    if (!found.ok) return found.problem;
    const made = bringArtSteps(piece, found.value, freeName(piece, 'Art'), () => nanoid(8));
    return made.ok ? store.edit('Paste', made.value.steps, undefined, [made.value.id]) : made.problem;
  }
  /** Further copies of the same are put down further aside. */
  const copied = (text: string): void => {
    last = text;
    times = 0;
  };
  /** Whatever was copied, here or in another program; what is neither items nor SVG is left alone. */
  function put(text: string, inPlace: boolean): boolean {
    if (!/^\s*(<\?xml|<svg|<!--|<!DOCTYPE)/i.test(text)) return false;
    const problem = MARK.test(text) ? items(text, inPlace) : svg(text, store.piece!);
    if (problem) store.notice = { kind: 'warning', text: problem.message };
    return true;
  }
  return { put, copied };
}

/**
 * Copies what is selected to the clipboard of the system: for other programs its outlines as SVG, in which the items
 * themselves are carried along.
 */
export function useClipboard(holds: () => boolean): void {
  const store = usePiece();
  const faces = useFaces();
  const view = useView();
  const pasting = usePasting();
  /** What was copied last in this tab. */
  let here = '';
  // Ctrl, Shift and V paste in place.
  let inPlace = false;
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.key.toLowerCase() === 'v') inPlace = event.shiftKey;
  });

  const elsewhere = (event: ClipboardEvent): boolean =>
    holds() || (event.target as Element).closest?.('input, textarea') !== null || !store.piece;

  function copy(event: ClipboardEvent): boolean {
    if (elsewhere(event) || store.selection.length === 0) return false;
    const text = asSvg(store.piece!, store.selection, faces.loaded);
    if (text === null) return false;
    event.preventDefault();
    event.clipboardData!.setData('text/plain', text);
    event.clipboardData!.setData('image/svg+xml', text);
    pasting.copied(text);
    here = text;
    return true;
  }

  useEventListener(document, 'copy', (event: ClipboardEvent) => {
    copy(event);
  });
  useEventListener(document, 'cut', (event: ClipboardEvent) => {
    const ids = store.selection;
    if (!copy(event)) return;
    const steps = removeSteps(store.piece!, ids);
    const problem = steps.ok ? store.edit('Cut', steps.value, undefined, []) : steps.problem;
    if (problem) store.notice = { kind: 'warning', text: problem.message };
  });
  useEventListener(document, 'paste', (event: ClipboardEvent) => {
    if (elsewhere(event)) return;
    const text = event.clipboardData?.getData('image/svg+xml') || event.clipboardData?.getData('text/plain') || '';
    if (pasting.put(text, inPlace)) event.preventDefault();
  });
  // A menu reads the clipboard where the browser lets it; else what was copied last in this tab.
  watch(
    () => view.pasteAsked,
    async (asked) => {
      const text = await navigator.clipboard.readText().catch(() => here);
      if (asked && !pasting.put(text, asked.inPlace))
        store.notice = { kind: 'info', text: 'Nothing to paste here. Copy something, or paste with Ctrl V.' };
    },
  );
}
