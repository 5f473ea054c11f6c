import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import { extname } from 'node:path';
import { blocking, drawPiece } from '#core/drawing/drawPiece';
import { settledPiece } from '#core/editing/transact';
import type { Pictures } from '#core/drawing/pictures';
import { readPieceFile, type CarriedImage } from '#core/import/pieceFile';
import { guessMapping } from '#core/output/series';
import { decodeTable, readTable } from '#core/import/table';
import { makeSeries } from '#core/output/seriesRun';
import { isLettering, isPicture, type Piece } from '#core/piece/types';
import { proofPiece } from '#core/proof/index';
import type { Problem } from '#core/result';
import { createFace, type Face } from '#core/type/face';
import { shippedFaces } from '../fonts/shippedFaces';
import { imagesFor, picturesOf } from './images';
import { readOptions, type Options } from './options';
import { HOME, profile, renderPixels, writerFor, WRITERS } from './writers';

const HELP = `Under Arc on the command line

  under-arc render PIECE OUT.pdf        outlines as PDF for print [--marks]
  under-arc render PIECE OUT.svg        outlines as SVG at true size
  under-arc render PIECE OUT.live.svg   SVG with live text, as well as SVG can say it
  under-arc render PIECE OUT.png        a picture [--dpi=300] [--transparent]
  under-arc render PIECE OUT.dxf        polylines in mm for plotters [--tolerance=0.01]
  under-arc render PIECE OUT.zip        the piece with the typefaces it uses
      a sheet of copies of any but the last: --paper=320x450 [--margin=10] [--gutter=4] [--nested]
  under-arc series PIECE TABLE.csv OUT.pdf|OUT.zip
                                        a piece for every row, on sheets or a PDF each [--paper=320x450 …] [--marks]
  under-arc check PIECE                 says what is wrong with a piece, or that nothing is
  under-arc help                        this text

PIECE is a piece file, .json or with its typefaces and pictures .zip; pictures of a .json lie in a folder images beside it. The first row of TABLE.csv names the columns; each is given to the
lettering with the same words, or in their order.

Ends with 0 when all went well, 1 when the piece has a problem, 2 when the call was not understood.
`;

const say = (text: string): void => {
  process.stdout.write(`${text}\n`);
};
const complain = (problems: readonly Problem[]): void => {
  for (const { message, field } of problems)
    process.stderr.write(`under-arc: ${field && !message.includes(field) ? `${field}: ` : ''}${message}\n`);
};

/** The faces that a piece asks for; only these are read. Those that came along with it win. */
async function facesOf(piece: Piece, carried: ReadonlyMap<string, Uint8Array>): Promise<ReadonlyMap<string, Face>> {
  const shipped = await shippedFaces(HOME, new Set(piece.items.filter(isLettering).map((one) => one.faceId)));
  const own = [...carried].flatMap(([id, bytes]) => {
    const face = shipped.has(id) ? null : createFace(id, id, bytes);
    return face?.ok ? [[id, face.value] as const] : [];
  });
  return new Map([...shipped, ...own]);
}

interface Opened {
  readonly piece: Piece;
  readonly faces: ReadonlyMap<string, Face>;
  readonly images: readonly CarriedImage[];
  readonly pictures: Pictures;
}

/** The bytes of a file; null after complaining when it cannot be read. */
async function bytesOf(file: string): Promise<Uint8Array | null> {
  try {
    return await readFile(file);
  } catch (error) {
    complain([
      {
        code: 'no-file',
        message: `${file} could not be read (${(error as NodeJS.ErrnoException).code}). Check the path.`,
      },
    ]);
    return null;
  }
}

/** Reads a piece file with its faces; null after complaining when it is none. */
async function readFileAsPiece(file: string): Promise<Opened | null> {
  const bytes = await bytesOf(file);
  const read = bytes && readPieceFile(bytes);
  if (!read) return null;
  if (!read.ok) {
    complain([read.problem]);
    return null;
  }
  const { piece } = read.value,
    images = await imagesFor(file, piece, read.value.images);
  const faces = await facesOf(piece, read.value.faces);
  return {
    piece: settledPiece(piece, { faces }),
    faces,
    images,
    pictures: await picturesOf(piece, images, renderPixels),
  };
}

/** Writes beside the target first, so that a failure leaves no half file. */
async function writeWhole(file: string, content: string | Uint8Array): Promise<void> {
  const draft = `${file}.${process.pid}.part`;
  try {
    await writeFile(draft, content);
    await rename(draft, file);
  } catch (error) {
    await rm(draft, { force: true });
    throw error;
  }
}

