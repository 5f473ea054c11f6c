import { describe, expect, it } from 'vitest';
import { clockAtFraction, fractionAtClock } from '#core/curves/clock';
import { arcThrough, chordOf, riseOf, withChordAndRise } from '#core/shapes/arc';
import { insertNode, moveNodeHandle, removeNode, setNodeKind } from '#core/shapes/drawn';
import { curveKind, trackOf, tracksOf } from '#core/curves/index';
import { mirrorAbout, moveBy, scaleAbout, turnAbout } from '#core/shapes/similarity';
import { circleThrough, fitCircle } from '#core/shapes/through';
import { nearest } from '#core/geometry/nearest';
import { pointAt } from '#core/geometry/segment';
import { subPath } from '#core/geometry/subPath';
import { measurePath } from '#core/geometry/measuredPath';
import { frameAt } from '#core/geometry/walk';
import { onClock, type Vec } from '#core/geometry/vec';
import type { CurveShape } from '#core/piece/types';
import { arc, circle, curve, piece, track } from '../../support/pieces';
import { between, seeded } from '../../support/random';
import { hill, node, SHAPES } from '../../support/shapes';

const at = { x: 40, y: 40 };
const all = Object.entries(SHAPES);

describe.each(all)('%s', (_name, shape) => {
  const { path } = track(shape);
  const segments = path.path.segments;

  it('has the length of a dense reference, to 1e-7', () => {
    let sum = 0;
    for (const segment of segments) {
      const chords = (n: number): number => {
        let length = 0;
        let last = pointAt(segment, 0);
        for (let i = 1; i <= n; i++) {
          const p = pointAt(segment, i / n);
          length += Math.hypot(p.x - last.x, p.y - last.y);
          last = p;
        }
        return length;
      };
      const coarse = chords(20000),
        fine = chords(40000);
      sum += fine + (fine - coarse) / 3;
    }
    expect(Math.abs(path.lengthMm - sum)).toBeLessThan(1e-7 * sum);
  });

  it('finds the place at a distance to 1e-6 mm', () => {
    const random = seeded(31);
    for (let n = 0; n < 12; n++) {
      // Along one segment from its start, by chords so fine that their error is far below what is asked.
      const index = Math.floor(random() * segments.length);
      const segment = segments[index]!;
      const before = measurePath({ segments: segments.slice(0, index), closed: false }).lengthMm;
      const t = random();
      let s = 0;
      const walk = (count: number): number => {
        let length = 0;
        let last = pointAt(segment, 0);
        for (let i = 1; i <= count; i++) {
          const p = pointAt(segment, (t * i) / count);
          length += Math.hypot(p.x - last.x, p.y - last.y);
          last = p;
        }
        return length;
      };
      const coarse = walk(20000),
        fine = walk(40000);
      s = before + fine + (fine - coarse) / 3;
      const here = frameAt(path, s).point,
        want = pointAt(segment, t);
      expect(Math.hypot(here.x - want.x, here.y - want.y)).toBeLessThan(1e-6);
    }
  });

  it('has the tangent of its places and the curvature of its turning, either way round', () => {
    const random = seeded(33),
      back = curveKind(shape).reverse(shape),
      h = 1e-4;
    for (const way of back ? [path, track(back).path] : [path])
      for (let n = 0; n < 40; n++) {
        const s = h + random() * (way.lengthMm - 2 * h);
        const { tangent, curvature } = frameAt(way, s),
          a = frameAt(way, s - h),
          b = frameAt(way, s + h);
        expect(
          Math.hypot((b.point.x - a.point.x) / (2 * h) - tangent.x, (b.point.y - a.point.y) / (2 * h) - tangent.y),
        ).toBeLessThan(1e-5);
        expect(Math.abs((b.turningRad - a.turningRad) / (2 * h) - curvature)).toBeLessThan(1e-5);
      }
  });

  it('goes there and back: the nearest place to a place on it is itself', () => {
    const random = seeded(32);
    for (let n = 0; n < 40; n++) {
      const s = random() * path.lengthMm;
      const found = nearest(path, frameAt(path, s).point)!;
      expect(found.distanceMm).toBeLessThan(1e-6);
    }
  });

  it('reversed is the mirror in distance, and length adds up under cutting', () => {
    const back = curveKind(shape).reverse(shape);
    if (back) {
      const other = track(back).path;
      expect(other.lengthMm).toBeCloseTo(path.lengthMm, 7);
      for (const u of [0, 0.13, 0.5, 0.91, 1]) {
        const a = frameAt(path, u * path.lengthMm).point,
          b = frameAt(other, (1 - u) * path.lengthMm).point;
        expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeLessThan(1e-6);
      }
    }
    const cut = path.lengthMm * 0.37;
    const parts = [subPath(path, 0, cut), subPath(path, cut, path.lengthMm)].map((one) => measurePath(one).lengthMm);
    expect(parts[0]).toBeCloseTo(cut, 7);
    expect(parts[0]! + parts[1]!).toBeCloseTo(path.lengthMm, 7);
  });

  it('scales, turns, moves and mirrors as a whole', () => {
    const origin = { x: 20, y: 30 };
    for (const [by, map] of [
      [scaleAbout(origin, 1.7), (p: Vec) => ({ x: 20 + (p.x - 20) * 1.7, y: 30 + (p.y - 30) * 1.7 })],
      [turnAbout(origin, 90), (p: Vec) => ({ x: 20 - (p.y - 30), y: 30 + (p.x - 20) })],
      [moveBy({ x: 3, y: -4 }), (p: Vec) => ({ x: p.x + 3, y: p.y - 4 })],
      [mirrorAbout(origin), (p: Vec) => ({ x: 40 - p.x, y: p.y })],
    ] as const) {
      const moved = track(curveKind(shape).transform(shape, by)).path;
      expect(moved.lengthMm).toBeCloseTo(path.lengthMm * by.scale, 6);
      for (let i = 0; i < 9; i++)
        expect(nearest(moved, map(frameAt(path, (path.lengthMm * i) / 8.3).point))!.distanceMm).toBeLessThan(1e-6);
    }
  });

  it('has handles that lie where they move it to, fields that read back what they set', () => {
    const kind = curveKind(shape);
    for (const handle of kind.handles(shape)) {
      const same = kind.moveHandle(shape, handle.id, handle.at);
      expect(nearest(track(same).path, frameAt(path, path.lengthMm * 0.3).point)!.distanceMm).toBeLessThan(1e-6);
    }
    for (const field of kind.fields) {
      const value = field.get(shape) + field.step;
      expect(field.get(field.set(shape, value))).toBeCloseTo(value, 6);
    }
  });
});

