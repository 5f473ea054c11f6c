import DxfParser from 'dxf-parser';
import { PNG } from 'pngjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { makeStroke } from '#core/piece/make';
import { drawPiece, type Drawing } from '#core/drawing/drawPiece';
import { writeDxf } from '#core/output/cut/dxf';
import { colourNumber } from '#core/output/cut/dxfR2000';
import { writePng } from '#core/output/raster/png';
import { rasterSize } from '#core/output/raster/size';
import { flattenedContours, COMMAND } from '#core/geometry/outlines/outline';
import { circle, curve, faces, lettering, piece } from '../../support/pieces';
import { renderPixels } from '../../support/pictures';

let drawing: Drawing;
beforeAll(async () => {
  drawing = drawPiece(
    piece([
      { ...curve(circle(30)), fill: 'enamel' },
      { ...curve(circle(20), 'inner ring'), stroke: makeStroke('rust', 0.5) },
      lettering('TIDE', { fill: 'brass' }),
    ]),
    await faces(),
  );
});

describe('DXF', () => {
  const read = (text: string) => new DxfParser().parseSync(text)!;
  const vertices = (text: string, layer: string) =>
    read(text)
      .entities.filter((one) => one.layer === layer)
      .map((one: any) => one.vertices as { x: number; y: number }[]);

  it('has every contour as a closed polyline in mm, a layer an item, y upwards', () => {
    const text = writeDxf(drawing);
    const { entities, header } = read(text);
    expect(header['$INSUNITS']).toBe(4);
    expect(header['$ACADVER']).toBe('AC1015');
    // True colours came after R2000, and so did the visual styles of views.
    expect(text).not.toMatch(/\n *(420|348)\n/);
    // From the inside out: the words lie within the rings.
    expect([...new Set(entities.map((one: any) => one.colorIndex))]).toEqual(
      ['brass', 'rust', 'enamel'].map((id) => colourNumber(drawing.inks.find((ink) => ink.id === id)!.screen)),
    );
    expect([...new Set(entities.map((one) => one.layer))]).toEqual(['words', 'inner_ring', 'ring']);
    expect(entities.every((one: any) => one.type === 'LWPOLYLINE' && one.shape)).toBe(true);
    // T, I and E have one contour each in this face, D two.
    const words = vertices(text, 'words').flat();
    // Words at the top of the sheet lie high up: y is counted from its lower edge.
    expect(Math.min(...words.map(({ y }) => y))).toBeGreaterThan(84 - 42 + 25);
  });
  it('keeps within its tolerance, and takes fewer points where more is allowed', () => {
    for (const tolerance of [0.002, 0.01, 0.2]) {
      const [ring] = vertices(writeDxf(drawing, tolerance), 'ring');
      const chords = ring!.map((a, i) => {
        const b = ring![(i + 1) % ring!.length]!;
        return Math.hypot((a.x + b.x) / 2 - 42, (a.y + b.y) / 2 - 42);
      });
      expect(30 - Math.min(...chords)).toBeLessThanOrEqual(tolerance);
      for (const { x, y } of ring!) expect(Math.hypot(x - 42, y - 42)).toBeCloseTo(30, 3);
    }
    expect(writeDxf(drawing, 0.2).length).toBeLessThan(writeDxf(drawing, 0.002).length / 2);
    expect(writeDxf(drawing)).toBe(writeDxf(drawing));
  });
  it('has a halo once, at its outer edge, and both edges of a wide stroke, with its corners', async () => {
    const box = {
      kind: 'rectangle',
      centre: { x: 42, y: 42 },
      widthMm: 40,
      heightMm: 20,
      cornerMm: 0,
      turnDeg: 0,
    } as const;
    const made = drawPiece(
      piece([
        { ...curve(circle(30)), stroke: makeStroke('rust', 6) },
        { ...curve(box, 'plate'), stroke: makeStroke('rust', 10) },
        lettering('I', { fill: 'brass', halo: { ink: 'rust', marginMm: 1 } }),
      ]),
      await faces(),
    );
    const text = writeDxf(made);
    const far = (at: { x: number; y: number }): number => Math.hypot(at.x - 42, at.y - 42);
    const rings = vertices(text, 'ring').map((points) => points.map(far));
    expect(rings.map((all) => [Math.min(...all), Math.max(...all)]).sort((a, b) => a[0]! - b[0]!)).toEqual([
      [expect.closeTo(27, 2), expect.closeTo(27, 2)],
      [expect.closeTo(33, 2), expect.closeTo(33, 2)],
    ]);
    // Mitred outside as on the sheet, to the corner itself.
    const corners = vertices(text, 'plate')
      .flat()
      .filter(({ x, y }) => x < 42 && y < 42);
    for (const [x, y] of [
      [17, 27],
      [27, 37],
    ] as const)
      expect(Math.min(...corners.map((at) => Math.hypot(at.x - x, at.y - y)))).toBeLessThan(0.002);
    const [letters, halo] = ['words', 'words_halo'].map((layer) =>
      vertices(text, layer)
        .flat()
        .map(({ x }) => x),
    );
    expect(Math.min(...letters!) - Math.min(...halo!)).toBeCloseTo(1, 2);
    expect(Math.max(...halo!) - Math.max(...letters!)).toBeCloseTo(1, 2);
  });
  it('knows the colours of the index', () => {
    expect(
      [
        '#ff0000',
        '#ffff00',
        '#00ff00',
        '#0000ff',
        '#000000',
        '#ffffff',
        '#ff7f7f',
        '#a50000',
        '#ff7f00',
        '#00264c',
      ].map(colourNumber),
    ).toEqual([1, 2, 3, 5, 7, 255, 11, 12, 30, 156]);
  });
  it('leaves open what is open', () => {
    const { move, line, close } = COMMAND;
    const contours = flattenedContours(
      {
        commands: Uint8Array.from([move, line, move, line, line, close, move, line]),
        coords: Float64Array.from([0, 0, 1, 0, 5, 5, 6, 5, 6, 6, 9, 9, 8, 8]),
      },
      0.1,
    );
    expect(contours.map(({ points, closed }) => [points.length / 2, closed])).toEqual([
      [2, false],
      [3, true],
      [2, false],
    ]);
  });
});

