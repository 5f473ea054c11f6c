import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { readSvg } from '#core/import/svg';
import { artSize, bringArtSteps } from '#core/editing/edits/bringArt';
import { cleanPath } from '#core/drawing/clean';
import { drawPiece } from '#core/drawing/drawPiece';
import { type Faces } from '#core/setting/settingOf';
import { areaOf, regionOf } from '#core/geometry/outlines/edges';
import { askedFor, replaceInk } from '#core/editing/edits/inkEdits';
import { readableInk } from '#core/editing/edits/readableInk';
import { followed } from '../../support/edits';
import { writeSvg } from '#core/output/svg';
import { pieceProblems } from '#core/piece/check/index';
import { parsePiece } from '#core/piece/read';
import { applySteps, setStep, type Step } from '#core/piece/steps/index';
import type { Art, Piece } from '#core/piece/types';
import { circle, curve, faces, HOME, piece } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const svg = (body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40">${body}</svg>`;
function brought(body: string, onto: Piece = piece([])): Piece {
  const found = readSvg(svg(body));
  if (!found.ok) throw new Error(found.problem.message);
  let n = 0;
  const made = bringArtSteps(onto, found.value, 'Loco', () => `new${n++}`);
  if (!made.ok) throw new Error(made.problem.message);
  return done(onto, made.value.steps);
}
function done(p: Piece, steps: readonly Step[]): Piece {
  const next = applySteps(p, steps);
  if (!next.ok) throw new Error(next.problem.message);
  expect(pieceProblems(next.value)).toEqual([]);
  return next.value;
}
const art = (p: Piece): Art => p.items.find((item): item is Art => item.type === 'art')!;
const areas = (p: Piece): number[] =>
  drawPiece(p, all).paths.map((path) => Math.abs(areaOf(regionOf(cleanPath(path).trace))));

describe('art from an SVG', () => {
  it('is painted as the file paints it: colours of every kind, styles, groups, rules', () => {
    const p = brought(
      '<g fill="#b4452a"><rect x="0" y="0" width="10" height="10"/><rect x="20" y="0" width="10" height="10" style="fill: teal"/></g><path d="M0 20h10v10h-10Z M2 22h6v6h-6Z" fill-rule="evenodd" fill="rgb(32,48,58)"/><circle cx="30" cy="30" r="5" fill="none" stroke="black" stroke-width="2"/>',
    );
    const { parts } = art(p);
    expect(
      parts.map((part) => [part.rule, part.outlines.length, part.fill !== null, part.stroke?.widthMm ?? null]),
    ).toEqual([
      ['nonzero', 1, true, null],
      ['nonzero', 1, true, null],
      ['evenodd', 2, true, null],
      ['nonzero', 1, false, 2],
    ]);
    const [rust, teal, ring] = areas(p);
    expect([rust, teal, ring]).toEqual([expect.closeTo(100, 6), expect.closeTo(100, 6), expect.closeTo(64, 6)]);
    // An ink of the piece that looks the same is taken; what is new becomes an ink.
    expect(p.inks.find((ink) => ink.id === parts[0]!.fill)!.name).toBe('Rust');
    expect(p.inks.find((ink) => ink.id === parts[2]!.fill)!.name).toBe('Deep ink');
    expect(p.inks.length).toBe(piece([]).inks.length + 1);
  });
  it('stands in the middle of the sheet, true to size where it fits, and goes about as a whole', () => {
    const p = brought('<rect x="5" y="5" width="20" height="10"/>');
    expect(art(p)).toMatchObject({ centre: { x: 42, y: 42 }, scale: 1 });
    expect(artSize(art(p))).toEqual({ widthMm: expect.closeTo(20, 6), heightMm: expect.closeTo(10, 6) });
    const wide = brought('<rect x="0" y="0" width="200" height="10"/>');
    expect(200 * art(wide).scale).toBeCloseTo(84 * 0.8, 6);
    const moved = done(p, [
      setStep(p, art(p).id, ['centre'], { x: 10, y: 20 }),
      setStep(p, art(p).id, ['scale'], 2),
      setStep(p, art(p).id, ['turnDeg'], 90),
    ]);
    const region = regionOf(drawPiece(moved, all).paths[0]!.trace).flat();
    const xs = region.flatMap((edge) => ('points' in edge ? [edge.points[0]] : [])),
      ys = region.flatMap((edge) => ('points' in edge ? [edge.points[1]] : []));
    expect([Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]).toEqual(
      [0, 20, 0, 40].map((mm) => expect.closeTo(mm, 6)),
    );
  });
  it('is cut to a curve, follows it, and is whole again when that is deleted', () => {
    const start = brought('<rect x="0" y="0" width="40" height="40"/>', piece([curve(circle(10), 'ring')]));
    const cut = done(start, [setStep(start, art(start).id, ['within'], 'ring')]);
    expect(areas(cut)[0]).toBeCloseTo(Math.PI * 100, 1);
    const wider = done(cut, [setStep(cut, 'ring', ['shape'], circle(15))]);
    expect(areas(wider)[0]).toBeCloseTo(Math.PI * 225, 1);
    const ring = cut.items.find((item) => item.id === 'ring')!;
    expect(
      art(done(cut, followed(cut, [{ kind: 'remove', index: cut.items.indexOf(ring), item: ring }], new Map()))).within,
    ).toBeNull();
  });
  it('has its inks counted and replaced like any item', () => {
    const p = brought('<rect width="9" height="9" fill="#b4452a"/>');
    expect(askedFor(p, 'rust')).toBe(1);
    expect(art(done(p, replaceInk(p, 'rust', 'brass'))).parts[0]!.fill).toBe('brass');
  });
  it('is refused where nothing is painted, or far too much', () => {
    const steps = (body: string) => {
      const found = readSvg(svg(body));
      return found.ok ? bringArtSteps(piece([]), found.value, 'x', () => 'x') : found;
    };
    expect(steps('<rect width="9" height="9" fill="url(#g)"/>')).toMatchObject({
      ok: false,
      problem: { code: 'nothing-painted' },
    });
    expect(
      steps(
        Array.from(
          { length: 120 },
          (_, i) => `<rect width="9" height="9" fill="rgb(${(i * 37) % 256},${(i * 91) % 256},${(i * 53) % 256})"/>`,
        ).join(''),
      ),
    ).toMatchObject({ ok: false, problem: { code: 'too-many-inks' } });
  });
  it('reads what Under Arc itself wrote: the same ink in the same places', async () => {
    const read = parsePiece(readFileSync(`${HOME}/demo/8a-volunteer-badge.json`, 'utf8'));
    if (!read.ok) throw new Error(read.problem.message);
    const drawing = drawPiece(read.value, all);
    const found = readSvg(writeSvg(drawing));
    if (!found.ok) throw new Error(found.problem.message);
    let n = 0;
    const made = bringArtSteps({ ...read.value, items: [] }, found.value, 'Badge', () => `n${n++}`);
    if (!made.ok) throw new Error(made.problem.message);
    const back = done({ ...read.value, items: [] }, made.value.steps);
    expect(back.inks).toEqual(read.value.inks);
    const own = drawing.paths.map(
      (path) => [path.paint.fill!.id, Math.abs(areaOf(regionOf(cleanPath(path).trace)))] as const,
    );
    const scale = art(back).scale;
    drawPiece(back, all).paths.forEach((path, i) => {
      expect(path.paint.fill!.id).toBe(own[i]![0]);
      expect(Math.abs(areaOf(regionOf(cleanPath(path).trace))) / (scale * scale)).toBeCloseTo(own[i]![1], 1);
    });
  });
});

describe('the ink of new letters', () => {
  const filled = (fill: string, id = 'disc'): Piece['items'][number] => ({ ...curve(circle(30), id), fill });
  const at = (p: Piece, x: number, y: number): string | null =>
    readableInk(p, { x, y }, (id) => {
      const made = tracksOf(p).get(id);
      return made?.ok ? made.value : null;
    });
  it('is the first one where that is read, else the one that differs most from what lies there', () => {
    expect(at(piece([]), 42, 42)).toBe('deep');
    expect(at(piece([filled('brass')]), 42, 42)).toBe('deep');
    expect(at(piece([filled('enamel')]), 42, 42)).toBe('brass');
    expect(at(piece([filled('enamel')]), 2, 2)).toBe('deep');
    // What lies on top counts, and a hole does not.
    expect(at(piece([filled('enamel'), { ...curve(circle(10), 'top'), fill: 'brass' }]), 42, 42)).toBe('deep');
    expect(
      at(
        piece([
          { ...filled('enamel'), cuts: [{ itemId: 'hole', marginMm: 0 }] } as Piece['items'][number],
          curve(circle(10), 'hole'),
        ]),
        42,
        42,
      ),
    ).toBe('deep');
    expect(at({ ...piece([]), inks: [] }, 42, 42)).toBeNull();
  });
});
