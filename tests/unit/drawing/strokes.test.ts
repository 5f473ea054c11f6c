import { describe, expect, it } from 'vitest';
import { traceRegion } from '#core/drawing/booleans';
import { plainDrawn } from '#core/drawing/inks';
import { plain } from '#core/drawing/painted';
import type { DrawnStroke } from '#core/drawing/sink';
import { strokeRegion, toolOutlines } from '#core/drawing/strokeOutline';
import { areaOf, onEdge, regionOf } from '#core/geometry/outlines/edges';
import { dashesOf, linesOf } from '#core/geometry/outlines/lines';
import type { Trace } from '#core/geometry/outlines/outlineSink';
import { tracePath } from '#core/geometry/outlines/tracePath';
import { frameAt } from '#core/geometry/walk';
import { pathData } from '#core/output/svg';
import { PLAIN_INK } from '#core/piece/inks';
import { track } from '../../support/pieces';
import { renderPixels } from '../../support/pictures';
import { between, seeded } from '../../support/random';
import { SHAPES } from '../../support/shapes';

const ink = plainDrawn(
  { ...PLAIN_INK, id: 'k', name: 'k', kind: 'process', cmyk: [0, 0, 0, 100], overprint: false },
  'coated',
);
const stroke = (widthMm: number, more: Partial<DrawnStroke> = {}): DrawnStroke => ({
  ink,
  widthMm,
  join: 'mitre',
  dashMm: null,
  ...more,
});
const SIZE_MM = 100,
  PX = 12;

/** The same at another size: other programs measure dashes in units of the drawing, coarsely. */
const inPixels =
  (trace: Trace): Trace =>
  (sink) => {
    trace({
      moveTo: (x, y) => sink.moveTo(x * PX, y * PX),
      lineTo: (x, y) => sink.lineTo(x * PX, y * PX),
      quadTo: (a, b, x, y) => sink.quadTo(a * PX, b * PX, x * PX, y * PX),
      curveTo: (a, b, c, d, x, y) => sink.curveTo(a * PX, b * PX, c * PX, d * PX, x * PX, y * PX),
      closePath: () => sink.closePath(),
    });
  };
/** How dark each pixel of something is that another program paints, 0 to 255. */
async function painted(attributes: string, trace: Trace): Promise<Uint8Array> {
  const px = SIZE_MM * PX;
  const pixels = await renderPixels(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${px}" height="${px}">` +
      `<path d="${pathData(inPixels(trace), 4)}" ${attributes}/></svg>`,
  );
  return pixels.filter((_, i) => i % 4 === 3);
}
/**
 * How far the region of a stroke is from what another program paints of it: on average along its edges, mm, and how
 * many pixels are wholly wrong.
 */
async function against(trace: Trace, how: DrawnStroke): Promise<{ readonly meanMm: number; readonly wrong: number }> {
  const [a, b] = [
    await painted(
      `fill="none" stroke="#000" stroke-miterlimit="4" stroke-width="${how.widthMm * PX}" ` +
        `stroke-linejoin="${how.join === 'mitre' ? 'miter' : how.join}" ` +
        (how.dashMm ? `stroke-dasharray="${how.dashMm.map((mm) => mm * PX).join(' ')}"` : ''),
      trace,
    ),
    await painted('', (sink) => {
      traceRegion(strokeRegion(trace, how), sink);
    }),
  ];
  const off = a.map((value, i) => Math.abs(value - b[i]!));
  const sum = (list: Uint8Array): number => list.reduce((all, one) => all + one, 0);
  // The edges of a band are as long as its area is, over half its width.
  return { meanMm: (sum(off) / sum(a)) * (how.widthMm / 2), wrong: off.filter((one) => one > 200).length };
}

