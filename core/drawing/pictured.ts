import { printedOnly, type Drawing } from './drawPiece';
import { mappedPath } from './painted';

/** A drawing as a picture shows it: trimmed or with its bleed, with what machines do after printing or without. */
export function pictured(
  drawing: Drawing,
  { technical, bleed }: { readonly technical: boolean; readonly bleed: boolean },
): Drawing {
  const shown = technical ? drawing : printedOnly(drawing);
  const { widthMm, heightMm, bleedMm } = shown.sheet;
  if (!bleed || bleedMm === 0) return shown;
  return {
    ...shown,
    sheet: { widthMm: widthMm + 2 * bleedMm, heightMm: heightMm + 2 * bleedMm, bleedMm: 0 },
    paths: shown.paths.map((path) => mappedPath(path, [1, 0, 0, 1, bleedMm, bleedMm])),
  };
}
