import { beforeAll, describe, expect, it } from 'vitest';
import { closest } from '#core/geometry/outlines/closest';
import { placedShape } from '#core/setting/line/placedShape';
import type { SetLettering } from '#core/setting/line/set';
import type { CurveShape, Lettering } from '#core/piece/types';
import type { Face } from '#core/type/face';
import { curve, faces, lettering, seat, track } from '../../support/pieces';
import { setDown } from '#core/setting/hand/setDown';
import { setOn } from '../../support/setting';

const rectangle = (widthMm: number, heightMm: number): CurveShape => ({
  kind: 'rectangle',
  centre: { x: 42, y: 42 },
  widthMm,
  heightMm,
  cornerMm: 0,
  turnDeg: 0,
});
const star: CurveShape = {
  kind: 'star',
  centre: { x: 42, y: 42 },
  radiusMm: 38,
  points: 5,
  innerRadiusMm: 26,
  cornerMm: 0,
  turnDeg: 0,
};
const kite: CurveShape = { kind: 'polygon', centre: { x: 42, y: 42 }, sides: 3, radiusMm: 40, cornerMm: 0, turnDeg: 0 };

describe('stepping over corners', () => {
  let all: ReadonlyMap<string, Face>;
  beforeAll(async () => {
    all = await faces();
  });
  const set = (wording: string, shape: CurveShape, more: Partial<Lettering> = {}): SetLettering =>
    setOn(all, lettering(wording, { corners: { kind: 'step' }, ...more }), shape);
  /** Direction of each letter that has ink, whole degrees: letters of one side have one. */
  const sides = (s: SetLettering): readonly string[] =>
    s.measured.run.letters.map((letter, i) =>
      letter.text.trim() === ''
        ? ' '
        : String(Math.round((Math.atan2(s.rows[i * 6 + 3]!, s.rows[i * 6 + 2]!) * 180) / Math.PI)),
    );
  /** How near letters of different sides come to each other, mm. */
  const least = (s: SetLettering): number => {
    const side = sides(s);
    const shapes = side.map((_, i) => placedShape(s, i));
    return Math.min(
      ...shapes.flatMap((one, i) =>
        shapes.flatMap((other, n) =>
          one && other && n > i && side[i] !== side[n] ? [closest(one, other, 1)?.mm ?? 1] : [],
        ),
      ),
    );
  };

  it('keeps words whole that fit on a side', () => {
    for (const tops of ['outward', 'inward'] as const)
      for (const wording of ['OTTERMERE LIGHT RAILWAY COMPANY', 'TIDE AND SEDGE AT THE WEIR']) {
        const s = set(wording, rectangle(84, 72), { seat: seat(tops, tops === 'outward' ? 'outside' : 'inside') });
        const of = sides(s).join(',').split(', ,');
        expect(of).toHaveLength(wording.split(' ').length);
        for (const word of of) expect(new Set(word.split(',')).size).toBe(1);
        expect(new Set(of.map((word) => word.split(',')[0])).size).toBeGreaterThan(1);
      }
  });
  it('breaks a word that is longer than a side, letter by letter', () => {
    const s = set('OTTERMERELIGHTRAILWAY', rectangle(40, 40));
    expect(new Set(sides(s)).size).toBeGreaterThan(1);
    expect(s.measured.middles.every((middle, i, list) => i === 0 || middle > list[i - 1]!)).toBe(true);
  });
  it('begins the word behind a corner right at it, whatever white lies before it', () => {
    const s = set('TIDE               SEDGE', rectangle(50, 50), {
      anchor: { at: { kind: 'clock', deg: 0 }, startOffsetMm: -15, align: 'start', by: 'ink' },
    });
    const first = s.measured.run.letters.findIndex(({ text }) => text === 'S');
    // The corner at the upper right; capitals stand 5 mm high outside of it.
    expect(sides(s)[first]).toBe('90');
    const box = placedShape(s, first)!;
    expect(box.yMin).toBeGreaterThan(42 - 25 - 1e-6);
    expect(box.yMin).toBeLessThan(42 - 25 + 0.7);
  });
  it('lets no letters run into each other within a corner, whatever the face', () => {
    for (const faceId of [...all.keys()])
      for (const [name, shape] of Object.entries({ rectangle: rectangle(60, 50), kite, star }))
        for (const tops of ['outward', 'inward'] as const) {
          const s = set('OTTERMERE JETTY Light Railway', shape, {
            faceId,
            size: { by: 'cap', mm: 4 },
            seat: seat(tops, tops === 'outward' ? 'outside' : 'inside'),
          });
          expect([faceId, name, tops, least(s) > 0.05]).toEqual([faceId, name, tops, true]);
        }
  });

  it('rounds the inside of corners as far as new letters there need', () => {
    for (const shape of [rectangle(70, 70), kite])
      for (const inside of [true, false]) {
        const on = track(shape);
        // Near the middle of a side, right inside or outside of it.
        const at = { x: 42 + (inside ? 9 : 14), y: 42 - (inside ? 16 : 40) };
        const made = setDown('new', curve(shape), on, at, null, 1, 'deep');
        const s = setOn(all, { ...made, wording: 'OTTERMERE JETTY' }, shape);
        expect([shape.kind, made.seat.side, s.folded]).toEqual([shape.kind, inside ? 'inside' : 'outside', []]);
      }
  });
});
