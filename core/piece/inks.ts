import type { Cmyk } from '../ink/colour';

/** An ink is named by its id. */
export type InkId = string;

/** What is printed with: a mix of the four process inks, or a spot ink, of which the mix is then the alternate. */
export interface Ink {
  readonly id: InkId;
  /** What people call it; of a spot ink also what its plate is called. No two inks of a piece have the same. */
  readonly name: string;
  readonly kind: 'process' | 'spot';
  /** Each 0 to 100 %. */
  readonly cmyk: Cmyk;
  /** Whether it is printed on top of what lies beneath instead of knocking it out. */
  readonly overprint: boolean;
}

export type Join = 'mitre' | 'round' | 'bevel';
export type StrokePlace = 'centre' | 'inside' | 'outside';

export interface Stroke {
  readonly ink: InkId;
  readonly widthMm: number;
  readonly join: Join;
  /** Centred on the outline, or wholly to one side of it. Open curves and letters take no heed of it: they are centred. */
  readonly place: StrokePlace;
  /** Dashes and the white between them, mm; null for none. On a closed curve both give a little, so that they come out even. */
  readonly dash: { readonly onMm: number; readonly offMm: number } | null;
  /** Whether the fill lies over the stroke, so that only its outer half shows. */
  readonly under: boolean;
}

/** An even margin round letters in another ink, beneath them. */
export interface Halo {
  readonly ink: InkId;
  readonly marginMm: number;
}

/** A block shade: what letters sweep over when they are moved in a direction. */
export interface Shade {
  readonly ink: InkId;
  /** Where it falls, degrees clockwise from 12 o'clock on the sheet. */
  readonly deg: number;
  readonly depthMm: number;
}

/** A line that follows the curve beneath the words, from the first ink to the last. */
export interface Underline {
  readonly ink: InkId;
  readonly widthMm: number;
  /** From the baseline to its middle, mm, away from the tops. */
  readonly offMm: number;
}

/** An item that is cut out of a shape, with a margin about it. */
export interface Cut {
  readonly itemId: string;
  readonly marginMm: number;
}

/** The inks of a new piece: invented names, useful mixes. */
export const STANDARD_INKS: readonly Ink[] = [
  { id: 'deep', name: 'Deep ink', kind: 'process', cmyk: [56, 25, 12, 88], overprint: false },
  { id: 'enamel', name: 'Enamel teal', kind: 'process', cmyk: [93, 42, 57, 12], overprint: false },
  { id: 'brass', name: 'Brass', kind: 'process', cmyk: [0, 27, 77, 7], overprint: false },
  { id: 'rust', name: 'Rust', kind: 'process', cmyk: [18, 82, 88, 17], overprint: false },
  { id: 'black', name: 'Black', kind: 'process', cmyk: [0, 0, 0, 100], overprint: true },
];