describe('clock points', () => {
  it.each(all.filter(([, shape]) => track(shape).path.path.closed))(
    'of a %s lie on the ray from its centre',
    (_name, shape) => {
      const seen = track(shape);
      for (let hour = 0; hour < 12; hour++) {
        const u = fractionAtClock(seen, hour * 30);
        const off = Math.abs(((clockAtFraction(seen, u) - hour * 30 + 540) % 360) - 180);
        expect(off).toBeLessThan(1e-6);
      }
    },
  );
});

describe('arcs and circles by what one measures', () => {
  it('by chord and rise', () => {
    const bow = withChordAndRise(arc(30, -40, 80), 50, 8);
    expect([chordOf(bow), riseOf(bow)]).toEqual([expect.closeTo(50, 9), expect.closeTo(8, 9)]);
    // Its middle stays where it was.
    expect(frameAt(track(bow).path, track(bow).path.lengthMm / 2).point).toMatchObject({
      x: expect.closeTo(42, 9),
      y: expect.closeTo(12, 9),
    });
    expect(riseOf(withChordAndRise(bow, 20, 15))).toBeCloseTo(15, 9);
  });
  it('through three points, in their order', () => {
    const points = [200, 250, 290].map((deg) => onClock(at, 25, deg)) as [Vec, Vec, Vec];
    for (const [a, b, c] of [points, points.slice().reverse() as typeof points]) {
      const through = arcThrough(a, b, c);
      if (!through.ok) throw new Error();
      const { path } = track(through.value);
      expect(frameAt(path, 0).point.x).toBeCloseTo(a.x, 9);
      expect(frameAt(path, path.lengthMm).point.y).toBeCloseTo(c.y, 9);
      expect(nearest(path, b)!.distanceMm).toBeLessThan(1e-9);
    }
    expect(arcThrough({ x: 0, y: 0 }, { x: 1, y: 1 }, { x: 2, y: 2 })).toMatchObject({
      ok: false,
      problem: { code: 'in-a-line' },
    });
  });
  it('best fit to many points, with the spread', () => {
    const random = seeded(4);
    const points = Array.from({ length: 24 }, (_, i) => onClock(at, 25 + between(random, -0.2, 0.2), 30 + i * 7));
    const fit = fitCircle(points)!;
    expect(Math.hypot(fit.centre.x - 40, fit.centre.y - 40)).toBeLessThan(0.3);
    expect(fit.spreadMm).toBeGreaterThan(0.02);
    expect(fit.worstMm).toBeLessThan(0.3);
    // Least squares of the distances: no neighbour fits better.
    const sum = (x: number, y: number, r: number): number =>
      points.reduce((all, p) => all + (Math.hypot(p.x - x, p.y - y) - r) ** 2, 0);
    const best = sum(fit.centre.x, fit.centre.y, fit.radiusMm);
    for (const [dx, dy, dr] of [
      [1e-3, 0, 0],
      [0, 1e-3, 0],
      [0, 0, 1e-3],
      [-1e-3, 0, 0],
    ])
      expect(sum(fit.centre.x + dx!, fit.centre.y + dy!, fit.radiusMm + dr!)).toBeGreaterThan(best);
    expect(
      fitCircle([
        { x: 0, y: 0 },
        { x: 1, y: 0 },
        { x: 2, y: 0 },
        { x: 5, y: 0 },
      ]),
    ).toBeNull();
    expect(circleThrough({ x: 1, y: 1 }, { x: 1, y: 1 }, { x: 2, y: 5 })).toBeNull();
  });
});

