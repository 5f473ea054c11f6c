import { describe, expect, it } from 'vitest';
import { readSvg, SVG_CAPS } from '#core/import/svg';
import { fitSketch } from '#core/import/sketch';
import { trackOf } from '#core/curves/index';
import { extentOf } from '#core/geometry/extent';
import { nearest } from '#core/geometry/nearest';
import { between, seeded } from '../../support/random';
import { track } from '../../support/pieces';

const file = (inside: string, root = 'width="100mm" height="50mm" viewBox="0 0 200 100"'): string =>
  `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" ${root}>${inside}</svg>`;
function boxes(text: string): number[][] {
  const read = readSvg(text);
  if (!read.ok) throw new Error(read.problem.message);
  return read.value.map(({ shape }) => {
    const { min, max } = extentOf(track(shape).path);
    return [min.x, min.y, max.x, max.y].map((value) => Math.round(value * 100) / 100 + 0);
  });
}

describe('bringing in SVG', () => {
  it('honours viewBox and physical size', () => {
    expect(boxes(file('<rect x="20" y="10" width="100" height="40"/>'))).toEqual([[10, 5, 60, 25]]);
    expect(boxes(file('<line x1="0" y1="0" x2="96" y2="0"/>', ''))).toEqual([[0, 0, 25.4, 0]]);
    expect(boxes(file('<line x1="10" y1="10" x2="30" y2="10"/>', 'width="2in" viewBox="10 10 100 100"'))).toEqual([
      [0, 0, 10.16, 0],
    ]);
  });
  it('reads all basic shapes', () => {
    const all =
      '<circle cx="20" cy="20" r="10"/><ellipse cx="60" cy="20" rx="20" ry="10"/><polyline points="0,0 10,0 10,10"/><polygon points="0,0 10,0 10,10"/><path d="m0 0q10 20 20 0t20 0"/><rect width="30" height="20" rx="5"/>';
    const read = readSvg(file(all));
    expect(read.ok && read.value.map((one) => one.shape.closed)).toEqual([true, true, false, true, false, true]);
    const [ring] = read.ok ? read.value : [];
    const { path } = track(ring!.shape);
    // A circle of 10 units is one of 5 mm, to a few thousandths: arcs come in as cubics.
    expect(path.lengthMm).toBeCloseTo(2 * Math.PI * 5, 2);
  });
  it('applies nested transforms, in order', () => {
    expect(
      boxes(
        file('<g transform="translate(20 0)"><g transform="rotate(90)"><line x1="0" y1="0" x2="20" y2="0"/></g></g>'),
      ),
    ).toEqual([[10, 0, 10, 10]]);
    expect(
      boxes(file('<g transform="scale(2)"><rect transform="translate(5 5)" width="10" height="10"/></g>')),
    ).toEqual([[5, 5, 15, 15]]);
  });
  it('parts subpaths, and leaves out what is not drawn where it stands', () => {
    const read = readSvg(
      file(
        '<defs><path d="M0 0L9 9"/></defs><script>alert(1)</script><path id="two" d="M0 0L10 0M0 5L10 5Z"/><image href="file:///etc/passwd"/>',
      ),
    );
    expect(read.ok && read.value.map((one) => one.name)).toEqual(['two, part 1', 'two, part 2']);
  });
  it.each([
    ['nothing', '', 'not-svg'],
    ['text', 'hello', 'not-svg'],
    ['another document', '<html><body/></html>', 'not-svg'],
    ['a broken one', '<svg><g>', 'not-svg'],
    ['no paths', file('<text>hi</text>'), 'no-paths'],
    ['NaN in its data', file('<path d="M0 0L NaN 5"/>'), 'wrong-data'],
    ['infinite coordinates', file('<path d="M0 0L1e999 5"/>'), 'wrong-data'],
    [
      'an entity bomb',
      `<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]>${file('<text>&b;</text><path d="&b;"/>').slice(21)}`,
      'not-svg',
    ],
    ['thousands of nested groups', file('<g>'.repeat(5000) + '</g>'.repeat(5000)), 'too-deep'],
    ['very many elements', file('<g/>'.repeat(40000)), 'too-large'],
    ['a huge file', ' '.repeat(SVG_CAPS.bytes + 1), 'too-large'],
    ['an endless path', file(`<path d="M0 0${'l1 1'.repeat(5000)}"/>`), 'too-many-nodes'],
  ])('refuses %s with a plain message, at once', (_what, text, code) => {
    const from = performance.now();
    const read = readSvg(text);
    expect(read).toMatchObject({ ok: false, problem: { code } });
    if (!read.ok) expect(read.problem.message).toMatch(/\.$|:/);
    expect(performance.now() - from).toBeLessThan(2000);
  });
});

