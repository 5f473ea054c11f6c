import { strToU8 } from 'fflate';
import type { StockName } from '../../ink/stocks';
import type { Drawing } from '../../drawing/drawPiece';
import type { CarriedImage } from '../../import/pieceFile';
import type { Piece } from '../../piece/types';
import type { Result } from '../../result';
import { LINE_FACE } from '../../type/lineFace';
import type { Faces } from '../../setting/settingOf';
import type { Imposition } from '../sheets/imposition';
import type { copyMarks } from '../sheets/sheetMarks';
import type { CarriedFace } from '../pieceFile';
import type { Remark } from '../pdf/review';
import type { PlotRun } from '../cut/plotter';
import type { RenderPixels } from '../pictures';
import type { PreviewOptions } from '../preview';

/** A profile of a printer's own, by its id; with its name, as people know it. */
export interface OwnProfileRef {
  readonly profileId: string;
  readonly name: string;
}

/** What a file is made with, where its format leaves a choice. All plain data: it is stored with the file. */
export interface FileOptions {
  /** Crop marks, and registration marks where it is not a sheet of copies. */
  readonly marks: boolean;
  /** From the trim to the marks, and how thick these are, mm; they keep out of the bleed. */
  readonly marksAwayMm: number;
  readonly marksWidthMm: number;
  /** With marks: a line that names the work beside the sheet, and a bar of its inks. */
  readonly slug: boolean;
  /** How far inks are spread into each other where they meet, mm; 0 for not at all. */
  readonly trapMm: number;
  /** When the file is made, ISO 8601, where it is to say so; null where the same piece always gives the same bytes. */
  readonly date: string | null;
  /** The standard that a PDF for print keeps to. */
  readonly standard: 'x4' | 'x1a';
  /** The profile of the printer's own that stands in for that of the paper; null for the paper's. */
  readonly ownProfile: OwnProfileRef | null;
  /** Pixels an inch. */
  readonly dpi: number;
  readonly transparent: boolean;
  /** Whether lines to cut, varnish and the like are shown in pictures too. */
  readonly technical: boolean;
  /** Whether a picture reaches to the bleed. */
  readonly bleed: boolean;
  /** How far polylines may be from the curves, mm. */
  readonly toleranceMm: number;
  /** Whether polylines are made of arcs where lines bend, not of short straight pieces. */
  readonly arcs: boolean;
  /** What the layers of a file for machines are: an ink each, or an item each. */
  readonly layers: 'ink' | 'item';
  /** Whether tools follow what is seen of each ink as one outline, so that nothing is cut twice. */
  readonly seen: boolean;
  /** Whether letters are given as the middle lines of their strokes, not as outlines. */
  readonly singleLines: boolean;
  /** Whether words whose strokes are too thick for single lines are set in the face of single lines. */
  readonly lineFace: boolean;
  /** Whether a box about all is cut too, by which what is left over is weeded. */
  readonly weedingBox: boolean;
  /** Whether typefaces that may leave go into a file whose words stay words. */
  readonly embedFaces: boolean;
  /** A sheet of copies; null for the piece alone. */
  readonly imposition: Imposition | null;
}

/** The options as they are meant: cut lines that were asked for are shown, whatever the format shows else. */
export const asMeant = (options: FileOptions): FileOptions =>
  options.imposition?.cutLines === true ? { ...options, technical: true } : options;

/** Ids of the faces that a file needs beside those that its pieces ask for. */
export const facesBeside = ({ singleLines, lineFace }: FileOptions): readonly string[] =>
  singleLines && lineFace ? [LINE_FACE] : [];

/** What writers need from where they run: the browser's worker, or the command line. */
export interface FileTools {
  /** The CMYK profile of a paper, compressed. */
  readonly profile: (stock: StockName) => Promise<Uint8Array>;
  readonly renderPixels: RenderPixels;
  /** What the proof says of a piece, and where on the sheet, mm. */
  readonly remarks: (piece: Piece) => Promise<readonly Remark[]>;
  /** The faces of a piece that may leave with it, and its images. */
  readonly carried: (
    piece: Piece,
  ) => Promise<{ readonly faces: readonly CarriedFace[]; readonly images: readonly CarriedImage[] }>;
}

/** What a file is written from. */
export interface FileSource {
  readonly piece: Piece;
  readonly faces: Faces;
  /** The piece, or the sheet of copies, as it prints. */
  readonly drawing: Drawing;
  /** Crop marks of copies. */
  readonly lines: ReturnType<typeof copyMarks>;
}

/**
 * A format in which a piece can leave. One file a format; formats/index.ts lists them. The list is read where nothing
 * is written, so a format loads what draws and writes only when it is asked to.
 */
export interface FileFormat {
  readonly name: string;
  /** What it is for, in a few words. */
  readonly description: string;
  /** How the command line speaks of it. */
  readonly help: string;
  readonly mediaType: string;
  /** What the names of its files end in, without the point; on the command line the longest that fits counts. */
  readonly ending: string;
  /** A longer ending for files from the page, where the short one says too little. */
  readonly longEnding?: string;
  /** Whether a sheet of copies can be made of it. */
  readonly copies: boolean;
  /** Whether it is written from the drawing; then nothing may be missing from that. */
  readonly drawn: boolean;
  /** Which of the options it has. */
  readonly options: readonly (keyof Omit<FileOptions, 'imposition'>)[];
  /** What becomes of letters in it, as the beginning of a sentence. */
  readonly shownAs: string;
  /** Whether its inks stand on plates of their own. */
  readonly plates: boolean;
  /** How its preview differs from the plain drawing. */
  readonly preview: (source: FileSource, options: FileOptions) => PreviewOptions;
  /** What the format cannot carry of a piece, for people. */
  readonly notes?: (source: FileSource, options: FileOptions) => Promise<readonly string[]>;
  /** The way of a tool through it, where it has one. */
  readonly plotter?: (source: FileSource, options: FileOptions) => Promise<PlotRun>;
  /** Its program is loaded when it is first asked for. */
  readonly write: (source: FileSource, options: FileOptions, tools: FileTools) => Promise<Result<Uint8Array>>;
}

/** How a file that is printed from, with marks and slug where they are asked for, looks. */
export const printPreview: FileFormat['preview'] = (
  { lines },
  { marks, marksAwayMm, marksWidthMm, slug, date, imposition },
) => ({
  marks: marks && !imposition,
  marksAwayMm,
  marksWidthMm,
  slug: slug && !imposition ? { date } : null,
  printed: true,
  crop: lines,
});

/** The bytes of a text. */
export const utf8 = (text: string): Uint8Array => strToU8(text);
