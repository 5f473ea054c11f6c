import type { Drawing } from '../../drawing/drawPiece';
import { plainDrawn } from '../../drawing/inks';
import { plain, type PaintedPath } from '../../drawing/painted';
import type { DrawnInk } from '../../drawing/sink';
import { tracePath } from '../../geometry/outlines/tracePath';
import { clockArc, line } from '../../geometry/segment';
import { PLAIN_INK } from '../../piece/inks';
import { firstFree } from '../../piece/make';
import type { placeBox } from './imposition';

/** Fine enough for a die maker to take its middle, mm. */
const WIDTH_MM = 0.1;

/** The ink of cut lines: the one that the drawings have for cutting, or one of its own on a plate of its own. */
export function cutInk(drawings: readonly Drawing[]): DrawnInk {
  const inks = drawings.flatMap((one) => one.inks),
    known = inks.find(({ purpose, tint }) => purpose === 'cut' && tint === null);
  if (known) return known;
  // Plates are told apart whatever the case of their names.
  const names = new Set(inks.map(({ name }) => name.toLowerCase())),
    ids = new Set(inks.map(({ id }) => id));
  return plainDrawn(
    {
      ...PLAIN_INK,
      id: firstFree('cut-line', (id) => ids.has(id)).replace(' ', '-'),
      name: firstFree('Cut', (name) => names.has(name.toLowerCase())),
      kind: 'spot',
      cmyk: [0, 100, 0, 0],
      overprint: true,
      purpose: 'cut',
    },
    drawings[0]?.stock ?? 'coated',
  );
}

/**
 * A line round each copy where it is cut: its trim, or the circle within that where pieces are round. It prints on top
 * of all else, on a plate of its own.
 */
export function cutLines(boxes: readonly ReturnType<typeof placeBox>[], round: boolean, ink: DrawnInk): PaintedPath[] {
  const stroke = { ink, widthMm: WIDTH_MM, join: 'mitre', dashMm: null } as const;
  return boxes.map(({ x, y, wide, high }, n) => {
    const corners = [
      { x, y },
      { x: x + wide, y },
      { x: x + wide, y: y + high },
      { x, y: y + high },
    ];
    const segments = round
      ? [clockArc({ x: x + wide / 2, y: y + high / 2 }, wide / 2, 0, 360)]
      : corners.map((from, i) => line(from, corners[(i + 1) % 4]!));
    return {
      ...plain({ id: `cut.${n + 1}` }, 'own', null, (sink) => tracePath({ segments, closed: true }, sink)),
      paint: { fill: null, stroke, under: false },
    };
  });
}
