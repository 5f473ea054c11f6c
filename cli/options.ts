import { parseArgs } from 'node:util';
import { DXF_TOLERANCE_MM, DXF_TOLERANCES } from '#core/output/cut/dxfTolerance';
import type { FileOptions } from '#core/output/formats/index';
import { IMPOSITION_LIMITS } from '#core/output/sheets/imposition';
import { MARKS_AWAY, MARKS_WIDTH } from '#core/output/marks/printMarks';
import { TRAP_LIMITS } from '#core/output/trap';
import { RASTER_DPI } from '#core/output/raster/size';

/** What a file is made with, and which of it the call names. */
export interface Options extends FileOptions {
  readonly given: ReadonlySet<keyof FileOptions>;
  /** Columns of a series for letterings, `COLUMN=WORDS` each. */
  readonly map: readonly string[];
  /** The columns that name the file of a row, and how many are made of it. */
  readonly file: string | null;
  readonly quantity: string | null;
  /** Whether a series comes as a page each, not on sheets. */
  readonly pages: boolean;
  /** What lies on the sheet: the piece itself first, without a name, then the others that the call names. */
  readonly laid: readonly Laid[];
  /** The file of the printer's own profile. */
  readonly profile: string | null;
}

/** A piece on a sheet as a call names it: by its file, with that of its back. */
export interface Laid {
  readonly file: string;
  /** How many copies; null for as many as fit. */
  readonly quantity: number | null;
  readonly back: string | null;
}

const NUMBERS = {
  dpi: RASTER_DPI,
  tolerance: DXF_TOLERANCES,
  trap: TRAP_LIMITS,
  offset: MARKS_AWAY,
  weight: MARKS_WIDTH,
  margin: IMPOSITION_LIMITS.marginMm,
  gutter: IMPOSITION_LIMITS.gutterMm,
  copies: IMPOSITION_LIMITS.copies,
} as const;
const PAPER = /^([\d.]+)x([\d.]+)$/;
const OPTIONS = {
  'transparent': { type: 'boolean' },
  'marks': { type: 'boolean' },
  'nested': { type: 'boolean' },
  'cutlines': { type: 'boolean' },
  'turned': { type: 'boolean' },
  'slug': { type: 'boolean' },
  'dated': { type: 'boolean' },
  'seen': { type: 'boolean' },
  'box': { type: 'boolean' },
  'layers': { type: 'string' },
  'standard': { type: 'string' },
  'profile': { type: 'string' },
  'technical': { type: 'boolean' },
  'bleed': { type: 'boolean' },
  'paper': { type: 'string' },
  'dpi': { type: 'string' },
  'tolerance': { type: 'string' },
  'trap': { type: 'string' },
  'offset': { type: 'string' },
  'weight': { type: 'string' },
  'margin': { type: 'string' },
  'gutter': { type: 'string' },
  'map': { type: 'string', multiple: true },
  'copies': { type: 'string' },
  'with': { type: 'string', multiple: true },
  'back': { type: 'string', multiple: true },
  'file': { type: 'string' },
  'quantity': { type: 'string' },
  'pages': { type: 'boolean' },
  'embed': { type: 'boolean' },
  'arcs': { type: 'boolean' },
  'single-lines': { type: 'boolean' },
  'keep-faces': { type: 'boolean' },
} as const;

/** Switches without a value. */
type Flag = {
  [K in keyof typeof OPTIONS]: (typeof OPTIONS)[K]['type'] extends 'boolean' ? K : never;
}[keyof typeof OPTIONS];
/** Switches of a series alone. */
type OfSeries = 'map' | 'file' | 'quantity' | 'pages';

/** What each switch is about. */
const ABOUT: Readonly<Record<Exclude<keyof typeof OPTIONS, OfSeries>, keyof FileOptions>> = {
  'transparent': 'transparent',
  'marks': 'marks',
  'dpi': 'dpi',
  'tolerance': 'toleranceMm',
  'trap': 'trapMm',
  'offset': 'marksAwayMm',
  'weight': 'marksWidthMm',
  'paper': 'imposition',
  'nested': 'imposition',
  'cutlines': 'imposition',
  'turned': 'imposition',
  'copies': 'imposition',
  'with': 'imposition',
  'back': 'imposition',
  'slug': 'slug',
  'dated': 'date',
  'seen': 'seen',
  'box': 'weedingBox',
  'embed': 'embedFaces',
  'arcs': 'arcs',
  'single-lines': 'singleLines',
  'keep-faces': 'lineFace',
  'layers': 'layers',
  'standard': 'standard',
  'profile': 'ownProfile',
  'technical': 'technical',
  'bleed': 'bleed',
  'margin': 'imposition',
  'gutter': 'imposition',
};

/** How the switches that take words are written. */
const WORD_FORMS: Readonly<Record<string, { readonly form: RegExp; readonly as: string }>> = {
  map: { form: /^.+=.+$/, as: 'COLUMN=WORDS of a lettering' },
  file: { form: /./, as: 'COLUMN' },
  with: { form: /^.+:\d+$/, as: 'PIECE:COPIES' },
  back: { form: /./, as: 'PIECE' },
  profile: { form: /./, as: 'PRESS.icc' },
  layers: { form: /^(ink|item)$/, as: 'ink or item' },
  standard: { form: /^(x4|x1a)$/, as: 'x4 or x1a' },
  quantity: { form: /./, as: 'COLUMN' },
};

