import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { deleteCurveSteps, resizeSteps, reverseSteps, toDrawnSteps, turnSteps } from '#core/editing/edits/operations';
import { settingOf } from '#core/setting/settingOf';
import { findCurve, findLettering, type CurveShape, type Lettering, type Piece } from '#core/piece/types';
import { LETTER } from '#core/stances/index';
import type { Face } from '#core/type/face';
import { arc, circle, curve, faces, lettering, piece, seat } from '../../support/pieces';
import { done, same, standing } from '../../support/edits';

const ellipse: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 34, radiusYMm: 20, turnDeg: 0 };
const wave: CurveShape = {
  kind: 'wave',
  from: { x: 5, y: 40 },
  lengthMm: 90,
  turnDeg: 12,
  amplitudeMm: 9,
  waves: 2,
  phaseDeg: 30,
};
const spiral: CurveShape = {
  kind: 'spiral',
  centre: { x: 42, y: 42 },
  startRadiusMm: 14,
  endRadiusMm: 36,
  startDeg: 30,
  turns: 2,
  growth: 'even',
};
const line: CurveShape = { kind: 'line', from: { x: 5, y: 50 }, to: { x: 95, y: 40 } };
const hill: CurveShape = {
  kind: 'drawn',
  closed: false,
  nodes: [
    { kind: 'corner', at: { x: 5, y: 60 }, back: null, ahead: { x: 30, y: 20 } },
    { kind: 'corner', at: { x: 95, y: 60 }, back: { x: 70, y: 20 }, ahead: null },
  ],
};

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const stands = (p: Piece): number[][] => standing(p, all);

const on = (shape: CurveShape, ...letterings: Lettering[]): Piece => piece([curve(shape), ...letterings]);
const open = (wording: string, changes: Partial<Lettering> = {}): Lettering =>
  lettering(wording, {
    anchor: { at: { kind: 'fraction', u: 0.4 }, startOffsetMm: 1.5, align: 'start', by: 'ink' },
    bookends: { startU: 0.1, endU: 0.9 },
    ...changes,
  });
const below: Partial<Lettering> = {
  id: 'below',
  seat: seat('inward', 'outside', 0.4),
  bookends: { startU: 0.8, endU: 0.2 },
};

describe('reversing', () => {
  it.each([
    ['an arc', arc(34, -60, 120)],
    ['a wave', wave],
    ['a spiral', spiral],
    ['a line', line],
    ['a drawn curve', hill],
  ])('%s leaves its lettering where it stands', (_name, shape) => {
    const before = on(shape, open('SEDGE'), open('SHORE', below));
    const after = done(before, reverseSteps(before, findCurve(before, 'ring')!));
    expect(findCurve(after, 'ring')!.shape).not.toEqual(shape);
    same(stands(before), stands(after), 1e-5);
  });
  it('keeps a parallel on its side', () => {
    const before = piece([
      curve(line),
      curve({ kind: 'parallel', of: 'ring', distanceMm: 4 }, 'p'),
      open('TIDE', { curveId: 'p' }),
    ]);
    const after = done(before, reverseSteps(before, findCurve(before, 'ring')!));
    const y = (p: Piece): number => {
      const t = tracksOf(p).get('p')!;
      return t.ok ? t.value.centre.y : 0;
    };
    expect(y(after)).toBeCloseTo(y(before), 6);
  });
  it('turns the words over in their band where a kind has one direction alone, and is refused without words', () => {
    const p = on(circle(30), lettering('TIDE'));
    const after = findLettering(done(p, reverseSteps(p, findCurve(p, 'ring')!)), 'words');
    expect(after!.seat).toMatchObject({ tops: 'inward', side: 'outside' });
    const bare = piece([curve(circle(30))]);
    expect(reverseSteps(bare, findCurve(bare, 'ring')!)).toMatchObject({ ok: false, problem: { code: 'one-way' } });
  });
});

