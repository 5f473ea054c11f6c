import { PLAIN_INK } from '#core/piece/inks';
import { writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { execFileSync } from 'node:child_process';
import { PNG } from 'pngjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece, blocking, type Drawing } from '#core/drawing/drawPiece';
import { frameOfPicture, pictureDpi, type Pictures } from '#core/drawing/pictures';
import { fromHex } from '#core/ink/colour';
import { writeDxf } from '#core/output/cut/dxf';
import { imposed } from '#core/output/sheets/impose';
import { layOut } from '#core/output/sheets/layOut';
import { repeated } from '../../support/repeated';
import { decodePicture } from '#core/output/pictures';
import { writePieceFile } from '#core/output/pieceFile';
import { readPieceFile } from '#core/import/pieceFile';
import { plateDrawing, platesOf } from '#core/output/plates';
import { writePreview } from '#core/output/preview';
import { writeSvg } from '#core/output/svg';
import { STANDARD_INKS } from '#core/piece/inks';
import { makePicture } from '#core/piece/make';
import { pieceProblems } from '#core/piece/check/index';
import { parsePiece } from '#core/piece/read';
import type { Item, Picture, Piece } from '#core/piece/types';
import { circle, curve, faces, piece } from '../../support/pieces';
import { fields, fileOf, imageIdOf, pictureOf, pngOf, renderPixels } from '../../support/pictures';
import { pdfOf, separated } from '../../support/plates';

const PX = 80;
const bytes = fields(PX);
let pictures: Pictures;
beforeAll(async () => {
  pictures = new Map([[imageIdOf(bytes), (await decodePicture(fileOf(bytes, PX, PX), renderPixels))!]]);
});
const spot = {
  id: 'spot',
  name: 'Slate',
  kind: 'spot' as const,
  cmyk: [60, 30, 20, 40] as const,
  overprint: false,
  ...PLAIN_INK,
};
const of = (...items: Item[]): Piece => ({ ...piece(items), inks: [...STANDARD_INKS, spot] });
const drawn = async (changes: Partial<Picture> = {}, ...more: Item[]): Promise<Drawing> =>
  drawPiece(of(...more, pictureOf(bytes, PX, changes)), await faces(), pictures);
/** A sheet rendered at 10 pixels a mm, by the rasteriser that makes our PNGs. */
async function looked(svg: string): Promise<(xMm: number, yMm: number) => number[]> {
  const pixels = await renderPixels(svg.replace(/width="84mm" height="84mm"/, 'width="840" height="840"'));
  return (x, y) => [
    ...pixels.subarray(
      4 * (Math.round(y * 10) * 840 + Math.round(x * 10)),
      4 * (Math.round(y * 10) * 840 + Math.round(x * 10)) + 4,
    ),
  ];
}
const folder = mkdtempSync(join(tmpdir(), 'under-arc-pictures-'));

describe('a picture', () => {
  it('is decoded pixel by pixel, what is half clear included', () => {
    const { rgba } = pictures.get(imageIdOf(bytes))!;
    const at = (x: number, y: number) => [...rgba!.subarray(4 * (y * PX + x), 4 * (y * PX + x) + 4)];
    expect([at(0, 0), at(PX - 1, 0), at(0, PX - 1), at(PX - 1, PX - 1)]).toEqual([
      [255, 0, 0, 255],
      [255, 255, 255, 255],
      [0, 0, 0, 255],
      [0, 0, 255, 128],
    ]);
  });
  it('is null where its bytes are none', async () => {
    expect(await decodePicture(fileOf(Buffer.from('no picture'), 8, 8, 'jpeg'), renderPixels)).toBeNull();
  });
  it('begins at 300 pixels an inch, or as large as the sheet has room for', () => {
    const sheet = { widthMm: 84, heightMm: 84, bleedMm: 0 };
    const make = (widthPx: number, heightPx: number): Picture =>
      makePicture('p', 'P', { imageId: '0'.repeat(32), widthPx, heightPx }, sheet);
    expect(pictureDpi(make(300, 200))).toBeCloseTo(300, 0);
    expect(make(4000, 2000).widthMm).toBeCloseTo(84 * 0.6, 6);
    expect(make(1000, 4000).widthMm * 4).toBeCloseTo(84 * 0.6, 1);
  });
  it('stands where its frame says, turned about its middle', async () => {
    const [path] = (await drawn({ centre: { x: 30, y: 50 }, widthMm: 20, turnDeg: 90 })).paths;
    const frame = frameOfPicture(path!.trace);
    for (const [name, value] of Object.entries({ x: 40, y: 40, acrossX: 0, acrossY: 20, downX: -20, downY: 0 }))
      expect(frame[name as keyof typeof frame], name).toBeCloseTo(value, 9);
  });
  it('is part of a piece that names its curve and its ink, and of none that does not', () => {
    expect(pieceProblems(of(curve(circle(20)), pictureOf(bytes, PX, { within: 'ring', fill: 'spot' })))).toEqual([]);
    expect(pieceProblems(of(pictureOf(bytes, PX, { within: 'ring' })))).toMatchObject([{ code: 'unknown-curve' }]);
    expect(pieceProblems(of(pictureOf(bytes, PX, { fill: 'gone' })))).toMatchObject([{ code: 'unknown-ink' }]);
    // Version 5 knew neither pictures nor the resolution that they need.
    const now = of(curve(circle(20)));
    const older = parsePiece(JSON.stringify({ ...now, version: 5, process: { ...now.process, leastDpi: undefined } }));
    expect(older.ok && older.value.process.leastDpi).toBe(250);
  });
  it('stops every file while its image is not at hand', async () => {
    const drawing = drawPiece(of(pictureOf(bytes, PX)), await faces());
    expect(blocking(drawing)).toMatchObject([{ code: 'missing-picture', field: 'picture' }]);
    expect(writeSvg(drawing)).not.toContain('<image');
    expect(blocking(drawPiece(of(pictureOf(bytes, PX, { hidden: true })), await faces()))).toEqual([]);
  });
});

describe('a picture in SVG and PNG', () => {
  it('shows its pixels in its frame, upright and cut to its curve', async () => {
    const plain = await looked(writeSvg(await drawn()));
    expect([plain(30, 30), plain(54, 30).slice(0, 3), plain(30, 54), plain(20, 42)]).toEqual([
      [255, 0, 0, 255],
      [255, 255, 255],
      [0, 0, 0, 255],
      [0, 0, 0, 0],
    ]);
    expect(plain(54, 54)[3]).toBe(128);
    const cut = await looked(writeSvg(await drawn({ within: 'ring' }, curve(circle(15)))));
    expect(cut(38, 38)).toEqual([255, 0, 0, 255]);
    expect(cut(25, 25)).toEqual([0, 0, 0, 0]);
  });
  it('in one ink runs from the paper to the ink', async () => {
    const drawing = { ...(await drawn({ fill: 'spot' })), paper: '#fff8e0' };
    const at = await looked(writeSvg(drawing));
    const dark = drawing.inks.find((ink) => ink.id === 'spot')!.screen;
    at(30, 54)
      .slice(0, 3)
      .forEach((v, i) => expect(Math.abs(v - fromHex(dark)[i]!)).toBeLessThanOrEqual(1));
    at(54, 30)
      .slice(0, 3)
      .forEach((v, i) => expect(Math.abs(v - [255, 248, 224][i]!)).toBeLessThanOrEqual(1));
  });
  it('is left out of a DXF, and copied onto every place of a sheet within its bleed', async () => {
    expect(writeDxf(await drawn())).not.toContain('LWPOLYLINE');
    const drawing = await drawn({ centre: { x: 84, y: 42 } });
    const layout = layOut(drawing.sheet, { widthMm: 200, heightMm: 100, marginMm: 5, gutterMm: 4, nested: false });
    if (!layout.ok) throw new Error(layout.problem.message);
    const sheet = repeated(drawing, layout.value, {
      widthMm: 200,
      heightMm: 100,
      marginMm: 5,
      gutterMm: 4,
      nested: false,
    });
    const [a, b] = sheet.paths.map((path) => frameOfPicture(path.trace));
    expect(b!.x - a!.x).toBeCloseTo(layout.value.places[1]!.x - layout.value.places[0]!.x, 9);
    const pixels = await renderPixels(
      writeSvg(sheet).replace(/width="200mm" height="100mm"/, 'width="2000" height="1000"'),
    );
    const opaque = (xMm: number, yMm: number): number =>
      pixels[4 * (Math.round(yMm * 10) * 2000 + Math.round(xMm * 10)) + 3]!;
    const { x, y } = layout.value.places[0]!;
    expect([opaque(x + 83, y + 40), opaque(x + 85, y + 40)]).toEqual([255, 0]);
    const second = layout.value.places[1]!;
    expect([opaque(second.x + 83, second.y + 40), opaque(second.x + 85, second.y + 40)]).toEqual([255, 0]);
    // Its bytes stand in the file once.
    expect(writeSvg(sheet).match(/data:image/g)).toHaveLength(1);
    expect(
      imposed('none', [], layout.value, { widthMm: 200, heightMm: 100, marginMm: 5, gutterMm: 4, nested: false })
        .pictures.size,
    ).toBe(0);
  });
});

describe('a picture in a PDF', () => {
  it('lies on the process plates by its colours, clear where it is clear, cut to its curve', async () => {
    const file = join(folder, 'own.pdf');
    writeFileSync(file, await pdfOf(await drawn({ within: 'ring' }, { ...curve(circle(19)), fill: 'brass' })));
    expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain(
      'No syntax or stream encoding errors found',
    );
    expect(execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' })).toMatch(
      /image\s+80\s+80\s+cmyk\s+4\s+8[\s\S]*smask\s+80\s+80\s+gray/,
    );
    const plates = separated(file);
    const shares = (x: number, y: number) =>
      ['Cyan', 'Magenta', 'Yellow', 'Black'].map((name) => Math.round(plates.get(name)!.at(x, y) * 100));
    shares(34, 34).forEach((share, i) => expect(Math.abs(share - [0, 92, 93, 1][i]!)).toBeLessThanOrEqual(1));
    expect(shares(50, 34)).toEqual([0, 0, 0, 0]);
    shares(34, 50).forEach((share, i) => expect(Math.abs(share - [81, 70, 52, 97][i]!)).toBeLessThanOrEqual(4));
    // Beyond the curve there is nothing, and half of the blue lies over the brass.
    expect(shares(25, 25)).toEqual([0, 0, 0, 0]);
    const [, , yellow] = shares(50, 50);
    expect(yellow).toBeGreaterThan(15);
  });
  it('in a spot ink lies on its plate alone, and keeps its mix in a process ink', async () => {
    const file = join(folder, 'spot.pdf');
    writeFileSync(file, await pdfOf(await drawn({ fill: 'spot' })));
    const plates = separated(file);
    const share = (name: string, x: number, y: number): number => Math.round(plates.get(name)!.at(x, y) * 100);
    expect([share('Slate', 30, 54), share('Slate', 54, 30), share('Slate', 30, 30)]).toEqual([100, 0, 79]);
    expect(['Cyan', 'Magenta', 'Yellow', 'Black'].map((name) => share(name, 30, 54))).toEqual([0, 0, 0, 0]);
    const mixed = join(folder, 'mixed.pdf');
    writeFileSync(mixed, await pdfOf(await drawn({ fill: 'black' })));
    const black = separated(mixed);
    expect(Math.round(black.get('Black')!.at(30, 54) * 100)).toBe(100);
    expect(black.get('Cyan')!.at(30, 54)).toBe(0);
  });
  it('takes no more ink than the process holds, stands once in the file, and makes the same bytes', async () => {
    const drawing = drawPiece(
      {
        ...of(pictureOf(bytes, PX), pictureOf(bytes, PX, { id: 'again', centre: { x: 20, y: 20 } })),
        process: { ...piece([]).process, mostInk: 200 },
      },
      await faces(),
      pictures,
    );
    const file = join(folder, 'twice.pdf');
    writeFileSync(file, await pdfOf(drawing));
    expect(execFileSync('pdfimages', ['-list', file], { encoding: 'utf8' }).match(/ cmyk /g)).toHaveLength(2);
    expect(
      execFileSync('qpdf', ['--qdf', '--object-streams=disable', file, '-'], {
        encoding: 'latin1',
        maxBuffer: 1e8,
      }).match(/\/Subtype \/Image/g),
    ).toHaveLength(2);
    const plates = separated(file);
    expect(
      ['Cyan', 'Magenta', 'Yellow', 'Black'].reduce((sum, name) => sum + plates.get(name)!.at(30, 54) * 100, 0),
    ).toBeLessThanOrEqual(201);
    expect(Buffer.from(await pdfOf(drawing)).equals(Buffer.from(await pdfOf(drawing)))).toBe(true);
  });
});

describe('plates of a picture', () => {
  it('are all four of its colours, or its ink alone, and show what lies on each', async () => {
    const own = await drawn();
    expect(platesOf(own).map((plate) => plate.name)).toEqual(['Cyan', 'Magenta', 'Yellow', 'Black']);
    expect(platesOf(await drawn({ fill: 'spot' })).map((plate) => plate.name)).toEqual(['Slate']);
    const magenta = await looked(writeSvg(plateDrawing(own, platesOf(own)[1]!)));
    expect(magenta(30, 30)[0]).toBeLessThan(30);
    expect(magenta(54, 30)[0]).toBe(255);
    // On the plate of another ink it is knocked out.
    const other = plateDrawing(await drawn({}, { ...curve(circle(30)), fill: 'spot' }), {
      name: 'Slate',
      of: { spot: 'spot' },
      screen: '#000000',
    });
    const at = await looked(writeSvg(other));
    expect([at(30, 30)[0], at(42, 15)[0]]).toEqual([255, 0]);
  });
  it('look in the preview of a print as they will in print', async () => {
    const svg = writePreview(await drawn(), {
      plate: null,
      marks: false,
      lines: false,
      printed: true,
      transparent: false,
      crop: [],
    });
    const [, data] = /href="data:image\/png;base64,([^"]+)"/.exec(svg)!;
    const { data: seen } = PNG.sync.read(Buffer.from(data!, 'base64'));
    // Red as the profile can print it: (227, 6, 19) or so.
    expect(seen[0]).toBeGreaterThan(215);
    expect(seen[2]).toBeGreaterThan(8);
    expect([...seen.subarray(4 * 60, 4 * 60 + 3)]).toEqual([255, 255, 255]);
  });
});

it('a piece file carries its images, and gives them back', () => {
  const photo = pngOf(3, 2, () => [1, 2, 3, 255]);
  const p = of(pictureOf(photo, 3));
  const read = readPieceFile(writePieceFile(p, [], [{ id: imageIdOf(photo), format: 'png', bytes: photo }]));
  if (!read.ok) throw new Error(read.problem.message);
  expect(read.value.piece).toEqual(p);
  expect(Buffer.from(read.value.images.get(imageIdOf(photo))!.bytes).equals(photo)).toBe(true);
});
