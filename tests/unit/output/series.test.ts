import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync, zipSync } from 'fflate';
import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { drawPiece } from '#core/drawing/drawPiece';
import { frameOfPicture } from '#core/drawing/pictures';
import { settingOf, type Faces } from '#core/setting/settingOf';
import { areaOf, regionOf } from '#core/geometry/outlines/edges';
import { imposed } from '#core/output/sheets/impose';
import type { Imposition } from '#core/output/sheets/imposition';
import { layOut } from '#core/output/sheets/layOut';
import { repeated } from '../../support/repeated';
import { copyMarks } from '#core/output/sheets/sheetMarks';
import { writeLiveSvg } from '#core/output/liveSvg';
import { writePieceFile } from '#core/output/pieceFile';
import { isZip, readPieceFile } from '#core/import/pieceFile';
import { PLAIN_INK } from '#core/piece/inks';
import { guessMapping, pieceOfRow } from '#core/output/series';
import { decodeTable, readTable, SERIES_LIMITS, type SeriesTable } from '#core/import/table';
import { drawRow, fileNamed, type SeriesRun } from '#core/output/seriesRow';
import { checkSeries, makeSeries, type SeriesOptions } from '#core/output/seriesRun';
import { isLettering, type Curve, type Lettering, type Picture, type Piece } from '#core/piece/types';
import { roomLeft } from '#core/setting/space/fill';
import { roomsOn } from '#core/setting/space/rooms';
import { fields, fileOf, pictureOf, pngOf } from '../../support/pictures';
import { separated } from '../../support/plates';
import { circle, curve, faces, HOME, lettering, piece, seat, spacing, track } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const profile = readFileSync(`${HOME}/profiles/coated.icc.zlib`);
const folder = mkdtempSync(join(tmpdir(), 'under-arc-series-'));
const paper = (changes: Partial<Imposition> = {}): Imposition => ({
  widthMm: 320,
  heightMm: 450,
  marginMm: 10,
  gutterMm: 4,
  nested: false,
  ...changes,
});
const sheet = (widthMm: number, heightMm: number, bleedMm = 0) => ({ widthMm, heightMm, bleedMm });
const must = <T>(made: { ok: true; value: T } | { ok: false; problem: { message: string } }): T => {
  if (!made.ok) throw new Error(made.problem.message);
  return made.value;
};
const table = (text: string): SeriesTable => must(readTable(text));

describe('copies on a sheet', () => {
  it('are as many as fit, in the middle, with what is left over', () => {
    const { places, columns, rows, waste } = must(layOut(sheet(84, 84), paper()));
    expect([columns, rows, places.length]).toEqual([3, 4, 12]);
    expect(places[0]!.x).toBeCloseTo((320 - 3 * 84 - 2 * 4) / 2, 9);
    expect(waste).toBeCloseTo(1 - (12 * 84 * 84) / (320 * 450), 9);
    for (const [i, a] of places.entries())
      for (const b of places.slice(i + 1))
        expect(Math.max(Math.abs(a.x - b.x), Math.abs(a.y - b.y))).toBeGreaterThanOrEqual(88 - 1e-9);
  });
  it('save paper where discs are nested, and never overlap', () => {
    const straight = must(layOut(sheet(30, 30), paper())),
      nested = must(layOut(sheet(30, 30), paper({ nested: true })));
    expect(nested.places.length).toBeGreaterThan(straight.places.length);
    for (const [i, a] of nested.places.entries())
      for (const b of nested.places.slice(i + 1))
        expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThanOrEqual(34 - 1e-6);
    for (const { x, y } of nested.places) {
      expect(x).toBeGreaterThanOrEqual(10 - 1e-9);
      expect(x + 30).toBeLessThanOrEqual(310 + 1e-9);
      expect(y + 30).toBeLessThanOrEqual(440 + 1e-9);
    }
  });
  it('say why there are none', () => {
    expect(layOut(sheet(400, 84), paper())).toMatchObject({ ok: false, problem: { code: 'no-room' } });
    expect(layOut(sheet(84, 84, 3), paper())).toMatchObject({
      ok: false,
      problem: { code: 'gutter-too-small', limit: 6 },
    });
    expect(layOut(sheet(84, 50), paper({ nested: true }))).toMatchObject({ ok: false, problem: { code: 'not-round' } });
  });
  it('keep what reaches beyond the bleed out of their neighbours', () => {
    const p = { ...piece([{ ...curve(circle(60)), fill: 'enamel' }]), sheet: sheet(84, 84, 2) };
    const layout = must(layOut(p.sheet, paper()));
    const drawing = repeated(drawPiece(p, all), layout, paper());
    expect(drawing.paths).toHaveLength(12);
    const path = drawing.paths[0]!;
    // The disc of 60 mm reaches over all four sides of 84 and 2 mm of bleed, but not into the corners.
    const areas = areaOf(regionOf(path.trace));
    expect(areas).toBeLessThan(88 * 88);
    expect(areas).toBeGreaterThan(88 * 88 - 100);
    for (const [x0, y0, x1, y1] of copyMarks([p.sheet], layout)) {
      for (const { x, y } of layout.places)
        for (const [px, py] of [
          [x0, y0],
          [x1, y1],
        ] as const)
          expect(px > x - 1.9 && px < x + 85.9 && py > y - 1.9 && py < y + 85.9).toBe(false);
    }
    expect(imposed('one', [drawPiece(p, all)], layout, paper()).paths).toHaveLength(1);
  });
});

