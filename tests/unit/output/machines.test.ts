import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { initWasm, Resvg } from '@resvg/resvg-wasm';
import DxfParser from 'dxf-parser';
import { PNG } from 'pngjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece } from '#core/drawing/drawPiece';
import { seenByInk, seenDrawing } from '#core/drawing/seen';
import { areaOf } from '#core/geometry/outlines/edges';
import { writeCutSvg } from '#core/output/cut/cutSvg';
import { writeDxf } from '#core/output/cut/dxf';
import { writeSvg } from '#core/output/svg';
import { makeStroke } from '#core/piece/make';
import { formatByEnding } from '#core/output/formats/index';
import type { Face } from '#core/type/face';
import { circle, curve, faces, lettering, piece } from '../../support/pieces';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
  await initWasm(readFile(createRequire(import.meta.url).resolve('@resvg/resvg-wasm/index_bg.wasm')));
});
const badge = () =>
  drawPiece(
    piece([
      { ...curve(circle(38), 'ground'), fill: 'deep' },
      { ...curve(circle(24), 'disc'), fill: 'brass', stroke: { ...makeStroke('rust', 2), place: 'outside' as const } },
      { ...curve(circle(26)), fill: null },
      lettering('OTTER', { fill: 'brass', halo: { ink: 'enamel', marginMm: 0.6 }, size: { by: 'cap', mm: 7 } }),
    ]),
    all,
  );

/** How much of a picture has each colour, mm². */
function areasOf(svg: string, widthMm: number): Map<string, number> {
  const png = PNG.sync.read(Buffer.from(new Resvg(svg, { fitTo: { mode: 'width', value: 1680 } }).render().asPng()));
  const found = new Map<string, number>();
  const k = (widthMm / png.width) ** 2;
  for (let i = 0; i < png.data.length; i += 4) {
    if (png.data[i + 3]! < 255) continue;
    const hex = `#${[0, 1, 2].map((c) => png.data[i + c]!.toString(16).padStart(2, '0')).join('')}`;
    found.set(hex, (found.get(hex) ?? 0) + k);
  }
  return found;
}

describe('what is seen of each ink', () => {
  it('has the area that a picture shows', () => {
    const drawing = badge();
    const shown = areasOf(writeSvg(drawing), 84);
    const seen = seenByInk(drawing);
    expect(seen.map(({ ink }) => ink.id).sort()).toEqual(['brass', 'deep', 'enamel', 'rust']);
    // Edge pixels are of neither colour: their half belongs to each.
    for (const { ink, region } of seen) {
      const mm2 = Math.abs(areaOf(region));
      expect(Math.abs(mm2 - shown.get(ink.screen)!), ink.name).toBeLessThan(0.035 * mm2 + 8);
    }
  });
  it('lies over nothing else, and together covers all that was painted', () => {
    const drawing = badge();
    const seen = seenByInk(drawing);
    const sum = seen.reduce((total, { region }) => total + Math.abs(areaOf(region)), 0);
    expect(sum).toBeCloseTo(Math.PI * 38 * 38, 0);
    expect(seenDrawing(drawing).paths).toHaveLength(4);
  });
  it('leaves what is for machines whole', () => {
    const drawing = badge();
    const cut = { ...drawing.inks[0]!, id: 'cut', purpose: 'cut' as const };
    const [ground, ...rest] = drawing.paths;
    const die = { ...ground!, paint: { ...ground!.paint, fill: cut } };
    const seen = seenByInk({ ...drawing, inks: [...drawing.inks, cut], paths: [die, ground!, ...rest] });
    expect(Math.abs(areaOf(seen.find(({ ink }) => ink.id === 'cut')!.region))).toBeCloseTo(Math.PI * 38 * 38, 0);
  });
});

