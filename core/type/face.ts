import { Blob as HbBlob, Face as HbFace, Font as HbFont, Variation as HbVariation } from 'harfbuzzjs';
import { fail, ok, type Result } from '../result';
import {
  boundsOf,
  COMMAND,
  convexHull,
  EMPTY_OUTLINE,
  flattenedPoints,
  type Bounds,
  type Outline,
} from '../geometry/outlines/outline';

/** Heights of a face in font units above the baseline. */
export interface FaceMetrics {
  readonly upem: number;
  readonly capHeight: number;
  readonly xHeight: number;
  readonly ascender: number;
  readonly descender: number;
  /** Where cap height and x-height come from. */
  readonly source: { readonly cap: 'outline' | 'os2' | 'assumed'; readonly x: 'outline' | 'os2' | 'assumed' };
}

/** An axis of a variable face, in the font's own units. */
export interface Axis {
  readonly tag: string;
  readonly name: string;
  readonly min: number;
  readonly max: number;
  readonly standard: number;
}

/** Where one of its axes is set. */
export interface AxisSetting {
  readonly tag: string;
  readonly value: number;
}

/** A typeface that is ready to shape and draw with. */
export interface FaceFamily {
  readonly name: string;
  readonly weight: number;
  readonly italic: boolean;
  readonly generic: 'serif' | 'sans-serif';
}

export interface Face {
  readonly id: string;
  readonly name: string;
  readonly metrics: FaceMetrics;
  /** HarfBuzz's own object, at the scale of the em. */
  readonly font: HbFont;
  readonly outline: (glyphId: number) => Outline;
  /** The convex hull of a glyph's ink as pairs in font units, for where the ink ends; empty for no ink. */
  readonly hull: (glyphId: number) => Float64Array;
  readonly bounds: (glyphId: number) => Bounds | null;
  /** The glyph's own advance, without kerning, in font units. */
  readonly advance: (glyphId: number) => number;
  /** Tags of the OpenType features that it has, each once. */
  readonly features: readonly string[];
  /** Its axes, where it is a variable one. */
  readonly axes: readonly Axis[];
  /** The same face at other settings of its axes; those that are left out stay at their standard. */
  readonly vary: (settings: readonly AxisSetting[]) => Face;
  /** How other programs find it: by family, weight (1 to 1000) and style; and what may stand in for it. */
  readonly family: FaceFamily;
  /** Its full name as the font itself has it; empty where it has none. */
  readonly fullName: string;
  /** The name of the face that this one stands in for, where that is not at hand. */
  readonly standsInFor?: string;
}

/** Hulls are flattened to this part of an em: 0.00001 em, 0.0001 mm at 30 pt. */
const HULL_TOLERANCE_EM = 1e-5;

function readOutline(font: HbFont, glyphId: number): Outline {
  const commands: number[] = [];
  const coords: number[] = [];
  for (const { type, values } of font.glyphToJson(glyphId)) {
    const command = { M: COMMAND.move, L: COMMAND.line, Q: COMMAND.quad, C: COMMAND.cubic, Z: COMMAND.close }[
      type as 'M' | 'L' | 'Q' | 'C' | 'Z'
    ];
    commands.push(command);
    coords.push(...values);
  }
  return commands.length === 0
    ? EMPTY_OUTLINE
    : { commands: Uint8Array.from(commands), coords: Float64Array.from(coords) };
}

/** A frame as tall as the capitals, for faces whose missing-glyph sign is blank: what is missing must be seen. */
function missingBox(advance: number, height: number, upem: number): Outline {
  const side = advance * 0.1;
  const pen = upem * 0.04;
  const ring = (x0: number, y0: number, x1: number, y1: number): number[] => [x0, y0, x1, y0, x1, y1, x0, y1];
  const inner = [
    side + pen,
    pen,
    side + pen,
    height - pen,
    advance - side - pen,
    height - pen,
    advance - side - pen,
    pen,
  ];
  const { move, line, close } = COMMAND;
  return {
    commands: Uint8Array.from([move, line, line, line, close, move, line, line, line, close]),
    coords: Float64Array.from([...ring(side, 0, advance - side, height), ...inner]),
  };
}

const cached = <T>(make: (glyphId: number) => T): ((glyphId: number) => T) => {
  const known = new Map<number, T>();
  return (glyphId) => {
    let value = known.get(glyphId);
    if (value === undefined) known.set(glyphId, (value = make(glyphId)));
    return value;
  };
};

/**
 * The OS/2 table of a font, or null where it has none of so many bytes. A copy: HarfBuzz gives a view of its memory, which
 * is gone as soon as that memory grows, and any call may make it grow.
 */
function os2Of(face: HbFace, bytes: number): DataView | null {
  const table = face.referenceTable('OS/2');
  return table && table.byteLength >= bytes ? new DataView(table.slice().buffer) : null;
}

/** sCapHeight and sxHeight of the OS/2 table (OpenType 1.9, version 2 and later), or null. */
function os2Heights(face: HbFace): { cap: number; x: number } | null {
  const view = os2Of(face, 90);
  if (!view || view.getUint16(0) < 2) return null;
  return { x: view.getInt16(86), cap: view.getInt16(88) };
}

/** The class of families without serifs (OpenType 1.9, sFamilyClass of OS/2). */
const SANS_SERIF = 8;
/** The first of the serif styles of PANOSE (OpenType 1.9, OS/2) that has none. */
const PANOSE_SANS = 11;
/** The typographic family, and the family of older programs, among the names of a font. */
const FAMILY_NAMES = [16, 1] as const;