describe('a table of names', () => {
  it('is read from commas, semicolons and tabs, with quotes and line ends of any kind', () => {
    for (const text of [
      'Name,Post\r\n"Fenwick, Ada",Signals\r\n',
      'Name;Post\n"Fenwick, Ada";Signals',
      'Name\tPost\rFenwick, Ada\tSignals\r',
      '\uFEFFName,Post\n"Fenwick, Ada",Signals\n\n',
    ]) {
      expect(readTable(text)).toMatchObject({
        ok: true,
        value: { columns: ['Name', 'Post'], rows: [['Fenwick, Ada', 'Signals']], notes: [] },
      });
    }
    expect(table('Name\n"A ""quoted"" name"\n').rows).toEqual([['A "quoted" name']]);
  });
  it('tells of formulas, ragged rows and doubled names', () => {
    const read = table('Name,Name,\n=SUM(A1),+4,x\n@ada\n');
    expect(read.columns).toEqual(['Name', 'Name again', 'Column 3']);
    expect(read.rows).toEqual([
      ['=SUM(A1)', '+4', 'x'],
      ['@ada', '', ''],
    ]);
    expect(read.notes).toHaveLength(2);
    expect(read.notes[0]).toContain('3 cells look like a formula');
  });
  it('is refused with the row that is wrong', () => {
    expect(readTable('Name\nAda\n"Tom\n')).toMatchObject({ ok: false, problem: { code: 'wrong-quotes' } });
    expect(readTable('Name\n')).toMatchObject({ ok: false, problem: { code: 'empty-table' } });
    expect(readTable('')).toMatchObject({ ok: false, problem: { code: 'empty-table' } });
    const from = performance.now();
    expect(readTable(`Name\n${'Ada\n'.repeat(100_000)}`)).toMatchObject({
      ok: false,
      problem: { code: 'too-many-rows', limit: SERIES_LIMITS.rows },
    });
    expect(performance.now() - from).toBeLessThan(2000);
    expect(readTable(`${'a,'.repeat(60)}\n1`)).toMatchObject({ ok: false, problem: { code: 'too-many-columns' } });
  });
  it('is decoded whatever it was saved as, and says so where it had to guess', () => {
    const utf16 = Uint8Array.from([
      0xff,
      0xfe,
      ...[...'Zoë'].flatMap((sign) => [sign.charCodeAt(0) & 255, sign.charCodeAt(0) >> 8]),
    ]);
    expect(decodeTable(utf16)).toMatchObject({ ok: true, value: { text: 'Zoë', note: null } });
    expect(decodeTable(new TextEncoder().encode('Zoë'))).toMatchObject({
      ok: true,
      value: { text: 'Zoë', note: null },
    });
    expect(decodeTable(Uint8Array.from([0x5a, 0x6f, 0xeb]))).toMatchObject({
      ok: true,
      value: { text: 'Zoë', note: expect.stringContaining('Windows') },
    });
    expect(decodeTable(new Uint8Array(SERIES_LIMITS.bytes + 1))).toMatchObject({
      ok: false,
      problem: { code: 'too-large' },
    });
  });
});

