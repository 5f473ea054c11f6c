import { DXF_TOLERANCE_MM, DXF_TOLERANCES } from '#core/output/dxf';
import { IMPOSITION_LIMITS, type Imposition } from '#core/output/impose';
import { PNG_DPI } from '#core/output/png';

/** What a file is made with. */
export interface Options {
  readonly dpi: number;
  readonly transparent: boolean;
  readonly toleranceMm: number;
  readonly marks: boolean;
  readonly imposition: Imposition | null;
}

const NUMBERS = { dpi: PNG_DPI, tolerance: DXF_TOLERANCES, margin: IMPOSITION_LIMITS.marginMm, gutter: IMPOSITION_LIMITS.gutterMm } as const;
const PAPER = /^--paper=([\d.]+)x([\d.]+)$/;

/** The options of a call, or what is wrong with them. */
export function readOptions(args: readonly string[]): Options | string {
  const numbers = { dpi: 300, tolerance: DXF_TOLERANCE_MM, margin: 10, gutter: 4 };
  let paper: readonly [number, number] | null = null;
  const flags = new Set<string>();
  for (const arg of args) {
    if (['--transparent', '--marks', '--nested'].includes(arg)) { flags.add(arg); continue; }
    const sized = PAPER.exec(arg);
    if (sized) {
      const { min, max } = IMPOSITION_LIMITS.sheetMm;
      paper = [Number(sized[1]), Number(sized[2])];
      if (!paper.every((mm) => mm >= min && mm <= max)) return `${arg}: paper is between ${min} and ${max} mm wide and high.`;
      continue;
    }
    const [, name, text] = /^--([a-z]+)=(.*)$/.exec(arg) ?? [];
    if (!name || !Object.hasOwn(NUMBERS, name)) return `${arg} is not known.`;
    const { min, max } = NUMBERS[name as keyof typeof NUMBERS], value = Number(text);
    if (!(text !== '' && value >= min && value <= max)) return `${arg}: --${name} lies between ${min} and ${max}.`;
    numbers[name as keyof typeof numbers] = value;
  }
  const imposition = paper && { widthMm: paper[0], heightMm: paper[1], marginMm: numbers.margin, gutterMm: numbers.gutter, nested: flags.has('--nested') };
  return { dpi: numbers.dpi, transparent: flags.has('--transparent'), toleranceMm: numbers.tolerance, marks: flags.has('--marks'), imposition };
}