describe('turning into nodes', () => {
  it.each([
    ['a circle', circle(30)],
    ['an ellipse', ellipse],
    ['an arc', arc(34, 40, -80)],
    ['a wave', wave],
    ['a line', line],
  ])('%s leaves its lettering where it stands', (_name, shape) => {
    const closed = shape.kind === 'circle' || shape.kind === 'ellipse';
    const before = on(
      shape,
      closed
        ? lettering('SEDGE', {
            anchor: { at: { kind: 'clock', deg: 30 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
          })
        : open('SEDGE'),
    );
    const after = done(before, toDrawnSteps(before, findCurve(before, 'ring')!));
    expect(findCurve(after, 'ring')!.shape.kind).toBe('drawn');
    same(stands(before), stands(after), 5e-3);
  });
});

describe('resizing', () => {
  it('the curve alone leaves the letters their size; with letters all scales', () => {
    const before = on(circle(30), lettering('TIDE', { seat: seat('outward', 'outside', 1) }));
    const alone = done(before, resizeSteps(before, findCurve(before, 'ring')!, 1.2, false));
    expect(findLettering(alone, 'words')).toEqual(findLettering(before, 'words'));
    const both = done(before, resizeSteps(before, findCurve(before, 'ring')!, 1.2, true));
    const [a, b] = [stands(before)[0]!, stands(both)[0]!];
    for (let i = 0; i < a.length; i += LETTER.length) {
      expect(b[i]! - 42).toBeCloseTo((a[i]! - 42) * 1.2, 8);
      expect(b[i + 1]! - 42).toBeCloseTo((a[i + 1]! - 42) * 1.2, 8);
    }
  });
  it('turning goes about the curve’s own centre', () => {
    const before = on(ellipse);
    const after = done(before, turnSteps(before, findCurve(before, 'ring')!, 30));
    expect(findCurve(after, 'ring')!.shape).toMatchObject({ centre: { x: 42, y: 42 }, turnDeg: 30 });
  });
});

describe('deleting a curve', () => {
  const full = piece([
    curve(circle(30)),
    lettering('TIDE'),
    curve(circle(20), 'other'),
    curve({ kind: 'parallel', of: 'ring', distanceMm: 3 }, 'p'),
    lettering('SEA', { id: 'sea', curveId: 'p' }),
  ]);
  const ring = findCurve(full, 'ring')!;
  it('with its lettering leaves what followed it in its form', () => {
    const after = done(full, deleteCurveSteps(full, ring, { kind: 'delete' }));
    expect(after.items.map((item) => item.id)).toEqual(['other', 'p', 'sea']);
    expect(findCurve(after, 'p')!.shape.kind).toBe('drawn');
    same([stands(full)[1]!], stands(after), 2e-3);
  });
  it('moves its lettering to another curve', () => {
    const after = done(full, deleteCurveSteps(full, ring, { kind: 'move', to: 'other' }));
    expect(findLettering(after, 'words')).toMatchObject({
      curveId: 'other',
      wording: 'TIDE',
      anchor: { at: { kind: 'clock', deg: 0 } },
    });
  });
  it('sets its lettering straight', () => {
    const after = done(full, deleteCurveSteps(full, ring, { kind: 'straight', lineId: 'line' }));
    expect(findCurve(after, 'line')!.shape.kind).toBe('line');
    expect(new Set(stands(after)[0]!.filter((_, i) => i % LETTER.length === LETTER.ay))).toEqual(new Set([-0]));
  });
});

describe('corners', () => {
  const square: CurveShape = {
    kind: 'rectangle',
    centre: { x: 42, y: 42 },
    widthMm: 40,
    heightMm: 40,
    cornerMm: 0,
    turnDeg: 0,
  };
  const words = (radiusMm: number | null) =>
    lettering('ROUND THE CORNER OF THE LABEL', {
      size: { by: 'cap', mm: 3 },
      corners: radiusMm === null ? { kind: 'straight' } : { kind: 'round', radiusMm },
    });
  const angles = (p: Piece): number[] => {
    const rows = stands(p)[0]!;
    return Array.from({ length: rows.length / LETTER.length }, (_, i) =>
      Math.round((Math.atan2(rows[i * LETTER.length + 3]!, rows[i * LETTER.length + 2]!) * 180) / Math.PI),
    );
  };
  it('are rounded for the lettering by a radius, and sharp where it goes straight through', () => {
    const straight = new Set(angles(on(square, words(null)))),
      round = new Set(angles(on(square, words(8))));
    expect([...straight].filter((deg) => deg % 90 !== 0)).toEqual([]);
    expect([...round].some((deg) => deg % 90 !== 0)).toBe(true);
  });
  it('rounded by r are the rectangle with corners of r', () => {
    const a = stands(on(square, words(5))),
      b = stands(on({ ...square, cornerMm: 5 }, words(null)));
    same(a, b, 1e-6);
  });
  it.each(['start', 'centre', 'end'] as const)(
    'are stepped over: no letter lies across one, all keep their order (%s)',
    (align) => {
      const what = lettering('ROUND THE CORNER OF THE LABEL', {
        size: { by: 'cap', mm: 3 },
        corners: { kind: 'step' },
        anchor: { at: { kind: 'clock', deg: 20 }, startOffsetMm: 0, align, by: 'ink' },
      });
      const p = on(square, what);
      const set = settingOf(what, tracksOf(p), all);
      if (!set.ok) throw new Error(set.problem.message);
      const { path, letterDistances, measured } = set.value;
      const corners = [20, 60, 100, 140].flatMap((s) => [s - path.lengthMm, s, s + path.lengthMm]);
      letterDistances.forEach((s, i) => {
        // Along a straight side the letter takes its own width; its middle tells how near a corner may be.
        for (const corner of corners) expect(Math.abs(s - corner)).toBeGreaterThan(measured.halfAdvances[i]! - 1e-6);
        if (i > 0) expect(s).toBeGreaterThan(letterDistances[i - 1]!);
      });
      expect(angles(p).every((deg) => deg % 90 === 0)).toBe(true);
    },
  );
  it('do not change a curve that has none', () => {
    same(stands(on(circle(30), words(5))), stands(on(circle(30), words(null))), 1e-12);
  });
});

describe('a bend tighter than the letters', () => {
  it('is named and marked, and the letters are drawn in order', () => {
    const kink: CurveShape = {
      kind: 'drawn',
      closed: false,
      nodes: [
        { kind: 'corner', at: { x: 5, y: 20 }, back: null, ahead: { x: 46, y: 110 } },
        { kind: 'corner', at: { x: 80, y: 20 }, back: { x: 39, y: 110 }, ahead: null },
      ],
    };
    const p = on(
      kink,
      open('DOWN AND UP AGAIN', {
        anchor: { at: { kind: 'fraction', u: 0.5 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
        size: { by: 'cap', mm: 14 },
      }),
    );
    const set = settingOf(findLettering(p, 'words')!, tracksOf(p), all);
    if (!set.ok) throw new Error(set.problem.message);
    expect(set.value.folded.length).toBeGreaterThan(0);
    expect(set.value.notes).toMatchObject([{ code: 'fold' }]);
    set.value.letterDistances.forEach((s, i, list) => {
      if (i > 0) expect(s).toBeGreaterThan(list[i - 1]!);
    });
    expect(Array.from(set.value.rows).every(Number.isFinite)).toBe(true);
  });
});