/** What is wrong with one switch of a call, or null. `text` is what stands behind its `=`. */
function fault(name: string, rawName: string, text: string | undefined): string | null {
  const said = text === undefined ? rawName : `${rawName}=${text}`;
  if (!Object.hasOwn(OPTIONS, name)) return `${said} is not known.`;
  if (OPTIONS[name as keyof typeof OPTIONS].type === 'boolean')
    return text === undefined ? null : `${said} is not known: ${rawName} takes no value.`;
  if (WORD_FORMS[name])
    return text && WORD_FORMS[name].form.test(text)
      ? null
      : `${said} is not known: write ${rawName}=${WORD_FORMS[name].as}.`;
  if (name === 'paper') {
    const { min, max } = IMPOSITION_LIMITS.sheetMm,
      size = paperSize(text);
    if (!size) return `${said} is not known: write ${rawName}=320x450, in mm.`;
    if (size.every((mm) => mm >= min && mm <= max)) return null;
    return `${said}: paper is between ${min} and ${max} mm wide and high.`;
  }
  const { min, max } = NUMBERS[name as keyof typeof NUMBERS],
    value = Number(text);
  return text && value >= min && value <= max ? null : `${said}: ${rawName} lies between ${min} and ${max}.`;
}

/** Width and height of `320x450` in mm, or null. */
function paperSize(text: string | undefined): readonly [number, number] | null {
  const [, width, height] = PAPER.exec(text ?? '') ?? [];
  return width && height ? [Number(width), Number(height)] : null;
}

/** What lies on a sheet, in the order of a call: `--back` belongs to the piece that was named before it. */
function laidBy(
  tokens: readonly { readonly kind: string; readonly name?: string; readonly value?: string | undefined }[],
  copies: number | null,
): Laid[] | string {
  const laid: Laid[] = [{ file: '', quantity: copies, back: null }];
  for (const { name, value = '' } of tokens) {
    const [, file, count] = /^(.+):(\d+)$/.exec(value) ?? [];
    if (name === 'with' && file) laid.push({ file, quantity: Number(count), back: null });
    if (name === 'back') laid.push({ ...laid.pop()!, back: value });
  }
  const { copies: limits, others } = IMPOSITION_LIMITS;
  if (laid.some(({ quantity }) => quantity !== null && (quantity < limits.min || quantity > limits.max)))
    return `--with: copies lie between ${limits.min} and ${limits.max}.`;
  return laid.length - 1 > others.max ? `--with: at most ${others.max} other pieces lie on a sheet.` : laid;
}

/** A word that a switch has, or null; several of them. */
const wordOf = (value: unknown): string | null => (typeof value === 'string' ? value : null);
const wordsOf = (value: unknown): readonly string[] => (Array.isArray(value) ? (value as string[]) : []);

/** The options of a call, or what is wrong with them. */
export function readOptions(args: readonly string[]): Options | string {
  const { values, tokens } = parseArgs({ args: [...args], options: OPTIONS, strict: false, tokens: true });
  for (const token of tokens) {
    const wrong = token.kind === 'option' ? fault(token.name, token.rawName, token.value) : null;
    if (wrong) return wrong;
  }
  const number = (name: keyof typeof NUMBERS, standard: number): number => Number(values[name] ?? standard);
  const is = (name: Flag): boolean => values[name] === true;
  const given = new Set(Object.keys(values).flatMap((name) => ABOUT[name as keyof typeof ABOUT] ?? [])),
    paper = paperSize(values.paper as string | undefined),
    laid = laidBy(tokens, wordOf(values.copies) === null ? null : Number(values.copies));
  if (typeof laid === 'string') return laid;
  if (is('keep-faces') && !is('single-lines'))
    return '--keep-faces is for letters as single lines: add --single-lines.';
  if (given.has('imposition') && !paper) return 'Copies on a sheet need its size: add --paper=320x450, in mm.';
  const imposition = paper && {
    widthMm: paper[0],
    heightMm: paper[1],
    marginMm: number('margin', 10),
    gutterMm: number('gutter', 4),
    nested: is('nested'),
    turned: is('turned'),
    cutLines: is('cutlines'),
    quantity: laid[0]!.quantity,
  };
  return {
    dpi: number('dpi', 300),
    transparent: is('transparent'),
    technical: is('technical'),
    layers: values.layers === 'item' ? 'item' : 'ink',
    standard: values.standard === 'x1a' ? 'x1a' : 'x4',
    seen: is('seen'),
    singleLines: is('single-lines'),
    lineFace: is('single-lines') && !is('keep-faces'),
    weedingBox: is('box'),
    embedFaces: is('embed'),
    arcs: is('arcs'),
    slug: is('slug'),
    trapMm: number('trap', 0),
    marksAwayMm: number('offset', MARKS_AWAY.standard),
    marksWidthMm: number('weight', MARKS_WIDTH.standard),
    date: is('dated') ? new Date().toISOString() : null,
    bleed: is('bleed'),
    toleranceMm: number('tolerance', DXF_TOLERANCE_MM),
    marks: is('marks'),
    imposition,
    given,
    map: wordsOf(values.map),
    file: wordOf(values.file),
    quantity: wordOf(values.quantity),
    pages: is('pages'),
    ownProfile: null,
    profile: wordOf(values.profile),
    laid,
  };
}
