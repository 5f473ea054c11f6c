import type { Art, ArtPart } from '#core/piece/types';

type Outline = ArtPart['outlines'][number];

/** A square as an outline of art, its middle at 0 where no other place is named, mm. */
export const square = (side: number, x = 0, y = 0): Outline => ({
  kind: 'drawn',
  closed: true,
  nodes: [0, 1, 2, 3].map((i) => ({
    kind: 'corner',
    at: { x: x + (side / 2) * (i === 1 || i === 2 ? 1 : -1), y: y + (side / 2) * (i > 1 ? 1 : -1) },
    back: null,
    ahead: null,
  })),
});

/** Art of one square of 8 mm in the middle of the sheet, changed where a test wants. */
export const artOf = (id: string, changes: Partial<Art> = {}): Art => ({
  type: 'art',
  id,
  name: id,
  parts: [{ outlines: [square(8)], rule: 'nonzero', fill: 'rust', stroke: null }],
  centre: { x: 42, y: 42 },
  scale: 1,
  turnDeg: 0,
  within: null,
  locked: false,
  hidden: false,
  group: null,
  ...changes,
});