/** Writes a file, or says why it could not be. */
async function written(to: string, content: string | Uint8Array): Promise<boolean> {
  try {
    await writeWhole(to, content);
    return true;
  } catch (error) {
    complain([
      {
        code: 'not-written',
        message: `${to} could not be written (${(error as NodeJS.ErrnoException).code ?? String(error)}).`,
      },
    ]);
    return false;
  }
}

async function render(from: string, to: string, options: Options): Promise<number> {
  const write = writerFor(to);
  if (!write) {
    complain([{ code: 'unknown-format', message: `${to} should end in ${Object.keys(WRITERS).join(' or ')}.` }]);
    return 2;
  }
  const opened = await readFileAsPiece(from);
  if (!opened) return 1;
  const drawing = drawPiece(opened.piece, opened.faces, opened.pictures);
  complain(drawing.problems);
  if (blocking(drawing).length > 0) {
    complain([{ code: 'not-drawn', message: 'No file was made, because something would be missing from it.' }]);
    return 1;
  }
  const file = await write({ ...opened, drawing }, options);
  if (!file.ok) {
    complain([file.problem]);
    return 1;
  }
  if (!(await written(to, file.value))) return 1;
  const { widthMm, heightMm } = options.imposition ?? drawing.sheet;
  say(`${to}: ${widthMm} × ${heightMm} mm, ${drawing.paths.length} outlines`);
  return 0;
}

async function series(from: string, list: string, to: string, options: Options): Promise<number> {
  const ending = extname(to).toLowerCase();
  if (ending !== '.pdf' && ending !== '.zip') {
    complain([{ code: 'unknown-format', message: `${to} should end in .pdf for sheets or .zip for a file each.` }]);
    return 2;
  }
  const opened = await readFileAsPiece(from);
  const bytes = opened && (await bytesOf(list));
  if (!opened || !bytes) return 1;
  const text = decodeTable(bytes);
  const table = text.ok ? readTable(text.value.text) : text;
  if (!table.ok) {
    complain([table.problem]);
    return 1;
  }
  const run = { ...opened, table: table.value, mapping: guessMapping(opened.piece, table.value) };
  const imposition = options.imposition ?? {
    widthMm: 320,
    heightMm: 450,
    marginMm: 10,
    gutterMm: Math.max(4, 2 * opened.piece.sheet.bleedMm),
    nested: false,
  };
  const made = await makeSeries(
    run,
    {
      as: ending === '.pdf' ? 'sheets' : 'files',
      imposition,
      cropMarks: options.marks,
      pdf: { marks: options.marks && ending === '.zip', profile: await profile() },
    },
    () => {},
  );
  if (!made.ok) {
    complain([made.problem]);
    return 1;
  }
  complain(
    made.value.problems.map(({ row, stops, problem }) => ({
      ...problem,
      field: undefined,
      message: `row ${row}${stops ? ', left out' : ''}: ${problem.message}`,
    })),
  );
  if (!(await written(to, made.value.bytes))) return 1;
  say(
    `${to}: ${made.value.made} of ${table.value.rows.length} rows on ${made.value.pages} ${ending === '.pdf' ? 'sheets' : 'files'}`,
  );
  return 0;
}

async function check(file: string): Promise<number> {
  const opened = await readFileAsPiece(file);
  if (!opened) return 1;
  const findings = proofPiece(
    opened.piece,
    opened.faces,
    undefined,
    undefined,
    new Set(
      opened.piece.items
        .filter(isPicture)
        .map((one) => one.imageId)
        .filter((id) => !opened.pictures.has(id)),
    ),
  );
  complain(findings.map(({ code, message, itemId }) => ({ code, message, field: itemId })));
  if (findings.length > 0) return 1;
  say(`${file}: nothing wrong`);
  return 0;
}

/** Runs one command and gives the exit code. */
export async function main(args: readonly string[]): Promise<number> {
  const [command, ...rest] = args;
  const names = rest.filter((arg) => !arg.startsWith('--')),
    switches = rest.filter((arg) => arg.startsWith('--'));
  if ((command === 'render' && names.length === 2) || (command === 'series' && names.length === 3)) {
    const options = readOptions(switches);
    if (typeof options !== 'string')
      return command === 'render'
        ? render(names[0]!, names[1]!, options)
        : series(names[0]!, names[1]!, names[2]!, options);
    complain([{ code: 'wrong-option', message: options }]);
    return 2;
  }
  if (command === 'check' && rest.length === 1) return check(rest[0]!);
  if (command === 'help' || command === '--help' || command === '-h') {
    say(HELP);
    return 0;
  }
  process.stderr.write(HELP);
  return 2;
}