describe('nodes', () => {
  it('put in on the curve do not change its form', () => {
    const more = insertNode(hill, 0, 0.3);
    expect(more.nodes).toHaveLength(4);
    const before = track(hill).path,
      after = track(more).path;
    expect(after.lengthMm).toBeCloseTo(before.lengthMm, 8);
    for (let i = 0; i <= 10; i++)
      expect(nearest(after, frameAt(before, (before.lengthMm * i) / 10).point)!.distanceMm).toBeLessThan(1e-8);
  });
  it('keep their handles in line when smooth, and alike when symmetrical', () => {
    const smooth = moveNodeHandle(hill.nodes[1]!, 'ahead', { x: 60, y: 10 });
    expect(smooth.back!.x).toBeCloseTo(60, 9);
    expect(Math.hypot(smooth.back!.x - 60, smooth.back!.y - 40)).toBeCloseTo(Math.hypot(10, 30), 9);
    const alike = setNodeKind(hill, 1, 'symmetrical').nodes[1]!;
    expect(alike.back!.x + alike.ahead!.x).toBeCloseTo(120, 9);
    expect(setNodeKind(hill, 2, 'smooth').nodes[2]!.back).not.toBeNull();
  });
  it('stay at least two', () => {
    expect(removeNode(removeNode(hill, 0)!, 0)).toBeNull();
  });
  it('all in one place are no curve', () => {
    expect(trackOf({ ...hill, nodes: [node(1, 1), node(1, 1)] })).toMatchObject({
      ok: false,
      problem: { code: 'zero-length' },
    });
  });
});

