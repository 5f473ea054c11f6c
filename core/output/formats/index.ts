import { MARKS_AWAY, MARKS_WIDTH } from '../marks/printMarks';
import { DXF_TOLERANCE_MM } from '../cut/dxfTolerance';
import { cutSvg } from './cutSvg';
import { dxf } from './dxf';
import { eps } from './eps';
import type { FileFormat, FileOptions } from './kind';
import { liveSvg } from './liveSvg';
import { pdf } from './pdf';
import { piece } from './piece';
import { png } from './png';
import { reviewPdf } from './reviewPdf';
import { svg } from './svg';
import { tiff } from './tiff';

export { asMeant, facesBeside } from './kind';
export type { FileFormat, FileOptions, FileSource, FileTools, OwnProfileRef } from './kind';

/** One line a format, by the name under which it is stored with a file, in the order in which they are offered. */
export const FILE_FORMATS = {
  pdf,
  'review-pdf': reviewPdf,
  eps,
  svg,
  'live-svg': liveSvg,
  png,
  tiff,
  dxf,
  'cut-svg': cutSvg,
  piece,
} as const satisfies Readonly<Record<string, FileFormat>>;

export type FormatName = keyof typeof FILE_FORMATS;
export const FORMAT_NAMES = Object.keys(FILE_FORMATS) as readonly FormatName[];
export const formatOf = (name: FormatName): FileFormat => FILE_FORMATS[name];

export const STANDARD_OPTIONS: FileOptions = {
  marks: false,
  marksAwayMm: MARKS_AWAY.standard,
  marksWidthMm: MARKS_WIDTH.standard,
  standard: 'x4',
  ownProfile: null,
  dpi: 300,
  transparent: false,
  technical: false,
  bleed: false,
  arcs: false,
  layers: 'ink',
  seen: false,
  singleLines: false,
  lineFace: false,
  weedingBox: false,
  embedFaces: false,
  slug: false,
  trapMm: 0,
  date: null,
  toleranceMm: DXF_TOLERANCE_MM,
  imposition: null,
};

/** The format of a file by the ending of its name; null for none. */
export function formatByEnding(file: string): FormatName | null {
  const fitting = FORMAT_NAMES.filter((name) => file.toLowerCase().endsWith(`.${formatOf(name).ending}`));
  return fitting.sort((a, b) => formatOf(b).ending.length - formatOf(a).ending.length)[0] ?? null;
}