describe('the outline of a stroke', () => {
  const open: readonly [string, Trace][] = [
    ['a line with a corner', (sink) => (sink.moveTo(10, 80), sink.lineTo(40, 20), sink.lineTo(90, 70))],
    [
      'a line that crosses itself',
      (sink) => (sink.moveTo(15, 20), sink.curveTo(140, 110, -40, 110, 85, 20), sink.lineTo(85, 60)),
    ],
    ['a hairpin', (sink) => (sink.moveTo(10, 50), sink.lineTo(80, 50), sink.lineTo(10, 53))],
    [
      'a quadratic with a straight end',
      (sink) => (sink.moveTo(10, 30), sink.quadTo(50, 90, 90, 30), sink.lineTo(90, 20)),
    ],
  ];
  for (const [name, trace] of open)
    for (const join of ['mitre', 'round', 'bevel'] as const)
      it(`covers what another program paints: ${name}, ${join}`, async () => {
        const { meanMm, wrong } = await against(trace, stroke(5, { join }));
        expect(meanMm).toBeLessThan(0.01);
        expect(wrong).toBe(0);
      });

  it('covers what another program paints along every kind of curve', async () => {
    for (const [name, shape] of Object.entries(SHAPES)) {
      const { path } = track(shape).path;
      const { meanMm, wrong } = await against((sink) => tracePath(path, sink), stroke(2.4));
      expect(meanMm, name).toBeLessThan(0.01);
      expect(wrong, name).toBe(0);
    }
  });

  it('covers the dashes that another program paints', async () => {
    for (const name of ['arc', 'wave', 'line', 'drawn']) {
      const { path } = track(SHAPES[name]!).path;
      const { meanMm, wrong } = await against((sink) => tracePath(path, sink), stroke(1.6, { dashMm: [5, 3] }));
      // It measures along chords, and so its dashes drift a little.
      expect(meanMm, name).toBeLessThan(0.02);
      expect(wrong, name).toBe(0);
    }
  });

  it('covers what another program paints along lines drawn at random', async () => {
    const random = seeded(77);
    const any = (): number => between(random, 12, 88);
    for (let n = 0; n < 24; n++) {
      const six = (): [number, number, number, number, number, number] => [any(), any(), any(), any(), any(), any()];
      const [from, first, second] = [[any(), any()] as const, six(), six()];
      const trace: Trace = (sink) => {
        sink.moveTo(...from);
        sink.curveTo(...first);
        sink.curveTo(...second);
        if (n % 3 === 0) sink.closePath();
      };
      const how = stroke(between(random, 0.4, 8), { join: (['mitre', 'round', 'bevel'] as const)[n % 3]! });
      const { meanMm, wrong } = await against(trace, how);
      expect(meanMm, `case ${n}`).toBeLessThan(0.01);
      expect(wrong, `case ${n}`).toBeLessThan(30);
    }
  });

  it('has each dash where it is along the curve, to the end of a long one', () => {
    for (const [name, shape] of Object.entries(SHAPES)) {
      const measured = track(shape).path;
      const dashes = dashesOf(
        linesOf((sink) => tracePath(measured.path, sink)),
        [4.5, 1.7],
      );
      expect(dashes.length, name).toBe(Math.ceil(measured.lengthMm / 6.2));
      dashes.forEach(({ edges }, n) => {
        const ends = [
          [onEdge(edges[0]!, 0), 6.2 * n],
          [onEdge(edges.at(-1)!, 1), Math.min(6.2 * n + 4.5, measured.lengthMm)],
        ] as const;
        for (const [end, mm] of ends) {
          const { point } = frameAt(measured, mm);
          expect(Math.hypot(point.x - end.x, point.y - end.y), `${name} ${n}`).toBeLessThan(0.002);
        }
      });
    }
  });

  it('is followed by a tool round its edge where it is wide, and along its middle where it is narrow', () => {
    const bow: Trace = (sink) => {
      sink.moveTo(10, 50);
      sink.quadTo(50, 10, 90, 50);
    };
    const followed = (widthMm: number, dashMm: DrawnStroke['dashMm'] = null): readonly Trace[] =>
      toolOutlines({
        ...plain({ id: 'bow' }, 'own', null, bow),
        paint: { fill: null, stroke: stroke(widthMm, { dashMm }), under: false },
      });
    const [wide, ...none] = followed(6);
    expect(none).toEqual([]);
    expect(linesOf(wide!).every(({ closed }) => closed)).toBe(true);
    // Length of the parabola in closed form: its slope goes from 1 to -1 over 80 mm.
    const lengthMm = 40 * (Math.SQRT2 + Math.asinh(1));
    expect(areaOf(regionOf(wide!))).toBeCloseTo(6 * lengthMm, 1);
    expect(linesOf(followed(0.3)[0]!).map(({ closed }) => closed)).toEqual([false]);
    expect(linesOf(followed(0.3, [10, 5])[0]!)).toHaveLength(Math.ceil(lengthMm / 15));
    expect(linesOf(followed(2, [10, 5])[0]!)).toHaveLength(Math.ceil(lengthMm / 15));
  });

  it('takes a stroke of more dashes than can be seen as one without gaps', () => {
    const long: Trace = (sink) => {
      sink.moveTo(0, 0);
      sink.lineTo(4000, 0);
    };
    expect(areaOf(strokeRegion(long, stroke(2, { dashMm: [0.05, 0.05] })))).toBeCloseTo(8000, 3);
    expect(areaOf(strokeRegion(long, stroke(2, { dashMm: [5, 5] })))).toBeCloseTo(4000, 3);
  });
});