describe('curves that follow others', () => {
  const ring = curve(SHAPES['ellipse']!);
  const outside = curve({ kind: 'parallel', of: 'ring', distanceMm: 4 }, 'outside');
  it.each(all.filter(([name]) => name !== 'line'))(
    'a parallel of a %s keeps its distance within 0.005 mm',
    (_name, shape) => {
      for (const distanceMm of [3, -3]) {
        const tracks = tracksOf(piece([curve(shape), curve({ kind: 'parallel', of: 'ring', distanceMm }, 'p')]));
        const p = tracks.get('p')!;
        if (!p.ok) throw new Error(p.problem.message);
        const parent = track(shape).path;
        for (let i = 0; i <= 200; i++) {
          const d = nearest(parent, frameAt(p.value.path, (p.value.path.lengthMm * i) / 200).point)!.distanceMm;
          expect(Math.abs(d - 3)).toBeLessThan(0.005);
        }
      }
    },
  );
  it('follow when the other changes, and are the same object when it does not', () => {
    const first = piece([ring, outside]);
    const again = piece([ring, outside, curve(circle(5), 'other')]);
    const a = tracksOf(first).get('outside')!,
      b = tracksOf(again).get('outside')!;
    expect(a.ok && b.ok && a.value === b.value).toBe(true);
    const larger = tracksOf(piece([curve({ ...(SHAPES['ellipse'] as any), radiusXMm: 40 }), outside])).get('outside')!;
    expect(larger.ok && a.ok && larger.value.path.lengthMm > a.value.path.lengthMm).toBe(true);
  });
  it('say at which distance nothing is left', () => {
    const vanished = tracksOf(
      piece([curve(circle(10)), curve({ kind: 'parallel', of: 'ring', distanceMm: -12 }, 'p')]),
    ).get('p')!;
    expect(vanished).toMatchObject({
      ok: false,
      problem: { code: 'vanishes', message: expect.stringContaining('12.00 mm') },
    });
  });
  it('may not follow themselves', () => {
    const loop = piece([
      curve({ kind: 'parallel', of: 'b', distanceMm: 1 }, 'a'),
      curve({ kind: 'parallel', of: 'a', distanceMm: 1 }, 'b'),
    ]);
    expect(tracksOf(loop).get('a')).toMatchObject({ ok: false, problem: { code: 'follows-itself' } });
  });
  it('midway between two are as far from the one as from the other', () => {
    const inner = curve(
      { kind: 'ellipse', centre: { x: 43, y: 39 }, radiusXMm: 20, radiusYMm: 9, turnDeg: 35 },
      'inner',
    );
    const tracks = tracksOf(piece([ring, inner, curve({ kind: 'midway', first: 'ring', second: 'inner' }, 'm')]));
    const m = tracks.get('m')!;
    if (!m.ok) throw new Error(m.problem.message);
    const [one, two] = [track(ring.shape).path, track(inner.shape).path];
    for (let i = 0; i <= 100; i++) {
      const { point } = frameAt(m.value.path, (m.value.path.lengthMm * i) / 100);
      expect(Math.abs(nearest(one, point)!.distanceMm - nearest(two, point)!.distanceMm)).toBeLessThan(0.01);
    }
  });
  it('midway between two rings are the ring between, exactly', () => {
    const m = tracksOf(
      piece([curve(circle(30)), curve(circle(20), 'in'), curve({ kind: 'midway', first: 'ring', second: 'in' }, 'm')]),
    ).get('m')!;
    expect(m.ok && m.value.path.path.segments).toMatchObject([{ kind: 'arc', radius: 25 }]);
  });
  it('cannot lie between two that cross', () => {
    const m = tracksOf(
      piece([
        curve(circle(30)),
        curve(circle(30, 60), 'in'),
        curve({ kind: 'midway', first: 'ring', second: 'in' }, 'm'),
      ]),
    ).get('m')!;
    expect(m).toMatchObject({ ok: false, problem: { code: 'curves-cross' } });
  });
});

describe('the height handle of a wave', () => {
  const base = {
    kind: 'wave',
    from: { x: 5, y: 40 },
    lengthMm: 90,
    turnDeg: 12,
    amplitudeMm: 9,
    waves: 2.5,
    phaseDeg: 0,
  } as const;
  it.each([
    [0, 2.5, 9],
    [90, 2.5, 9],
    [180, 2.5, 9],
    [275, 1, 9],
    [33, 0.05, 9],
    [180, 0.4, -6],
    [-700, 3, 4],
    [120, 0.3, 9],
  ])('lies on it at a phase of %i°, %f waves, height %f, and follows the hand', (phaseDeg, waves, amplitudeMm) => {
    const shape = { ...base, phaseDeg, waves, amplitudeMm };
    const kind = curveKind(shape),
      crest = (one: CurveShape): Vec =>
        curveKind(one)
          .handles(one)
          .find(({ id }) => id === 'crest')!.at;
    expect(nearest(track(shape).path, crest(shape))!.distanceMm).toBeLessThan(1e-6);
    // Pulled away from the axis, it stays under the hand.
    const a = (12 * Math.PI) / 180,
      to = { x: crest(shape).x + 3 * Math.sin(a), y: crest(shape).y - 3 * Math.cos(a) };
    const pulled = kind.moveHandle(shape, 'crest', to);
    expect(Math.hypot(crest(pulled).x - to.x, crest(pulled).y - to.y)).toBeLessThan(1e-6);
  });
});
