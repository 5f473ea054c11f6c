import { exactly, limited, list, matching, object, tagged, text, type TypeOf } from '../fields';
import { ink } from './inks';
import { item, type Item } from './items';
import { style } from './items/lettering';
import { LIMITS } from '../fields/limits';
import { process } from './process';
import { CURRENT_VERSION } from './version';

const sheet = object({ widthMm: limited('sheetMm'), heightMm: limited('sheetMm'), bleedMm: limited('bleedMm') });
export type Sheet = TypeOf<typeof sheet>;

const guide = object({
  /** `across` runs from left to right at a height, `down` from top to bottom at a place across. */
  runs: tagged('across', 'down'),
  mm: limited('coordinateMm'),
});
/** A line across or down the whole sheet to line things up with; never printed. */
export type Guide = TypeOf<typeof guide>;

export const pieceSchema = object({
  format: tagged('under-arc-piece'),
  version: exactly(CURRENT_VERSION),
  name: text('nameLength'),
  sheet,
  /** Colour of the paper on the screen, `#rrggbb`; it is not printed. */
  paper: matching(/^#[0-9a-f]{6}$/, 'must be a colour as #rrggbb'),
  inks: list(ink, LIMITS.inks),
  styles: list(style, LIMITS.styles),
  /** How it is made real, which the proof goes by. */
  process,
  guides: list(guide, LIMITS.guides),
  /** Listed in the order in which they are painted. */
  items: list(item, LIMITS.items),
});

/** One design, the unit that is saved. */
export type Piece = Omit<TypeOf<typeof pieceSchema>, 'items'> & { readonly items: readonly Item[] };