/** Family, weight and style as the name and OS/2 tables have them (OpenType 1.9); the weight of an axis comes first. */
function familyOf(face: HbFace, name: string, settings: readonly AxisSetting[]): FaceFamily {
  const view = os2Of(face, 64);
  const family = FAMILY_NAMES.map((id) => face.getName(id, 'en')).find(Boolean) ?? name;
  return {
    name: family,
    weight: settings.find(({ tag }) => tag === 'wght')?.value ?? view?.getUint16(4) ?? 400,
    italic: ((view?.getUint16(62) ?? 0) & 1) === 1,
    generic:
      view && (view.getInt16(30) >> 8 === SANS_SERIF || view.getUint8(33) >= PANOSE_SANS) ? 'sans-serif' : 'serif',
  };
}

/** A face at a setting of its axes; `vary` makes it at another one. */
function buildFace(id: string, name: string, face: HbFace, settings: readonly AxisSetting[], vary: Face['vary']): Face {
  const { upem } = face;
  const font = new HbFont(face);
  font.setScale(upem, upem);
  if (settings.length > 0) font.setVariations(settings.map(({ tag, value }) => new HbVariation(tag, value)));
  const outline = cached((glyphId) => {
    const own = readOutline(font, glyphId);
    return glyphId === 0 && own.commands.length === 0
      ? missingBox(font.glyphHAdvance(0) || upem / 2, cap.value, upem)
      : own;
  });
  const hull = cached((glyphId) => convexHull(flattenedPoints(outline(glyphId), upem * HULL_TOLERANCE_EM)));
  const bounds = cached((glyphId) => boundsOf(hull(glyphId)));
  const top = (letter: string): number | null => {
    const glyph = font.nominalGlyph(letter.codePointAt(0)!);
    return glyph ? (bounds(glyph)?.yMax ?? null) : null;
  };
  const os2 = os2Heights(face);
  const height = (letter: string, table: number | undefined, assumed: number) => {
    const measured = top(letter);
    if (measured !== null && measured > 0) return { value: measured, source: 'outline' as const };
    if (table !== undefined && table > 0) return { value: table, source: 'os2' as const };
    return { value: assumed * upem, source: 'assumed' as const };
  };
  const cap = height('H', os2?.cap, 0.7);
  const x = height('x', os2?.x, 0.5);
  const extents = font.hExtents();
  return {
    id,
    name,
    font,
    outline,
    hull,
    bounds,
    family: familyOf(face, name, settings),
    fullName: face.getName(4, 'en') || face.getName(1, 'en'),
    features: [...new Set([...face.getTableFeatureTags('GSUB'), ...face.getTableFeatureTags('GPOS')])],
    axes: axesOf(face),
    vary,
    advance: cached((glyphId) => font.glyphHAdvance(glyphId)),
    metrics: {
      upem,
      capHeight: cap.value,
      xHeight: x.value,
      ascender: extents.ascender,
      descender: extents.descender,
      source: { cap: cap.source, x: x.source },
    },
  };
}

const HIDDEN_AXIS = 1;
/** Names of the registered axes (OpenType 1.9); other axes have the font's own, or their tag. */
const AXIS_NAMES: Readonly<Record<string, string>> = {
  wght: 'Weight',
  wdth: 'Width of the face',
  opsz: 'Optical size',
  slnt: 'Slant',
  ital: 'Italic',
};

const axesOf = (face: HbFace): Axis[] =>
  Object.values(face.getAxisInfos())
    .filter(({ flags }) => (flags & HIDDEN_AXIS) === 0)
    .map(({ tag, nameId, min, max, default: standard }) => ({
      tag,
      name: AXIS_NAMES[tag] ?? (face.getName(nameId, 'en') || tag),
      min,
      max,
      standard,
    }));

/** Settings of axes that are cached for each face: a slider passes through many. */
const KEPT_SETTINGS = 24;

/**
 * Makes a face of the bytes of a TrueType or OpenType font, its axes at their standard settings.
 *
 * Cap height and x-height are the tops of the outlines of H and x; OS/2 is asked only where the face lacks
 * the letter, since display faces often carry wrong values there. 0.7 and 0.5 em are assumed where neither
 * is to be had.
 *
 * @returns the face, or `not-a-font` when the bytes hold no usable font
 */
export function createFace(id: string, name: string, bytes: Uint8Array): Result<Face> {
  const face = new HbFace(new HbBlob(bytes));
  const { upem } = face;
  const unicodes = face.collectUnicodes().length;
  if (!(upem >= 16 && upem <= 16384) || unicodes === 0) {
    return fail({
      code: 'not-a-font',
      value: id,
      message: `The typeface “${name}” could not be read: the file is damaged or not a font. Choose another typeface.`,
    });
  }
  const known = new Map<string, Face>();
  const vary = (settings: readonly AxisSetting[]): Face => {
    const key = settings
      .filter(({ tag }) => plain.axes.some((axis) => axis.tag === tag))
      .map(({ tag, value }) => `${tag}${value}`)
      .sort()
      .join();
    if (key === '') return plain;
    let one = known.get(key);
    if (!one) {
      if (known.size >= KEPT_SETTINGS) known.delete(known.keys().next().value!);
      known.set(key, (one = buildFace(id, name, face, settings, vary)));
    }
    return one;
  };
  const plain = buildFace(id, name, face, [], vary);
  return ok(plain);
}
