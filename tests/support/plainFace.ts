import type { CurveShape, Lettering } from '#core/piece/types';
import { setLettering } from '#core/setting/line/setLettering';
import { type SetLettering } from '#core/setting/line/set';
import { createFace, type Face } from '#core/type/face';
import { plainFont, type PlainGlyph } from './fonts';
import { lettering, track } from './pieces';

/**
 * H is a slab 200 wide with 50 of white at either side; L has a foot, I is a slab close to its edges; all 700 high in
 * an em of 1000.
 */
const SLABS: readonly PlainGlyph[] = [
  { character: ' ', advance: 300, contours: [] },
  {
    character: 'H',
    advance: 300,
    contours: [
      [
        [50, 0],
        [50, 700],
        [250, 700],
        [250, 0],
      ],
    ],
  },
  {
    character: 'x',
    advance: 300,
    contours: [
      [
        [50, 0],
        [50, 500],
        [250, 500],
        [250, 0],
      ],
    ],
  },
  {
    character: 'L',
    advance: 400,
    contours: [
      [
        [50, 0],
        [50, 700],
        [150, 700],
        [150, 100],
        [350, 100],
        [350, 0],
      ],
    ],
  },
  {
    character: 'I',
    advance: 120,
    contours: [
      [
        [10, 0],
        [10, 700],
        [110, 700],
        [110, 0],
      ],
    ],
  },
];

/** A face of slabs, whose gaps can be worked out by hand. */
export function plainFace(glyphs: readonly PlainGlyph[] = SLABS): Face {
  const made = createFace('plain', 'Plain', plainFont(glyphs));
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
}

export const line: CurveShape = { kind: 'line', from: { x: 0, y: 50 }, to: { x: 100, y: 50 } };

/** Slabs of 7 mm, so that a unit of the font is a hundredth of a mm, in the middle of a line from end to end. */
export const slabs = (wording: string, more: Partial<Lettering> = {}): Lettering =>
  lettering(wording, {
    faceId: 'plain',
    size: { by: 'cap', mm: 7 },
    anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
    bookends: { startU: 0, endU: 1 },
    ...more,
  });

export function setSlabs(face: Face, what: Lettering, shape: CurveShape = line): SetLettering {
  const result = setLettering(what, track(shape), face);
  if (!result.ok) throw new Error(result.problem.message);
  return result.value;
}
