import type { Drawing } from '#core/drawing/drawPiece';
import { imposed } from '#core/output/sheets/impose';
import type { Imposition, Layout } from '#core/output/sheets/imposition';

/** A sheet of copies of one drawing. */
export const repeated = (drawing: Drawing, layout: Layout, imposition: Imposition): Drawing =>
  imposed(
    drawing.name,
    layout.places.map(() => drawing),
    layout,
    imposition,
  );
