import { FILE_FORMATS, formatByEnding, formatOf, type FileOptions, type FormatName } from '#core/output/formats/index';
import { prepareFile, writeFile } from '#core/output/makeFile';
import { blocking } from '#core/drawing/drawPiece';
import { together } from '../laid';
import { readFileAsPiece } from '../opened';
import type { Options } from '../options';
import { complain, say } from '../report';
import { toolsFor } from '../tools';
import { written } from '../written';

/** What the options are about, for people. */
const NAMES: Readonly<Record<keyof FileOptions, string>> = {
  marks: 'marks',
  marksAwayMm: 'marks',
  marksWidthMm: 'marks',
  dpi: 'resolution',
  transparent: 'background',
  standard: 'standard',
  ownProfile: 'profile',
  technical: 'technical inks',
  layers: 'layers',
  seen: 'outlines of what is seen',
  singleLines: 'single lines',
  lineFace: 'single lines',
  weedingBox: 'weeding box',
  embedFaces: 'embedded typefaces',
  arcs: 'arcs',
  slug: 'slug',
  trapMm: 'trapping',
  date: 'date',
  bleed: 'bleed',
  toleranceMm: 'tolerance',
  imposition: 'sheet of copies',
};

/** Whether a format has an option. */
function isFor(name: FormatName, option: keyof FileOptions): boolean {
  const { options, copies } = formatOf(name);
  return option === 'imposition' ? copies : options.includes(option);
}

/** Makes a file of a piece, in the format that the ending of its name asks for. */
export async function render(from: string, to: string, options: Options): Promise<number> {
  const format = formatByEnding(to);
  if (!format) {
    const endings = Object.values(FILE_FORMATS).map(({ ending }) => `.${ending}`);
    complain([{ code: 'unknown-format', message: `${to} should end in ${endings.join(' or ')}.` }]);
    return 2;
  }
  const idle = [...options.given].find((name) => !isFor(format, name));
  if (idle) {
    const ending = formatOf(format).ending;
    complain([{ code: 'wrong-option', message: `A .${ending} file has no ${NAMES[idle]}. Leave the option out.` }]);
    return 2;
  }
  if (options.map.length > 0 || options.file !== null || options.quantity !== null) {
    complain([{ code: 'wrong-option', message: '--map, --file and --quantity are for a series.' }]);
    return 2;
  }
  const alone = await readFileAsPiece(from);
  const both = alone && (await together(alone, options));
  if (!both) return 1;
  const { opened, asked } = both;
  const prepared = prepareFile(format, opened.piece, opened.faces, asked, opened.pictures);
  if (!prepared.ok) {
    complain([prepared.problem]);
    return 1;
  }
  const { drawing, layout, notes } = prepared.value;
  complain([...notes.map((message) => ({ code: 'note', message })), ...drawing.problems]);
  if (blocking(drawing).length > 0) {
    complain([{ code: 'not-drawn', message: 'No file was exported, because something would be missing from it.' }]);
    return 1;
  }
  const file = await writeFile(format, prepared.value, asked, toolsFor(opened));
  if (!file.ok) {
    complain([file.problem]);
    return 1;
  }
  if (!(await written(to, file.value))) return 1;
  const { widthMm, heightMm } = drawing.sheet;
  const copies = layout ? `, ${layout.places.length} ${layout.places.length === 1 ? 'copy' : 'copies'}` : '';
  say(`${to}: ${widthMm} × ${heightMm} mm${copies}, ${drawing.paths.length} outlines`);
  return 0;
}