describe('PNG', () => {
  const make = async (dpi: number, transparent: boolean) => {
    const file = await writePng(drawing, { dpi, transparent }, renderPixels);
    if (!file.ok) throw new Error(file.problem.message);
    return file.value;
  };
  it('has the size of the sheet at its resolution, which is written in', async () => {
    const bytes = Buffer.from(await make(254, false));
    const { width, height, data } = PNG.sync.read(bytes);
    expect([width, height]).toEqual([840, 840]);
    // 254 pixels an inch are 10,000 a metre.
    const at = bytes.indexOf('pHYs');
    expect([bytes.readUInt32BE(at + 4), bytes.readUInt32BE(at + 8), bytes[at + 12]]).toEqual([10_000, 10_000, 1]);
    const colour = (x: number, y: number) => [...data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4)];
    expect([colour(2, 2), colour(420, 420)]).toEqual([
      [255, 255, 255, 255],
      [0x0d, 0x6b, 0x6b, 255],
    ]);
  });
  it('leaves the paper out when asked to', async () => {
    const { data } = PNG.sync.read(Buffer.from(await make(100, true)));
    expect(data[3]).toBe(0);
  });
  it('refuses what is no resolution, or more pixels than a machine can bear', () => {
    expect(rasterSize({ widthMm: 84, heightMm: 84, bleedMm: 0 }, 5)).toMatchObject({
      ok: false,
      problem: { code: 'wrong-dpi' },
    });
    expect(rasterSize({ widthMm: 84, heightMm: 84, bleedMm: 0 }, Number.NaN)).toMatchObject({ ok: false });
    const large = rasterSize({ widthMm: 2000, heightMm: 2000, bleedMm: 0 }, 1200);
    expect(large).toMatchObject({
      ok: false,
      problem: { code: 'too-many-pixels', message: expect.stringMatching(/Take 139 dpi or less/) },
    });
    expect(rasterSize({ widthMm: 2000, heightMm: 2000, bleedMm: 0 }, 139).ok).toBe(true);
  });
});
