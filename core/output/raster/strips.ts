import type { RenderPixels } from '../pictures';
import { MM_IN_INCH } from './size';

export interface Raster {
  readonly widthPx: number;
  readonly heightPx: number;
  /** Pixels an inch. */
  readonly dpi: number;
}

/** So many pixels are drawn at a time: 8 MB. */
const STRIP_PIXELS = 2_000_000;

/** How many rows each strip of a raster has, the last one perhaps fewer. */
export const rowsOfStrip = ({ widthPx }: Raster): number => Math.max(1, Math.floor(STRIP_PIXELS / widthPx));

/**
 * Draws elements of an SVG in mm, from the corner of the sheet on, strip by strip from the top.
 *
 * @param paper what lies beneath all; null for nothing
 */
export async function* stripsOf(
  elements: readonly string[],
  paper: string | null,
  raster: Raster,
  render: RenderPixels,
): AsyncGenerator<{ readonly rows: number; readonly rgba: Uint8Array }> {
  const { widthPx, heightPx, dpi } = raster,
    mm = MM_IN_INCH / dpi,
    most = rowsOfStrip(raster),
    all = elements.join('');
  for (let top = 0; top < heightPx; top += most) {
    const rows = Math.min(most, heightPx - top);
    const box = `x="0" y="${top * mm}" width="${widthPx * mm}" height="${rows * mm}"`;
    const rgba = await render(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${widthPx}" height="${rows}" viewBox="0 ${top * mm} ${widthPx * mm} ${rows * mm}" preserveAspectRatio="none">${paper === null ? '' : `<rect ${box} fill="${paper}"/>`}${all}</svg>`,
    );
    yield { rows, rgba: new Uint8Array(rgba) };
  }
}
