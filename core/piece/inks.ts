import { field, flag, four, id, limited, object, orNull, tagged, trimmedText, type TypeOf } from '../fields';

/** An ink is named by its id. */
export type InkId = string;
const inkId = id;

/** What an ink is for: to be printed, or to tell a machine what to do there. */
const PURPOSES = ['print', 'cut', 'crease', 'white', 'varnish', 'foil', 'emboss', 'engrave'] as const;

export const ink = object({
  id: id(),
  /** What people call it; of a spot ink also what its plate is called. No two inks of a piece have the same. */
  name: trimmedText('nameLength'),
  /** A mix of the four process inks, or a spot ink, of which the mix is then the alternate. */
  kind: tagged('process', 'spot'),
  /** Each 0 to 100 %. */
  cmyk: four(limited('inkShare'), 'must be four shares: cyan, magenta, yellow, black'),
  /** Whether it is printed on top of what lies beneath instead of knocking it out. */
  overprint: flag(),
  /** What it is for: printing, or the work of a machine after it, on a plate or a layer of its own. */
  purpose: field(tagged(...PURPOSES), { standard: 'print', since: 9 }),
  /** A share of another ink, printed on the plate of that; null for an ink of its own. */
  tint: field(orNull(object({ of: id(), share: limited('inkShare') })), { standard: null, since: 9 }),
});

/** What is printed with. */
export type Ink = TypeOf<typeof ink>;

const theStroke = object({
  ink: inkId(),
  widthMm: limited('strokeMm'),
  join: tagged('mitre', 'round', 'bevel'),
  /**
   * Centred on the outline, or wholly to one side of it. Open curves and letters take no heed of it: they are centred.
   */
  place: tagged('centre', 'inside', 'outside'),
  /**
   * Dashes and the white between them, mm; null for none. On a closed curve both give a little, so that they come out
   * even.
   */
  dash: orNull(object({ onMm: limited('dashMm'), offMm: limited('dashMm') })),
  /** Whether the fill lies over the stroke, so that only its outer half shows. */
  under: flag(),
});
export type Stroke = TypeOf<typeof theStroke>;
export type Join = Stroke['join'];
export type StrokePlace = Stroke['place'];

/** An even margin round letters in another ink, beneath them. */
const theHalo = object({ ink: inkId(), marginMm: limited('marginMm') });

/** A block shade: what letters sweep over when they are moved in a direction. */
const theShade = object({
  ink: inkId(),
  /** Where it falls, degrees clockwise from 12 o'clock on the sheet. */
  deg: limited('clockDeg'),
  depthMm: limited('marginMm'),
});

/** A line that follows the curve beneath the words, from the first ink to the last. */
const theUnderline = object({
  ink: inkId(),
  widthMm: limited('strokeMm'),
  /** From the baseline to its middle, mm, away from the tops. */
  offMm: limited('nudgeMm'),
});

/** What an item is painted with; null for none. */
export const fill = orNull(inkId());
export const stroke = orNull(theStroke);
const added = { standard: null, since: 5, share: 'ink' } as const;
export const halo = field(orNull(theHalo), added);
export const shade = field(orNull(theShade), added);
export const underline = field(orNull(theUnderline), added);

export const cut = object({ itemId: id(), marginMm: limited('cutMm') });
/** An item that is cut out of a shape, with a margin about it. */
export type Cut = TypeOf<typeof cut>;

/** An ink of its own, to print with. */
export const PLAIN_INK = { purpose: 'print', tint: null } as const;

/** The inks of a new piece: invented names, useful mixes. */
export const STANDARD_INKS: readonly Ink[] = [
  { id: 'deep', name: 'Deep ink', kind: 'process', cmyk: [56, 25, 12, 88], overprint: false, ...PLAIN_INK },
  { id: 'enamel', name: 'Enamel teal', kind: 'process', cmyk: [93, 42, 57, 12], overprint: false, ...PLAIN_INK },
  { id: 'brass', name: 'Brass', kind: 'process', cmyk: [0, 27, 77, 7], overprint: false, ...PLAIN_INK },
  { id: 'rust', name: 'Rust', kind: 'process', cmyk: [18, 82, 88, 17], overprint: false, ...PLAIN_INK },
  { id: 'black', name: 'Black', kind: 'process', cmyk: [0, 0, 0, 100], overprint: true, ...PLAIN_INK },
];