const badge = (): Piece => ({
  ...piece([
    { ...curve(circle(20, 21, 21)), fill: 'enamel' },
    lettering('NAME', {
      id: 'name',
      curveId: 'ring',
      seat: seat('outward', 'inside', 0),
      size: { by: 'cap', mm: 3 },
      fill: 'brass',
      spacing: spacing({ evenOut: 1 }),
      bookends: { startU: 0.6, endU: 0.4 },
      adjustments: [{ at: 3, kern: 40, alongMm: 0, offMm: 0, turnDeg: 0 }],
    }),
    lettering('POST', {
      id: 'post',
      curveId: 'ring',
      seat: seat('inward', 'inside', 0),
      anchor: { at: { kind: 'clock', deg: 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
      size: { by: 'cap', mm: 2.5 },
      fill: 'brass',
      bookends: { startU: 0.65, endU: 0.35 },
    }),
  ]),
  name: 'Volunteer badge',
  sheet: sheet(42, 42),
});
const options = (as: SeriesOptions['as']): SeriesOptions => ({
  as,
  imposition: paper(),
  marks: true,
  trapMm: 0,
  pdf: { profile },
});
const quiet = (): void => {};

describe('a series', () => {
  const names = table(
    'Post,Name\nSignals,Ada Fenwick\nTickets,Tom Reed\nLamps,Una 漢 Marsh\nBoiler shop,Ottoline Featherstonehaugh Cholmondeley of the Farther Mere\n,Nobody\n',
  );
  const run = () => ({ piece: badge(), table: names, mapping: guessMapping(badge(), names), faces: all });

  it('gives columns to letterings by their words, and their own adjustments to letters that stay', () => {
    expect(run().mapping).toEqual({ name: 1, post: 0 });
    const own = pieceOfRow(badge(), run().mapping, ['X', 'NAMED'], all);
    expect(own.items[1] as Lettering).toMatchObject({ wording: 'NAMED', adjustments: [{ at: 3, kern: 40 }] });
    expect(guessMapping(badge(), table('A,B\n1,2'))).toEqual({ name: 0, post: 1 });
  });
  it('fills the rooms that are kept filled, and keeps rooms equal that are, for every row', () => {
    const kept = {
      ...badge(),
      items: badge().items.map((item) =>
        item.type === 'curve' ? { ...item, equalRooms: true } : { ...item, spacing: spacing() },
      ),
    } as Piece;
    const free = (one: Piece) =>
      roomsOn(
        track(circle(20, 21, 21)),
        one.items.filter(isLettering).map((item) => must(settingOf(item, tracksOf(one), all))),
      ).map(({ from, to }) => to - from);
    const uneven = {
      ...kept,
      items: kept.items.map((item) =>
        item.id === 'post'
          ? { ...item, anchor: { ...(item as Lettering).anchor, at: { kind: 'clock', deg: 150 } } }
          : item,
      ),
    } as Piece;
    expect(Math.abs(free(uneven)[0]! - free(uneven)[1]!)).toBeGreaterThan(5);
    for (const row of [
      ['Signals', 'Ada'],
      ['Boiler shop', 'Ada Fenwick'],
    ]) {
      const [a, b] = free(pieceOfRow(uneven, run().mapping, row, all));
      expect(a).toBeCloseTo(b!, 4);
    }
    const fit: Lettering['fit'] = { kept: true, rules: [{ by: 'radius', least: 0.3, most: 4 }], baseRadiusMm: null };
    const filled = {
      ...badge(),
      items: badge().items.map((item) => (item.id === 'name' ? { ...item, spacing: spacing(), fit } : item)),
    } as Piece;
    const own = pieceOfRow(filled, run().mapping, ['X', 'Ada Fenwick'], all);
    const set = must(settingOf(own.items[1] as Lettering, tracksOf(own), all));
    expect(Math.abs(roomLeft(set))).toBeLessThan(0.001);
    expect((own.items[0] as Curve).shape).not.toEqual((filled.items[0] as Curve).shape);
  });
  it('lists what is wrong, row by row', async () => {
    const problems = await checkSeries(run(), quiet);
    expect(problems.map((one) => [one.row, one.problem.code])).toEqual([
      [4, 'missing-character'],
      [5, 'overset'],
      [6, 'no-words'],
    ]);
    expect(problems[0]!.problem.message).toContain('漢');
    expect(problems[1]!.problem.message).toMatch(/[\d.]+ mm longer than its room/);
  });
  it('comes on sheets, without the rows that have problems', async () => {
    const made = must(await makeSeries(run(), options('sheets'), quiet));
    expect([made.made, made.pages]).toEqual([2, 1]);
    const file = join(folder, 'sheets.pdf');
    writeFileSync(file, made.bytes);
    expect(execFileSync('qpdf', ['--check', file], { encoding: 'utf8' })).toContain(
      'No syntax or stream encoding errors found',
    );
    expect(
      Buffer.from(must(await makeSeries(run(), options('sheets'), quiet)).bytes).equals(Buffer.from(made.bytes)),
    ).toBe(true);
    const many = {
      ...run(),
      table: table(`Post,Name\n${Array.from({ length: 70 }, (_, i) => `Signals,Ada ${i}`).join('\n')}`),
    };
    const places = must(layOut(badge().sheet, paper())).places.length;
    const pages = must(await makeSeries(many, options('sheets'), quiet));
    expect([pages.made, pages.pages]).toEqual([70, Math.ceil(70 / places)]);
    writeFileSync(file, pages.bytes);
    expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toMatch(new RegExp(`Pages:\\s+${pages.pages}`));
  });
  it('has cut lines round what is made, and none where a place is left over', async () => {
    const asked = options('sheets'),
      imposition = { ...asked.imposition, cutLines: true };
    const made = must(await makeSeries(run(), { ...asked, imposition }, quiet));
    expect(made.made).toBe(2);
    const file = join(folder, 'cut.pdf');
    writeFileSync(file, made.bytes);
    const lines = separated(file, 300).get('Cut')!,
      { places } = must(layOut(badge().sheet, imposition));
    const inked = ({ x, y }: (typeof places)[number]): boolean =>
      Array.from({ length: 9 }, (_, i) => lines.at(x + (i - 4) * 0.04, y + 21)).some((share) => share > 0.3);
    expect(places.map(inked)).toEqual(places.map((_, n) => n < 2));
  });
  it('is trapped where that is asked for, on sheets and as files, and says so', async () => {
    const two = {
      ...badge(),
      inks: [
        {
          ...PLAIN_INK,
          id: 'ground',
          name: 'Moss',
          kind: 'spot' as const,
          cmyk: [60, 10, 80, 20] as const,
          overprint: false,
        },
        {
          ...PLAIN_INK,
          id: 'face',
          name: 'Straw',
          kind: 'spot' as const,
          cmyk: [0, 5, 60, 0] as const,
          overprint: false,
        },
      ],
      items: badge().items.map((item) =>
        item.type === 'curve'
          ? { ...item, fill: 'ground' }
          : item.type === 'lettering'
            ? { ...item, fill: 'face' }
            : item,
      ),
    };
    const straw = async (as: SeriesOptions['as'], trapMm: number): Promise<number> => {
      const made = must(await makeSeries({ ...run(), piece: two }, { ...options(as), trapMm }, quiet));
      const bytes = as === 'sheets' ? made.bytes : Object.values(unzipSync(made.bytes))[0]!;
      const file = join(folder, 'trapped.pdf');
      writeFileSync(file, bytes);
      expect(execFileSync('qpdf', ['--qdf', '--object-streams=disable', file, '-'], { encoding: 'latin1' })).toContain(
        trapMm > 0 ? '/Trapped /True' : '/Trapped /False',
      );
      const { at, width, height } = separated(file, 300).get('Straw')!;
      let inked = 0;
      for (let x = 0; x < width; x++) for (let y = 0; y < height; y++) inked += at((x * 25.4) / 300, (y * 25.4) / 300);
      return inked;
    };
    for (const as of ['sheets', 'files'] as const) {
      const [without, thin, wide] = [await straw(as, 0), await straw(as, 0.05), await straw(as, 0.1)];
      // The margin of the letters grows as the width does.
      expect(thin).toBeGreaterThan(without);
      expect((wide - without) / (thin - without)).toBeGreaterThan(1.8);
      expect((wide - without) / (thin - without)).toBeLessThan(2.2);
    }
  });
  it('comes as a file each, with a list of what was left out', async () => {
    const made = must(await makeSeries(run(), options('files'), quiet));
    const files = unzipSync(made.bytes);
    expect(Object.keys(files)).toEqual(['0001-Ada-Fenwick-Signals.pdf', '0002-Tom-Reed-Tickets.pdf', 'problems.txt']);
    expect(Buffer.from(files['problems.txt']!).toString()).toContain('Row 4, left out: ');
    expect(Buffer.from(files['0001-Ada-Fenwick-Signals.pdf']!).subarray(0, 5).toString()).toBe('%PDF-');
  });
  it('comes as one file with a page each, as often as its column says', async () => {
    const some = {
      ...run(),
      table: table('Post,Name,Copies\nSignals,Ada,2\nLamps,Una,0\nTickets,Tom,\n'),
      quantityColumn: 2,
    };
    const made = must(await makeSeries(some, options('pages'), quiet));
    expect(made).toMatchObject({ made: 3, pages: 3 });
    const file = join(folder, 'pages.pdf');
    writeFileSync(file, made.bytes);
    const said = execFileSync('pdfinfo', ['-box', file], { encoding: 'utf8' });
    expect(said).toMatch(/Pages:\s+3/);
    // The badge is 42 mm wide; about it are its bleed and marks.
    const [, x0, x1] = /TrimBox:\s+(\S+)\s+\S+\s+(\S+)/.exec(said)!;
    expect(((Number(x1) - Number(x0)) * 25.4) / 72).toBeCloseTo(42, 1);
    expect(Number(x0)).toBeGreaterThan(10);
  });
  it('names the printing condition in PDF/X-1a files, which carry no profile', async () => {
    const sizes = [];
    for (const named of [false, true]) {
      const pdf = named ? ({ profile: null, standard: 'x1a' } as const) : { profile };
      const made = must(await makeSeries(run(), { ...options('files'), pdf }, quiet));
      const [first] = Object.values(unzipSync(made.bytes));
      sizes.push(first!.length);
      const file = join(folder, 'named.pdf');
      writeFileSync(file, first!);
      const text = execFileSync('qpdf', ['--qdf', '--object-streams=disable', file, '-'], { encoding: 'latin1' });
      expect(text.includes('/DestOutputProfile')).toBe(!named);
      expect(text.includes('/OutputConditionIdentifier (FOGRA39)')).toBe(named);
      expect(text.includes('/RegistryName (http://www.color.org)')).toBe(named);
    }
    expect(sizes[1]! * 5).toBeLessThan(sizes[0]!);
  });
  describe('with a column of pictures', () => {
    const [wide, tall] = [
      [60, 20],
      [20, 60],
    ].map(([w, h]) => pngOf(w!, h!, (x) => [x * 4, 0, 0, 255])) as [Buffer, Buffer];
    const images = [
      { name: 'Ada.png', file: fileOf(wide, 60, 20) },
      { name: 'tom.PNG', file: fileOf(tall, 20, 60) },
    ];
    const withPortrait = (changes: Partial<Picture> = {}): SeriesRun => {
      const picture = { ...pictureOf(fields(40), 40, { widthMm: 12, ...changes }), id: 'portrait', name: 'Portrait' };
      const own = { ...badge(), items: [...badge().items, picture] };
      const rows = table(
        'Post,Name,portrait\nSignals,Ada,photos/ada.png\nTickets,Tom,TOM\nLamps,Una,una.png\nPoints,Kit,\n',
      );
      return {
        piece: own,
        table: rows,
        mapping: guessMapping(own, rows),
        faces: all,
        findImage: async (name) => {
          await Promise.resolve();
          const found = fileNamed(images, name);
          return found
            ? {
                imageId: (images.indexOf(found) + 1).toString(16).padStart(32, '0'),
                file: { ...found.file, rgba: null },
              }
            : `“${name}” is missing.`;
        },
      };
    };
    /** Width and height on the sheet of the picture of a row, mm. */
    async function shown(some: SeriesRun, row: number): Promise<readonly number[]> {
      const { drawing, problems } = await drawRow(some, row);
      expect(problems).toEqual([]);
      const path = drawing.paths.find((one) => one.picture)!;
      const { acrossX, downY } = frameOfPicture(path.trace);
      expect(drawing.pictures.get(path.picture!.imageId)!.bytes).toBe([wide, tall][row]);
      return [acrossX, downY];
    }

    it('gives a picture the image that the row names, whole in the room of the one that it had', async () => {
      expect(withPortrait().mapping).toEqual({ name: 1, post: 0, portrait: 2 });
      expect(guessMapping(withPortrait().piece, table('Photo,A,B\nx,1,2'))).toEqual({ name: 1, post: 2, portrait: 0 });
      const [a, b] = [await shown(withPortrait(), 0), await shown(withPortrait(), 1)];
      expect([a[0], a[1], b[0], b[1]].map((mm) => Number(mm!.toFixed(6)))).toEqual([12, 4, 4, 12]);
    });
    it('fills the room where the picture is cut to a curve', async () => {
      const closed = badge().items.find((item) => item.type === 'curve' && item.shape.kind === 'circle')!;
      const [a, b] = [
        await shown(withPortrait({ within: closed.id }), 0),
        await shown(withPortrait({ within: closed.id }), 1),
      ];
      expect([a[0], a[1], b[0], b[1]].map((mm) => Number(mm!.toFixed(6)))).toEqual([36, 12, 12, 36]);
    });
    it('leaves out rows whose picture is missing or not named, and says so', async () => {
      const found = await checkSeries(withPortrait(), quiet);
      expect(found.map(({ row, stops, problem }) => [row, stops, problem.code])).toEqual([
        [4, true, 'no-image'],
        [5, true, 'no-words'],
      ]);
      expect(found[0]!.problem.message).toBe('“una.png” is missing.');
      expect(found[1]!.problem.message).toBe('The column “portrait” is empty here.');
    });
  });
  it('prints rows whose words leave some of their room, and tells of them', async () => {
    const filled = {
      ...badge(),
      items: badge().items.map((item) =>
        item.id === 'name'
          ? {
              ...(item as Lettering),
              fit: { kept: true, baseRadiusMm: null, rules: [{ by: 'tracking' as const, least: 0, most: 20 }] },
            }
          : item,
      ),
    };
    const made = must(
      await makeSeries(
        { piece: filled, table: table('NAME\nAda\n'), mapping: { name: 0 }, faces: all },
        options('sheets'),
        quiet,
      ),
    );
    expect(made).toMatchObject({ made: 1, problems: [{ row: 2, stops: false, problem: { code: 'fit-not-met' } }] });
  });
  it('leaves nothing behind when it is cancelled, or when no row can be made', async () => {
    await expect(
      makeSeries(run(), options('sheets'), () => {
        throw new Error('cancel');
      }),
    ).rejects.toThrow('cancel');
    const none = { ...run(), table: table('Post,Name\n,Nobody\n') };
    expect(await makeSeries(none, options('files'), quiet)).toMatchObject({
      ok: false,
      problem: { code: 'nothing-made' },
    });
    expect(await makeSeries(none, options('sheets'), quiet)).toMatchObject({
      ok: false,
      problem: { code: 'nothing-made' },
    });
  });
});

describe('a piece file with typefaces', () => {
  it('comes back as it was', () => {
    const own = badge(),
      face = readFileSync(`${HOME}/fonts/files/limelight.ttf`);
    const bytes = writePieceFile(own, [{ id: 'limelight', name: 'Limelight', bytes: face, licence: 'OFL' }]);
    expect(isZip(bytes)).toBe(true);
    expect(
      Buffer.from(writePieceFile(own, [{ id: 'limelight', name: 'Limelight', bytes: face, licence: 'OFL' }])).equals(
        Buffer.from(bytes),
      ),
    ).toBe(true);
    const read = must(readPieceFile(bytes));
    expect(read.piece).toEqual(own);
    expect(Buffer.from(read.faces.get('limelight')!).equals(face)).toBe(true);
    expect(must(readPieceFile(Buffer.from(JSON.stringify(own)))).piece).toEqual(own);
  });
  it('is refused when it is none, damaged, or a bomb', () => {
    expect(readPieceFile(zipSync({ 'other.txt': new Uint8Array(3) }))).toMatchObject({
      ok: false,
      problem: { code: 'not-a-piece' },
    });
    expect(readPieceFile(Uint8Array.from([0x50, 0x4b, 3, 4, 9, 9, 9]))).toMatchObject({ ok: false });
    expect(readPieceFile(Buffer.from('hello'))).toMatchObject({ ok: false, problem: { code: 'not-a-piece' } });
    const bomb = zipSync({ 'piece.json': new Uint8Array(130 * 1024 * 1024) }, { level: 1 });
    expect(bomb.length).toBeLessThan(2 * 1024 * 1024);
    expect(readPieceFile(bomb)).toMatchObject({ ok: false, problem: { code: 'too-large' } });
  });
});

describe('an SVG with live text', () => {
  it('keeps words as words on a path, and says what it cannot carry', () => {
    const p = piece([
      curve(circle(30)),
      lettering('TIDE & SEA', { halo: { ink: 'brass', marginMm: 0.5 } }),
      lettering('UPRIGHT', { id: 'b', curveId: 'ring', stance: { kind: 'upright', strength: 1, centre: null } }),
    ]);
    const { text, notes, faceNote } = writeLiveSvg(p, drawPiece(p, all), all);
    expect(text).toMatch(/<textPath href="#words-line-1"><tspan x="[^"]+">TIDE &amp; SEA<\/tspan><\/textPath>/);
    expect(text.match(/<text /g)).toHaveLength(2);
    expect(text).toMatch(/font-family="Limelight, serif" font-weight="400" font-size="[\d.]+"/);
    expect(notes.join(' ')).toMatch(/halo, shade and underline are outlines/);
    expect(faceNote).toEqual(['Whoever opens it needs the typefaces: Limelight.']);
    expect(text).toContain(faceNote[0]!);
    expect(notes.join(' ')).not.toMatch(/upright/);
    // What the standard cannot say is said.
    const wide = piece([curve(circle(30)), lettering('WIDE', { width: 1.3 })]);
    expect(writeLiveSvg(wide, drawPiece(wide, all), all).notes.join(' ')).toMatch(/each letter is a text of its own/);
    const [, x, y] = /id="words-line-1" d="M([\d.]+) ([\d.]+)/.exec(text)!;
    expect(Math.hypot(Number(x) - 42, Number(y) - 42)).toBeCloseTo(30, 3);
  });
});