describe('files for machines', () => {
  const layersIn = (dxf: string): string[] => [
    ...new Set([...dxf.matchAll(/LWPOLYLINE[\s\S]*?\n\s*8\n([^\n]+)\n/g)].map(([, name]) => name!)),
  ];
  it('have layers by item, or by ink', () => {
    const drawing = badge();
    expect(layersIn(writeDxf(drawing))).toContain('ground');
    const options = { layers: 'ink' as const, weedingBox: true, marks: true };
    expect(layersIn(writeDxf(seenDrawing(drawing), 0.01, options)).sort()).toEqual([
      'Brass',
      'Deep_ink',
      'Enamel_teal',
      'Registration',
      'Rust',
      'Weeding_box',
    ]);
  });
  it('say how far they reach, from inside out', () => {
    const dxf = writeDxf(drawPiece(piece([{ ...curve(circle(30)), fill: 'deep' }]), all), 0.01);
    const corner = (name: string) =>
      new RegExp(`\\$${name}\\n\\s*10\\n([-\\d.]+)\\n\\s*20\\n([-\\d.]+)`).exec(dxf)!.slice(1, 3).map(Number);
    for (const [name, mm] of [
      ['EXTMIN', 12],
      ['EXTMAX', 72],
    ] as const)
      for (const value of corner(name)) expect(Math.abs(value - mm)).toBeLessThan(0.011);
    const plot = writeDxf(seenDrawing(badge()), 0.05, { layers: 'ink', weedingBox: false, marks: false });
    const areas = new DxfParser()
      .parseSync(plot)!
      .entities.filter(({ layer }) => layer === 'Brass')
      .map((one: any) => {
        const points = one.vertices as { x: number; y: number }[];
        return Math.abs(
          points.reduce((sum, { x, y }, i) => {
            const next = points[(i + 1) % points.length]!;
            return sum + x * next.y - y * next.x;
          }, 0),
        );
      });
    expect(areas.length).toBeGreaterThan(5);
    // Letters that are alike take the same area but for rounding.
    for (const [n, area] of areas.slice(1).entries()) expect(area).toBeGreaterThan(areas[n]! - 0.01);
  });
  it('cut nothing loose before what lies in it is cut: the plotter and the SVG alike', () => {
    // Painted from the back: the disc first, then a ring in it, words, and a dot on top, in two inks.
    const drawing = drawPiece(
      piece([
        { ...curve(circle(30), 'disc'), fill: 'deep' },
        { ...curve(circle(20), 'ring'), stroke: makeStroke('brass', 4) },
        lettering('OTTERMERE', { curveId: 'ring', fill: 'deep' }),
        { ...curve(circle(2), 'dot'), fill: 'brass' },
      ]),
      all,
    );
    const inside = (outer: readonly { x: number; y: number }[], { x, y }: { x: number; y: number }): boolean =>
      outer.reduce((odd, a, i) => {
        const b = outer[(i + 1) % outer.length]!;
        return a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x ? !odd : odd;
      }, false);
    const check = (lines: readonly (readonly { x: number; y: number }[])[]): void => {
      expect(lines.length).toBeGreaterThan(10);
      for (const [n, outer] of lines.entries())
        for (const later of lines.slice(n + 1)) expect(later.every((at) => inside(outer, at))).toBe(false);
    };
    const dxf = new DxfParser().parseSync(writeDxf(drawing, 0.02, { layers: 'ink', weedingBox: false, marks: false }))!;
    check(dxf.entities.map((one: any) => one.vertices as { x: number; y: number }[]));
    const svg = writeCutSvg(drawing);
    check(
      [...svg.matchAll(/<path d="([^"]+)"/g)].map(([, d]) =>
        // The corners of the curves do to tell what lies within what.
        [...d!.matchAll(/(-?[\d.]+)[ ,](-?[\d.]+)(?=[A-Z]|$)/g)].map(([, x, y]) => ({ x: Number(x), y: Number(y) })),
      ),
    );
    expect([...svg.matchAll(/<path d="([^"]+)"/g)].every(([, d]) => d!.split('M').length === 2)).toBe(true);
  });
  it('give cutters hairlines in mm, a group and a colour for each ink', () => {
    const svg = writeCutSvg(seenDrawing(badge()));
    expect(svg).toContain('width="84mm" height="84mm"');
    expect([...svg.matchAll(/<g id="([^"]+)"/g)].map(([, id]) => id).sort()).toEqual([
      'Brass',
      'Deep_ink',
      'Enamel_teal',
      'Rust',
    ]);
    expect(svg).not.toMatch(/fill="#/);
    expect([formatByEnding('a.cut.svg'), formatByEnding('a.svg')]).toEqual(['cut-svg', 'svg']);
  });
});
