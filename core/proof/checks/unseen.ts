import type { PaintedPath } from '../../drawing/painted';
import { isCurve, type Lettering } from '../../piece/types';
import { setOnes, short, type Check, type Finding, type ProofGround } from '../check';
import { covers, placesIn } from '../flat';

/** So many places of a lettering are looked at, and this share of them must be unseen. */
const PLACES = 24,
  SHARE = 0.9;

/** What becomes of words: no ink at all, or hidden by what is painted over them or by the ink of their ground. */
export const unseen: Check = (ground) =>
  setOnes(ground).flatMap(({ lettering }): Finding[] => {
    if (lettering.wording.trim() === '') return [];
    const finding = hidden(ground, lettering);
    return finding ? [{ itemId: lettering.id, ...finding }] : [];
  });

function hidden({ paths, piece }: ProofGround, lettering: Lettering): Omit<Finding, 'itemId'> | null {
  const name = `“${short(lettering.wording)}”`;
  const own = paths.filter(({ itemId }) => itemId === lettering.id);
  if (own.length === 0) {
    // What is cut out of a shape shows without ink.
    const cut = piece.items.some((one) => isCurve(one) && one.cuts.some(({ itemId }) => itemId === lettering.id));
    return cut
      ? null
      : { code: 'no-ink', message: `${name} has no ink and does not print. Give it a fill or an outline.` };
  }
  const letters = own.find(({ part }) => part === 'own');
  if (!letters?.paint.fill) return null;
  const places = placesIn(letters, PLACES);
  if (places.length === 0) return null;
  const at = paths.indexOf(own.at(-1)!);
  const over = paths.slice(at + 1).filter(({ paint, picture }) => picture || (paint.fill && !paint.fill.overprint));
  const covered = places.filter((place) => over.some((path) => covers(path, place)));
  const point = places[0]!;
  if (covered.length >= SHARE * places.length)
    return {
      code: 'covered',
      at: point,
      message: `${name} is covered by what is painted over it and cannot be seen. Bring it to the front.`,
    };
  if (!alone(own, letters)) return null;
  // The topmost first.
  const under = paths.slice(0, paths.indexOf(own[0]!)).reverse();
  const lost = places.filter(
    (place) => under.find((path) => covers(path, place))?.paint.fill?.id === letters.paint.fill!.id,
  );
  return lost.length >= SHARE * places.length
    ? {
        code: 'same-ink',
        at: point,
        message: `${name} has the ink of what it stands on, “${letters.paint.fill.name}”, and cannot be seen. Give it another.`,
      }
    : null;
}

/** Whether letters show by their fill alone: no halo, shade or outline in another ink sets them off. */
const alone = (own: readonly PaintedPath[], { paint }: PaintedPath): boolean =>
  own.every((one) => [one.paint.fill, one.paint.stroke?.ink].every((ink) => !ink || ink.id === paint.fill!.id));
