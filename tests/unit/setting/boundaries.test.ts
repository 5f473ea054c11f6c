import { beforeAll, describe, expect, it } from 'vitest';
import { fractionAtClock } from '#core/curves/clock';
import { frameAt } from '#core/geometry/walk';
import { clockAngleDeg, onClock } from '#core/geometry/vec';
import type { CurveShape } from '#core/piece/types';
import { gapAt, gapsOf } from '#core/setting/space/gaps';
import { placeOff } from '#core/setting/hand/guides';
import { roomsOn } from '#core/setting/space/rooms';
import { reseatLettering } from '#core/setting/line/seat';
import { setDown } from '#core/setting/hand/setDown';
import { setLettering } from '#core/setting/line/setLettering';
import type { Face } from '#core/type/face';
import { circle, curve, faces, lettering, seat, track } from '../../support/pieces';
import { line, plainFace, setSlabs, slabs } from '../../support/plainFace';
import { setOn } from '../../support/setting';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const plain = plainFace();

describe('a gap on the sheet', () => {
  it('is picked from below the baseline to above the cap line, and not beyond', () => {
    const set = setSlabs(plain, slabs('HHH'), line);
    const [, gap] = gapsOf(set);
    const at = (height: number): number | undefined =>
      gapAt(set, placeOff(set.path, set.direction * gap!.middle, set.direction, set.baselineMm + height).point, 0)
        ?.before;
    for (const height of [-1.7, 0, 0.1, 3.4, 3.6, 6.9, 8.7]) expect(at(height), `${height}`).toBe(gap!.before);
    for (const height of [-1.8, 8.8]) expect(at(height), `${height}`).toBeUndefined();
  });
});

describe('letters on a curve that is too tight', () => {
  it('have no place under any stance that fans out or closes up', () => {
    const inward = (kind: 'turned' | 'bent' | 'sheared' | 'swayed' | 'upright') =>
      setLettering(
        lettering('TIDE', {
          seat: seat('inward', 'inside'),
          size: { by: 'cap', mm: 5 },
          stance: { kind, strength: 1, centre: null },
        }),
        track(circle(4.5)),
        all.get('limelight')!,
      );
    for (const kind of ['turned', 'bent', 'sheared', 'swayed'] as const)
      expect(inward(kind)).toMatchObject({ ok: false, problem: { code: 'too-tight' } });
    expect(inward('upright').ok).toBe(true);
  });
});

describe('turning lettering over', () => {
  it('turns its start offset over with it, so that it stays in its place', () => {
    const what = lettering('TIDE', {
      anchor: { at: { kind: 'clock', deg: 30 }, startOffsetMm: 7, align: 'start', by: 'ink' },
    });
    const over = reseatLettering(what, 'inward', 'outside');
    expect(over.anchor).toMatchObject({ startOffsetMm: -7, align: 'end' });
    const [before, after] = [what, over].map((one) => setOn(all, one, circle(30)));
    const angle = (set: typeof before): number =>
      clockAngleDeg({ x: 42, y: 42 }, frameAt(set!.path, set!.anchorDistance).point);
    expect(angle(after)).toBeCloseTo(angle(before), 6);
    expect(reseatLettering(over, 'outward', 'outside').anchor).toEqual(what.anchor);
  });
});

describe('new lettering on a ring', () => {
  it('reads upright wherever it is set down: tops outward as far as 3 and 9 o’clock', () => {
    const ring = curve(circle(30)),
      on = track(circle(30));
    const tops = (deg: number): string =>
      setDown('new', ring, on, onClock({ x: 42, y: 42 }, 33, deg), null, 0, null).seat.tops;
    for (const deg of [0, 59, 61, 75, 89, 90, 270, 271, 300]) expect(tops(deg), `${deg}`).toBe('outward');
    for (const deg of [91, 120, 180, 240, 269]) expect(tops(deg), `${deg}`).toBe('inward');
  });
});

describe('a room between two bands', () => {
  it('is as long as halfway between the middles of both', () => {
    // One word outside the ring, one inside it, both read in the same direction.
    const on = (deg: number, side: 'outside' | 'inside') =>
      setSlabs(
        plain,
        slabs('HH', {
          seat: seat('outward', side),
          anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' },
          bookends: { startU: 0.5, endU: 0.5 },
        }),
        circle(30),
      );
    const rooms = roomsOn(track(circle(30)), [on(0, 'outside'), on(90, 'inside')]);
    expect(rooms).toHaveLength(2);
    // Bands of 7 mm, from 30 to 37 and from 23 to 30: halfway between their middles lies the ring itself.
    for (const { from, to, lengthMm } of rooms) expect(lengthMm).toBeCloseTo(to - from, 9);
    const both = roomsOn(track(circle(30)), [on(0, 'outside'), on(90, 'outside')]);
    for (const { from, to, lengthMm } of both) expect(lengthMm).toBeCloseTo(((to - from) * 33.5) / 30, 9);
  });
});

describe('a ray that meets a curve more than once', () => {
  it('means the place farthest from the centre', () => {
    const spiral: CurveShape = {
      kind: 'spiral',
      centre: { x: 42, y: 42 },
      startRadiusMm: 6,
      endRadiusMm: 36,
      startDeg: 0,
      turns: 3,
      growth: 'even',
    };
    const on = track(spiral);
    for (const deg of [30, 150, 275]) {
      const { point } = frameAt(on.path, fractionAtClock(on, deg) * on.path.lengthMm);
      // The last turn runs from a radius of 26 mm to one of 36.
      expect(Math.hypot(point.x - 42, point.y - 42)).toBeCloseTo(26 + deg / 36, 6);
    }
  });
});

describe('the edge of a seal', () => {
  it.each(['teeth', 'scallops', 'rope'] as const)('touches its radius and its hollows: %s', (edge) => {
    for (const teeth of [24, 36, 120]) {
      const { path } = track({
        kind: 'seal',
        centre: { x: 42, y: 42 },
        radiusMm: 34,
        depthMm: 3,
        teeth,
        edge,
        lean: 'ahead',
        turnDeg: 5,
      });
      const radii = Array.from({ length: 40 * teeth }, (_, i) => {
        const { point } = frameAt(path, (path.lengthMm * i) / (40 * teeth));
        return Math.hypot(point.x - 42, point.y - 42);
      });
      expect(Math.abs(Math.max(...radii) - 34), `${teeth}`).toBeLessThan(0.03);
      expect(Math.abs(Math.min(...radii) - 31), `${teeth}`).toBeLessThan(0.03);
    }
  });
});
