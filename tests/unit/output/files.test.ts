import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { STANDARD_OPTIONS, type FileTools } from '#core/output/formats/index';
import { prepareFile, writeFile } from '#core/output/makeFile';
import { writeSvg } from '#core/output/svg';
import { TextBuffer } from '#core/output/textBuffer';
import { parsePiece } from '#core/piece/read';
import { circle, curve, faces, HOME, lettering, piece, seat } from '../../support/pieces';
import { between, seeded } from '../../support/random';

async function demo(name: string): Promise<Drawing> {
  const read = parsePiece(readFileSync(`${HOME}/demo/${name}.json`, 'utf8'));
  if (!read.ok) throw new Error(read.problem.message);
  return drawPiece(read.value, await faces());
}

describe('numbers in files', () => {
  it('are those of toFixed, without trailing zeros', () => {
    const buffer = new TextBuffer();
    const random = seeded(2);
    const values = [
      0, -0, 1, -1, 0.5, 0.00004, -0.00004, 0.00005, 99.99999, 1e-9, 123456.789, -214748.3647, 214748.3648, 1e9, 1e13,
    ];
    for (let n = 0; n < 3000; n++) values.push(between(random, -1, 1) * 10 ** between(random, -5, 5));
    for (const value of values)
      for (const decimals of [0, 2, 3, 4]) {
        buffer.clear();
        buffer.number(value, decimals);
        const written = Number(buffer.toString());
        expect(Math.abs(written - value)).toBeLessThanOrEqual(
          0.5 * 10 ** -decimals * (1 + 1e-9) + Math.abs(value) * 1e-15,
        );
        expect(buffer.toString()).toMatch(/^-?\d+(\.\d*[1-9])?$/);
      }
  });
  it('outgrow any buffer', () => {
    const buffer = new TextBuffer();
    for (let n = 0; n < 30000; n++) {
      buffer.number(n, 0);
      buffer.byte(32);
    }
    const list = buffer.toString().trim().split(' ');
    expect(list).toHaveLength(30000);
    expect(list[29999]).toBe('29999');
  });
});

describe('SVG', () => {
  it('has the sheet in mm, one path an inked item, no text and no references', async () => {
    const svg = writeSvg(await demo('1-roundel'));
    expect(svg).toContain('width="84mm" height="84mm" viewBox="0 0 84 84"');
    expect(svg.match(/<path /g)).toHaveLength(13);
    expect(svg).not.toMatch(/<text|font|href|<image|NaN|Infinity/);
  });
  it('escapes the name, and is the same for the same piece', async () => {
    const named = { ...piece([curve(circle(30)), lettering('A<&"')]), name: 'Otter & <mere> "quoted" \u0001' };
    const svg = writeSvg(drawPiece(named, await faces()));
    expect(svg).toContain('<title>Otter &amp; &lt;mere&gt; &quot;quoted&quot;  </title>');
    expect(writeSvg(drawPiece(structuredClone(named), await faces()))).toBe(svg);
  });
  it('tells its words to those who cannot see them, and names each outline by its item', async () => {
    const one = piece([
      curve(circle(30)),
      lettering('LIGHT\n& RAILWAY', { curveId: 'ring' }),
      lettering('UNSEEN', { id: 'other', hidden: true }),
    ]);
    const prepared = prepareFile('svg', one, await faces(), STANDARD_OPTIONS);
    if (!prepared.ok) throw new Error(prepared.problem.message);
    const made = await writeFile('svg', prepared.value, STANDARD_OPTIONS, {} as FileTools);
    if (!made.ok) throw new Error(made.problem.message);
    const svg = new TextDecoder().decode(made.value);
    expect(svg).toMatch(/viewBox="[^"]*" role="img">\n<title>/);
    expect(svg).toContain('<desc>LIGHT &amp; RAILWAY</desc>');
    expect([...svg.matchAll(/<path id="([^"]*)"/g)].map(([, id]) => id)).toEqual(['words']);
  });
});

describe('a drawing', () => {
  it('reports what it cannot draw, and draws the rest', async () => {
    const drawing = drawPiece(
      piece([
        curve({ ...circle(2) }),
        lettering('TOO TIGHT', { seat: seat('inward', 'inside', 0) }),
        curve(circle(30), 'wide'),
        lettering('FINE', { id: 'fine', curveId: 'wide' }),
        lettering('LOST', { id: 'lost', curveId: 'wide', faceId: 'not-there' }),
      ]),
      await faces(),
    );
    expect(drawing.problems.map((one) => [one.code, one.field])).toEqual([
      ['too-tight', 'words'],
      ['unknown-face', 'lost'],
    ]);
    expect(drawing.paths.map((path) => path.id)).toEqual(['fine']);
  });
  it('draws the same objects again for what has not changed', async () => {
    const first = piece([curve(circle(30)), lettering('A'), lettering('B', { id: 'b' })]);
    const second = {
      ...first,
      items: [
        first.items[0]!,
        first.items[1]!,
        { ...first.items[2]!, wording: 'C' } as (typeof first.items)[2] & object,
      ],
    };
    const all = await faces();
    const [a, b] = [drawPiece(first, all), drawPiece(second, all)];
    expect(b.paths[0]).toBe(a.paths[0]);
    expect(b.paths[1]).not.toBe(a.paths[1]);
  });
});

describe('a sheet with nothing on it', () => {
  it.each([
    ['no item', []],
    ['a curve for words, and words that are hidden', [curve(circle(30)), lettering('TILL', { hidden: true })]],
    ['words without an ink', [curve(circle(30)), lettering('TILL', { fill: null })]],
  ])('is told of: %s', async (_, items) => {
    const file = prepareFile('pdf', piece(items), await faces(), STANDARD_OPTIONS);
    expect(file.ok && file.value.notes).toEqual([expect.stringContaining('Nothing is on this sheet')]);
  });
  it('is none with an ink on one of its items', async () => {
    const file = prepareFile('pdf', piece([curve(circle(30)), lettering('TILL')]), await faces(), STANDARD_OPTIONS);
    expect(file.ok && file.value.notes).toEqual([]);
  });
});
