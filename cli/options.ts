import { parseArgs } from 'node:util';
import { DXF_TOLERANCE_MM, DXF_TOLERANCES } from '#core/output/dxfTolerance';
import type { FileOptions } from '#core/output/formats/index';
import { IMPOSITION_LIMITS } from '#core/output/impose';
import { PNG_DPI } from '#core/output/png';

/** What a file is made with, and which of it the call names. */
export interface Options extends FileOptions {
  readonly given: ReadonlySet<keyof FileOptions>;
}

const NUMBERS = {
  dpi: PNG_DPI,
  tolerance: DXF_TOLERANCES,
  margin: IMPOSITION_LIMITS.marginMm,
  gutter: IMPOSITION_LIMITS.gutterMm,
} as const;
const PAPER = /^([\d.]+)x([\d.]+)$/;
const OPTIONS = {
  transparent: { type: 'boolean' },
  marks: { type: 'boolean' },
  nested: { type: 'boolean' },
  paper: { type: 'string' },
  dpi: { type: 'string' },
  tolerance: { type: 'string' },
  margin: { type: 'string' },
  gutter: { type: 'string' },
} as const;

/** What each switch is about. */
const ABOUT: Readonly<Record<keyof typeof OPTIONS, keyof FileOptions>> = {
  transparent: 'transparent',
  marks: 'marks',
  dpi: 'dpi',
  tolerance: 'toleranceMm',
  paper: 'imposition',
  nested: 'imposition',
  margin: 'imposition',
  gutter: 'imposition',
};

/** The options of a call, or what is wrong with them. */
export function readOptions(args: readonly string[]): Options | string {
  const { values, tokens } = parseArgs({ args: [...args], options: OPTIONS, strict: false, tokens: true });
  const numbers = { dpi: 300, tolerance: DXF_TOLERANCE_MM, margin: 10, gutter: 4 };
  let paper: readonly [number, number] | null = null;
  for (const token of tokens) {
    if (token.kind !== 'option') continue;
    const { name, rawName, value: text } = token,
      said = text === undefined ? rawName : `${rawName}=${text}`;
    if (!Object.hasOwn(OPTIONS, name)) return `${said} is not known.`;
    if (OPTIONS[name as keyof typeof OPTIONS].type === 'boolean') {
      if (text !== undefined) return `${said} is not known: ${rawName} takes no value.`;
    } else if (name === 'paper') {
      const { min, max } = IMPOSITION_LIMITS.sheetMm,
        sized = PAPER.exec(text ?? '');
      if (!sized) return `${said} is not known: write ${rawName}=320x450, in mm.`;
      paper = [Number(sized[1]), Number(sized[2])];
      if (!paper.every((mm) => mm >= min && mm <= max))
        return `${said}: paper is between ${min} and ${max} mm wide and high.`;
    } else {
      const { min, max } = NUMBERS[name as keyof typeof NUMBERS],
        value = Number(text);
      if (!(text && value >= min && value <= max)) return `${said}: ${rawName} lies between ${min} and ${max}.`;
      numbers[name as keyof typeof numbers] = value;
    }
  }
  const is = (name: 'transparent' | 'marks' | 'nested'): boolean => values[name] === true;
  const given = new Set(Object.keys(values).map((name) => ABOUT[name as keyof typeof OPTIONS]));
  if (given.has('imposition') && !paper) return 'Copies on a sheet need its size: add --paper=320x450, in mm.';
  const imposition = paper && {
    widthMm: paper[0],
    heightMm: paper[1],
    marginMm: numbers.margin,
    gutterMm: numbers.gutter,
    nested: is('nested'),
  };
  return {
    dpi: numbers.dpi,
    transparent: is('transparent'),
    toleranceMm: numbers.tolerance,
    marks: is('marks'),
    imposition,
    given,
  };
}
