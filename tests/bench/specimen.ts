import { writeFile } from 'node:fs/promises';
import { makeCurve } from '#core/piece/make';
import type { Item, Piece } from '#core/piece/types';
import { drawPiece } from '#core/drawing/drawPiece';
import { writePdfPages } from '#core/output/pdf/pdf';
import type { RenderPixels } from '#core/output/pictures';
import { writePng } from '#core/output/raster/png';
import type { Face } from '#core/type/face';
import { lettering, piece, seat, spacing } from '../support/pieces';

/** A word of the specimen: its face, the radius of its ring, and the height of its capitals, mm. */
export interface Sample {
  readonly word: string;
  readonly faceId: string;
  readonly radiusMm: number;
  readonly capMm: number;
  readonly inward: boolean;
}

const CELL = { width: 92, height: 44 } as const;
const ROWS = 8;
const STATES = [
  { name: 'as set', evenOut: 0, lean: 0 },
  { name: 'as the typeface', evenOut: 1, lean: 0 },
  { name: 'all alike', evenOut: 1, lean: 1 },
] as const;

/** One page: a row a word, plain, evened out as the typeface spaces it, and all alike. */
function page(samples: readonly Sample[], first: number): Piece {
  const items: Item[] = [];
  samples.forEach(({ word, faceId, radiusMm, capMm, inward }, row) =>
    STATES.forEach(({ name, evenOut, lean }, column) => {
      const id = `${row}-${column}`;
      const x = (column + 0.5) * CELL.width,
        top = row * CELL.height + 12;
      const centre = { x, y: inward ? top + CELL.height - 16 - radiusMm : top + radiusMm + capMm };
      items.push(makeCurve(`ring${id}`, `Ring ${id}`, { kind: 'circle', centre, radiusMm }));
      items.push(
        lettering(word, {
          id: `word${id}`,
          curveId: `ring${id}`,
          faceId,
          size: { by: 'cap', mm: capMm },
          seat: seat(inward ? 'inward' : 'outward', inward ? 'inside' : 'outside'),
          anchor: { at: { kind: 'clock', deg: inward ? 180 : 0 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
          bookends: inward ? { startU: 0, endU: 0 } : { startU: 0.5, endU: 0.5 },
          spacing: spacing({ evenOut, lean }),
        }),
      );
      items.push(
        makeCurve(`rule${id}`, `Rule ${id}`, {
          kind: 'line',
          from: { x: column * CELL.width + 3, y: row * CELL.height + 5 },
          to: { x: (column + 1) * CELL.width, y: row * CELL.height + 5 },
        }),
      );
      items.push(
        lettering(`${first + row + 1} ${faceId}, ring of ${radiusMm} mm, ${name}`, {
          id: `name${id}`,
          curveId: `rule${id}`,
          faceId: 'oswald-medium',
          size: { by: 'cap', mm: 1.6 },
          anchor: { at: { kind: 'fraction', u: 0 }, startOffsetMm: 0, align: 'start', by: 'ink' },
          bookends: { startU: 0, endU: 1 },
          spacing: spacing(),
        }),
      );
    }),
  );
  return {
    ...piece(items),
    name: 'Specimen of spacing',
    sheet: { widthMm: CELL.width * STATES.length, heightMm: CELL.height * ROWS, bleedMm: 0 },
  };
}

/** Writes the specimen: a PDF of all pages, and a PNG of each. */
export async function writeSpecimen(
  samples: readonly Sample[],
  faces: ReadonlyMap<string, Face>,
  to: string,
  profile: Uint8Array,
  render: RenderPixels,
): Promise<number> {
  const drawings = [];
  for (let first = 0; first < samples.length; first += ROWS)
    drawings.push(drawPiece(page(samples.slice(first, first + ROWS), first), faces));
  await writeFile(
    `${to}.pdf`,
    await writePdfPages(
      'Specimen of spacing',
      drawings.map((drawing) => ({ drawing, lines: [] })),
      { marks: false, profile },
    ),
  );
  for (const [n, drawing] of drawings.entries()) {
    const png = await writePng(drawing, { dpi: 144, transparent: false }, render);
    if (png.ok) await writeFile(`${to}-${n + 1}.png`, png.value);
  }
  return drawings.length;
}