describe('sketching', () => {
  const random = seeded(12);
  const hand = Array.from({ length: 2000 }, (_, i) => ({
    x: 5 + i * 0.05,
    y: 40 + 12 * Math.sin(i / 220) + between(random, -0.12, 0.12),
  }));
  it('fits 2,000 shaky points with few cubics, near the line that was meant', () => {
    const from = performance.now();
    const fit = fitSketch(hand, 0.35, 0.1);
    const took = performance.now() - from;
    if (!fit.ok) throw new Error();
    expect(fit.value.nodes.length).toBeLessThan(40);
    const { path } = track(fit.value);
    const misses = hand.map((_, i) => nearest(path, { x: 5 + i * 0.05, y: 40 + 12 * Math.sin(i / 220) })!.distanceMm);
    expect(Math.sqrt(misses.reduce((sum, m) => sum + m * m, 0) / misses.length)).toBeLessThan(0.1);
    expect(took).toBeLessThan(1000);
  });
  it('is calmer with more smoothness, keeps corners, closes what nearly closes', () => {
    const nodes = (smoothness: number): number => {
      const fit = fitSketch(hand, smoothness, 0.1);
      return fit.ok ? fit.value.nodes.length : 0;
    };
    expect(nodes(1)).toBeLessThanOrEqual(nodes(0));
    const vee = fitSketch(
      Array.from({ length: 200 }, (_, i) => ({ x: i * 0.2, y: Math.abs(i - 100) * 0.3 })),
      0.1,
      0.1,
    );
    expect(
      vee.ok && vee.value.nodes.some((node) => node.kind === 'corner' && Math.hypot(node.at.x - 20, node.at.y) < 1.5),
    ).toBe(true);
    const loop = fitSketch(
      Array.from({ length: 300 }, (_, i) => ({ x: 40 + 20 * Math.cos(i / 48), y: 40 + 20 * Math.sin(i / 48) })),
      0.2,
      0.1,
    );
    expect(loop.ok && loop.value.closed && trackOf(loop.value).ok).toBe(true);
    expect(fitSketch([{ x: 0, y: 0 }], 0, 0.1)).toMatchObject({ ok: false, problem: { code: 'too-short' } });
  });
});

describe('an SVG that would take for ever', () => {
  it.each([
    ['far coordinates', '<path d="M0 0C1e154 0 0 1e154 5 5"/>', 'too-far'],
    ['ends of the numbers', '<path d="M0 0L1e308 1e308L-1e308 5"/>', 'too-far'],
    ['a scale that goes beyond', '<g transform="scale(1e6)"><path d="M0 0L10 5"/></g>', 'too-far'],
    ['a transform that is no number', '<g transform="scale(1e308 1e308)"><path d="M0 0L1e300 5"/></g>', 'wrong-data'],
    ['20,000 outlines in one path', `<path d="${'M0 0L1 1'.repeat(20_000)}"/>`, 'too-many-outlines'],
    ['600 outlines', '<path d="M0 0L1 1"/>'.repeat(600), 'too-many-outlines'],
    ['arcs without end', `<path d="M0 0${'a9 9 0 1 1 .001 0'.repeat(100_000)}"/>`, 'too-many-nodes'],
    [
      '29,000 points under 90 groups',
      `${'<g transform="scale(1.0001)">'.repeat(90)}${'<path d="M0 0"/>'.repeat(29_000)}${'</g>'.repeat(90)}`,
      'too-many-nodes',
    ],
  ])('is refused for %s', (_what, body, code) => {
    const from = performance.now();
    expect(readSvg(file(body))).toMatchObject({ ok: false, problem: { code } });
    expect(performance.now() - from).toBeLessThan(1500);
  });
});
