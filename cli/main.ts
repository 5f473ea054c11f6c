import { readFile, rename, rm, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { extname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { blocking, drawPiece } from '#core/drawing/drawPiece';
import { DXF_TOLERANCE_MM, DXF_TOLERANCES, writeDxf } from '#core/output/dxf';
import { writePdf } from '#core/output/pdf';
import { PNG_DPI, writePng, type Rasterise } from '#core/output/png';
import { writeSvg } from '#core/output/svg';
import { parsePiece } from '#core/piece/read';
import { isLettering, type Piece } from '#core/piece/types';
import { proofPiece } from '#core/proof/index';
import { ok, type Problem, type Result } from '#core/result';
import { shippedFaces } from '../fonts/shippedFaces';

const HELP = `Under Arc on the command line

  under-arc render PIECE.json OUT.svg    outlines as SVG at true size
  under-arc render PIECE.json OUT.pdf    outlines as PDF for print [--marks]
  under-arc render PIECE.json OUT.png    a picture [--dpi=300] [--transparent]
  under-arc render PIECE.json OUT.dxf    polylines in mm for plotters [--tolerance=0.01]
  under-arc check PIECE.json             says what is wrong with a piece, or that nothing is
  under-arc help                         this text

Ends with 0 when all went well, 1 when the piece has a problem, 2 when the call was not understood.
`;

const HOME = fileURLToPath(new URL('..', import.meta.url));

const say = (text: string): void => { process.stdout.write(`${text}\n`); };
const complain = (problems: readonly Problem[]): void => {
  for (const { message, field } of problems) process.stderr.write(`under-arc: ${field && !message.includes(field) ? `${field}: ` : ''}${message}\n`);
};

/** The rasteriser is read when the first picture is made. */
const rasterise: Rasterise = async (svg, widthPx) => {
  const { initWasm, Resvg } = await import('@resvg/resvg-wasm');
  await initWasm(readFile(createRequire(import.meta.url).resolve('@resvg/resvg-wasm/index_bg.wasm')));
  return new Resvg(svg, { fitTo: { mode: 'width', value: widthPx } }).render().asPng();
};

interface RenderOptions { readonly dpi: number; readonly transparent: boolean; readonly toleranceMm: number; readonly marks: boolean }

const WRITERS: Readonly<Record<string, (drawing: ReturnType<typeof drawPiece>, options: RenderOptions) => Promise<Result<string | Uint8Array>>>> = {
  '.svg': async (drawing) => ok(writeSvg(drawing)),
  '.pdf': async (drawing, { marks }) => ok(await writePdf(drawing, { marks, profile: await readFile(join(HOME, 'profiles/coated.icc')) })),
  '.png': (drawing, options) => writePng(drawing, options, rasterise),
  '.dxf': async (drawing, { toleranceMm }) => ok(writeDxf(drawing, toleranceMm)),
};

const SWITCHES = /^--(dpi|tolerance)=(.*)$/;
/** The options of a rendering, or what is wrong with them. */
function renderOptions(args: readonly string[]): RenderOptions | string {
  let options: RenderOptions = { dpi: 300, transparent: false, toleranceMm: DXF_TOLERANCE_MM, marks: false };
  for (const arg of args) {
    if (arg === '--transparent') { options = { ...options, transparent: true }; continue; }
    if (arg === '--marks') { options = { ...options, marks: true }; continue; }
    const [, name, text] = SWITCHES.exec(arg) ?? [];
    if (!name) return `${arg} is not known.`;
    const value = Number(text);
    const { min, max } = name === 'dpi' ? PNG_DPI : DXF_TOLERANCES;
    if (!(text !== '' && value >= min && value <= max)) return `${arg}: --${name} lies between ${min} and ${max}.`;
    options = name === 'dpi' ? { ...options, dpi: value } : { ...options, toleranceMm: value };
  }
  return options;
}

/** The faces that a piece asks for; only these are read. */
const facesOf = (piece: Piece) => shippedFaces(HOME, new Set(piece.items.filter(isLettering).map((one) => one.faceId)));

/** Reads a piece file; null after complaining when it is none. */
async function readFileAsPiece(file: string): Promise<Piece | null> {
  let text: string;
  try {
    text = await readFile(file, 'utf8');
  } catch (error) {
    complain([{ code: 'no-file', message: `${file} could not be read (${(error as NodeJS.ErrnoException).code}). Check the path.` }]);
    return null;
  }
  const piece = parsePiece(text);
  if (!piece.ok) {
    complain([piece.problem]);
    return null;
  }
  return piece.value;
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

async function render(from: string, to: string, switches: readonly string[]): Promise<number> {
  const options = renderOptions(switches);
  if (typeof options === 'string') {
    complain([{ code: 'wrong-option', message: options }]);
    return 2;
  }
  const write = WRITERS[extname(to).toLowerCase()];
  if (!write) {
    complain([{ code: 'unknown-format', message: `${to} should end in ${Object.keys(WRITERS).join(' or ')}.` }]);
    return 2;
  }
  const piece = await readFileAsPiece(from);
  if (!piece) return 1;
  const drawing = drawPiece(piece, await facesOf(piece));
  complain(drawing.problems);
  if (blocking(drawing).length > 0) {
    complain([{ code: 'not-drawn', message: 'No file was made, because lettering would be missing from it.' }]);
    return 1;
  }
  try {
    const file = await write(drawing, options);
    if (!file.ok) {
      complain([file.problem]);
      return 1;
    }
    await writeWhole(to, file.value);
  } catch (error) {
    complain([{ code: 'not-written', message: `${to} could not be written (${(error as NodeJS.ErrnoException).code ?? String(error)}).` }]);
    return 1;
  }
  say(`${to}: ${drawing.sheet.widthMm} × ${drawing.sheet.heightMm} mm, ${drawing.paths.length} outlines`);
  return 0;
}

async function check(file: string): Promise<number> {
  const piece = await readFileAsPiece(file);
  if (!piece) return 1;
  const findings = proofPiece(piece, await facesOf(piece));
  complain(findings.map(({ code, message, itemId }) => ({ code, message, field: itemId })));
  if (findings.length > 0) return 1;
  say(`${file}: nothing wrong`);
  return 0;
}

/** Runs one command and gives the exit code. */
export async function main(args: readonly string[]): Promise<number> {
  const [command, ...rest] = args;
  const names = rest.filter((arg) => !arg.startsWith('--')), switches = rest.filter((arg) => arg.startsWith('--'));
  if (command === 'render' && names.length === 2) return render(names[0]!, names[1]!, switches);
  if (command === 'check' && rest.length === 1) return check(rest[0]!);
  if (command === 'help' || command === '--help' || command === '-h') { say(HELP); return 0; }
  process.stderr.write(HELP);
  return 2;
}
