import { drawPiece } from '../drawing/drawPiece';
import { type Faces } from '../setting/settingOf';
import { makeCurve, makeLettering } from '../piece/make';
import type { Lettering, Piece, Style } from '../piece/types';
import { CURRENT_VERSION } from '../piece/version';
import { mmPerUnit } from '../setting/line/size';
import { writeSvg } from './svg';

/** Size of the picture of a style, in its own mm, and of the capitals in it. */
const PICTURE = { widthMm: 60, heightMm: 36 } as const;
const CAP_MM = 13;
const WORDING = 'Abc';

/** A lettering's outlines and what lies beneath them, larger or smaller with its letters. */
function scaled({ stroke, halo, shade, underline }: Style['of'], k: number): Partial<Lettering> {
  const fit = (mm: number): number => Math.min(Math.max(mm * k, 0.01), 100);
  return {
    stroke: stroke && { ...stroke, widthMm: fit(stroke.widthMm) },
    halo: halo && { ...halo, marginMm: fit(halo.marginMm) },
    shade: shade && { ...shade, depthMm: fit(shade.depthMm) },
    underline: underline && { ...underline, widthMm: fit(underline.widthMm), offMm: underline.offMm * k },
  };
}

/**
 * A picture of a style as SVG: a few letters in it on a slight bow, by the same engine; '' while its face is not at
 * hand.
 */
export function pictureOfStyle({ inks, paper, process }: Piece, { of }: Style, faces: Faces): string {
  const face = faces.get(of.faceId);
  if (!face) return '';
  const curve = makeCurve('bow', 'Bow', {
    kind: 'arc',
    centre: { x: 30, y: 88 },
    radiusMm: 62,
    startDeg: -34,
    sweepDeg: 68,
  });
  const plain = makeLettering({
    id: 'words',
    curve,
    sizeMm: 60,
    tops: 'outward',
    side: 'outside',
    at: { kind: 'fraction', u: 0.5 },
    bookends: { startU: 0, endU: 1 },
    like: null,
    ink: of.fill,
  });
  const capMm = mmPerUnit(of.size, face.metrics) * face.metrics.capHeight;
  const lettering: Lettering = {
    ...plain,
    ...of,
    ...scaled(of, CAP_MM / capMm),
    wording: WORDING,
    size: { by: 'cap', mm: CAP_MM },
    spacing: { ...of.spacing, evenOut: 0 },
  };
  const piece: Piece = {
    format: 'under-arc-piece',
    version: CURRENT_VERSION,
    name: 'Style',
    sheet: { ...PICTURE, bleedMm: 0 },
    paper,
    inks,
    styles: [],
    process,
    guides: [],
    items: [curve, lettering],
  };
  return writeSvg(drawPiece(piece, faces), { decimals: 2 }).replace(/^<\?xml.*\?>\n/, '');
}
