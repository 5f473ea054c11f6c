import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece } from '#core/drawing/drawPiece';
import { groundOf, settingOf, type SpacingCorrections, type Faces } from '#core/setting/settingOf';
import { finish, radiusRule } from '#core/editing/rules/radius';
import { tracksOf } from '#core/curves/index';
import { applySteps, setStep, type Made, type Step } from '#core/piece/steps/index';
import { findLettering, type CurveShape, type Fit, type Lettering, type Piece } from '#core/piece/types';
import { betweenBookends, roomLeft } from '#core/setting/space/fill';
import { setLettering } from '#core/setting/line/setLettering';
import { correctionOf, isFoundFor, setWith } from '#core/setting/space/settle';
import { circle, curve, faces, lettering, piece, spacing } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});

const fit = (rules: Fit['rules'], baseRadiusMm: number | null = null): Fit => ({ kept: true, baseRadiusMm, rules });
const radius: Fit['rules'] = [{ by: 'radius', least: 0.3, most: 3 }];
const start = (changes: Partial<Lettering> = {}, shape: CurveShape = circle(30)): Piece =>
  piece([curve(shape), lettering('OTTERMERE LIGHT', { bookends: { startU: 0.7, endU: 0.3 }, ...changes })]);
/** Steps with what they mean for kept radii. */
function after(p: Piece, steps: readonly Step[], corrections?: SpacingCorrections): Made {
  const next = applySteps(p, steps);
  if (!next.ok) throw new Error(next.problem.message);
  return radiusRule.follow!(p, { piece: next.value, steps }, { faces: all, corrections });
}
/** An edit as the bench makes it. */
function edited(p: Piece, ...steps: ReturnType<typeof setStep>[]): Piece {
  return after(p, steps).piece;
}
const words = (p: Piece): Lettering => findLettering(p, 'words')!;
const left = (p: Piece): number => {
  const set = settingOf(words(p), tracksOf(p), all);
  if (!set.ok) throw new Error(set.problem.message);
  return roomLeft(set.value);
};
const radiusOf = (p: Piece): number => (p.items[0] as { shape: { radiusMm: number } }).shape.radiusMm;
const keep = (p: Piece, rules: Fit['rules']): Piece => edited(p, setStep(p, 'words', ['fit'], fit(rules)));

describe('a radius kept such that the words fill their room', () => {
  it('is found when keeping begins, and again for every wording', () => {
    let p = keep(start(), radius);
    expect(Math.abs(left(p))).toBeLessThan(0.001);
    const first = radiusOf(p);
    p = edited(p, setStep(p, 'words', ['wording'], 'OTTERMERE LIGHT RAILWAY'));
    expect(Math.abs(left(p))).toBeLessThan(0.001);
    expect(radiusOf(p)).toBeGreaterThan(first * 1.2);
    p = edited(p, setStep(p, 'words', ['wording'], 'OTTERMERE LIGHT'));
    expect(radiusOf(p)).toBeCloseTo(first, 6);
  });
  it('comes last in its order, and is given back when it is not needed any more', () => {
    const rules: Fit['rules'] = [{ by: 'tracking', least: -20, most: 60 }, ...radius];
    let p = keep(start({ wording: 'OTTERMERE' }), rules);
    expect(Math.abs(left(p))).toBeLessThan(0.001);
    const small = radiusOf(p);
    p = edited(p, setStep(p, 'words', ['wording'], 'OTTERMERE LIGHT RAILWAY COMPANY'));
    expect(Math.abs(left(p))).toBeLessThan(0.001);
    expect(radiusOf(p)).toBeGreaterThan(small);
    p = edited(p, setStep(p, 'words', ['wording'], 'OTTERMERE'));
    expect(radiusOf(p)).toBeCloseTo(small, 6);
  });
  it('keeps its limits, counted from the size given by hand, however often words change', () => {
    const tight: Fit['rules'] = [{ by: 'radius', least: 0.9, most: 1.1 }];
    let p = keep(start(), tight);
    for (const wording of ['OTTERMERE LIGHT RAILWAY COMPANY', 'SEA', 'OTTERMERE LIGHT RAILWAY COMPANY', 'SEA'])
      p = edited(p, setStep(p, 'words', ['wording'], wording));
    expect(radiusOf(p)).toBeCloseTo(27, 6);
    expect(drawPiece(p, all).problems.map((one) => one.code)).not.toContain('too-tight');
    p = edited(p, setStep(p, 'ring', ['shape'], circle(40)));
    expect(radiusOf(p)).toBeCloseTo(36, 6);
  });
  it('is found with evening out too, on other kinds of curves as well', () => {
    for (const shape of [
      circle(30),
      { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 27, turnDeg: 0 },
    ] as CurveShape[]) {
      const p = keep(start({ spacing: spacing({ evenOut: 1 }) }, shape), radius);
      expect(Math.abs(left(p)), shape.kind).toBeLessThan(0.001);
    }
  });
  it('is filled at once with what evening out came to before, and finished with its own', () => {
    for (const shape of [
      circle(30),
      { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 27, turnDeg: 0 },
    ] as CurveShape[]) {
      const p = keep(start({ spacing: spacing({ evenOut: 1, lean: 1 }) }, shape), radius);
      expect(finish(p, words(p), all)!.shape, 'has the right size already').toBeNull();
      const none: SpacingCorrections = { of: () => null };
      const now = after(p, [setStep(p, 'words', ['wording'], 'OTTERMERE LIGHT RAILWAY')], none).piece;
      // Filled without evening out; with it the room is missed until the size is finished.
      const plain = settingOf(words(now), tracksOf(now), all, none);
      expect(plain.ok && Math.abs(roomLeft(plain.value))).toBeLessThan(0.001);
      expect(Math.abs(left(now))).toBeGreaterThan(0.001);
      const finished = finish(now, words(now), all)!;
      const done = applySteps(now, [setStep(now, 'ring', ['shape'], finished.shape)]);
      expect(done.ok && Math.abs(left(done.value)), shape.kind).toBeLessThan(0.001);
      // What evening out came to is that of the finished curve, which is then finished.
      const again = done.ok ? finish(done.value, words(done.value), all)! : finished;
      expect(again.shape).toBeNull();
      for (const [at, em] of again.correction!) expect(em).toBeCloseTo(finished.correction!.get(at)!, 3);
      // The same as found in one go.
      const whole = edited(p, setStep(p, 'words', ['wording'], 'OTTERMERE LIGHT RAILWAY'));
      const length = (one: Piece): number => {
        const track = tracksOf(one).get('ring')!;
        return track.ok ? track.value.path.lengthMm : 0;
      };
      expect(done.ok && length(done.value)).toBeCloseTo(length(whole), 3);
    }
  });
  it('is near enough for the eye with what evening out was, until it is finished', () => {
    for (const shape of [
      circle(30),
      { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 27, turnDeg: 0 },
    ] as CurveShape[]) {
      const p = keep(start({ spacing: spacing({ evenOut: 1 }) }, shape), radius);
      const ground = groundOf(words(p), tracksOf(p), all);
      const correction = ground.ok ? correctionOf(words(p), ground.value.track, ground.value.face) : null;
      const was: SpacingCorrections = { of: () => correction };
      const made = after(p, [setStep(p, 'words', ['wording'], 'OTTERMERE LIGHTS')], was).piece;
      const set = settingOf(words(made), tracksOf(made), all, was);
      const leftMm = set.ok ? roomLeft(set.value) : Number.NaN;
      expect(leftMm, shape.kind).toBeGreaterThan(0);
      expect(leftMm, shape.kind).toBeLessThan(0.04);
      expect(set.ok && [set.value.overset.letters, set.value.notes]).toEqual([[], []]);
      // What was found on the way to the radius is what setting it anew gives.
      const anew = settingOf({ ...words(made) }, tracksOf(made), all, was);
      const furthest =
        set.ok && anew.ok
          ? Math.max(...set.value.rows.map((one, i) => Math.abs(one - anew.value.rows[i]!)))
          : Number.NaN;
      expect(furthest, shape.kind).toBeLessThan(1e-8);
      expect(set.ok && anew.ok && set.value.lettering === words(made) && set.value.notes).toEqual(
        anew.ok && anew.value.notes,
      );
      // A file is told of what is missing: it will not be finished.
      const filed = settingOf(words(made), tracksOf(made), all);
      expect(filed.ok && filed.value.notes.map((one) => one.code)).toEqual(['fit-not-met']);
      const finished = finish(made, words(made), all)!;
      const done = applySteps(made, [setStep(made, 'ring', ['shape'], finished.shape)]);
      expect(done.ok && Math.abs(left(done.value)), shape.kind).toBeLessThan(1e-4);
      // The last step is too small to even out again for it.
      const again = done.ok ? finish(done.value, words(done.value), all)! : null;
      expect(again?.shape).toBeNull();
      for (const [at, em] of finished.correction!)
        expect(Math.abs(again!.correction!.get(at)! - em), `${shape.kind}, thousandths of an em at ${at}`).toBeLessThan(
          0.01,
        );
    }
  });
  it('is found together with the setting, which is taken for that of these words only', () => {
    const p = keep(start(), radius),
      item = words(p),
      ground = groundOf(item, tracksOf(p), all);
    if (!ground.ok) throw new Error(ground.problem.message);
    const { track, face } = ground.value;
    const found = setWith(item, track, face, [], null),
      between = setLettering(betweenBookends(item, track), track, face);
    if (!found.ok || !between.ok) throw new Error('not set');
    const fits = (changes: Partial<Lettering>): boolean =>
      isFoundFor(between.value, { ...item, ...changes }, track, face, null);
    expect(fits({})).toBe(true);
    const again = setWith(item, track, face, [], null, between.value);
    expect(again.ok && Array.from(again.value.rows)).toEqual(
      Array.from(found.value.rows, (value) => expect.closeTo(value, 9)),
    );
    // It stands between its bookends whatever its anchor says, but not between others.
    expect(fits({ anchor: { ...item.anchor, align: 'start' } })).toBe(true);
    for (const changes of [
      { bookends: { startU: 0.7, endU: 0.25 } },
      { wording: 'OTTERMERE' },
      { spacing: spacing({ tracking: 5 }) },
      { fit: fit([{ by: 'tracking', least: -20, most: 60 }, ...radius]) },
    ])
      expect(fits(changes)).toBe(false);
    expect(isFoundFor(between.value, item, { ...track }, face, null)).toBe(false);
    expect(isFoundFor(between.value, item, track, face, new Map())).toBe(false);
  });
  it('moves a curve about without changing it, and leaves locked curves and plain edits alone', () => {
    let p = keep(start(), radius);
    const was = radiusOf(p);
    p = edited(p, setStep(p, 'ring', ['shape'], circle(was, 50, 44)));
    expect(radiusOf(p)).toBeCloseTo(was, 9);
    const locked = piece([
      { ...curve(circle(30)), locked: true },
      lettering('OTTERMERE', { bookends: { startU: 0.7, endU: 0.3 } }),
    ]);
    expect(radiusOf(keep(locked, radius))).toBe(30);
    const steps = [setStep(p, 'ring', ['name'], 'Ring')];
    expect(after(start(), steps).steps).toEqual(steps);
  });

  /** Words that are kept filled by the radius on a curve that does not have the size for it. */
  const unmet = (changes: Partial<Lettering> = {}, base: number | null = 30): Piece =>
    start({ fit: fit(radius, base), ...changes }, circle(34));
  it('changes nothing but for an edit of the words or of their curve', () => {
    const p = unmet();
    const steps = [setStep(p, null, ['name'], 'Another name')];
    expect(after(p, steps).steps).toEqual(steps);
    expect(radiusOf(edited(p, setStep(p, 'words', ['spacing', 'tracking'], 1)))).not.toBeCloseTo(34, 1);
  });
  it('is no matter of words without a letter, of hidden ones, and of those filled by something else', () => {
    for (const changes of [
      { wording: ' ' },
      { hidden: true },
      { fit: fit([{ by: 'tracking', least: -20, most: 300 }], 30) },
      { fit: { ...fit(radius, 30), kept: false } },
      { anchor: { ...words(start()).anchor, align: 'filled' as const } },
    ]) {
      const p = unmet(changes);
      expect(radiusOf(edited(p, setStep(p, 'words', ['spacing', 'tracking'], 1))), JSON.stringify(changes)).toBe(34);
    }
  });
  it('is decided by the first words of each curve that ask for it', () => {
    const other = {
      ...lettering('ON ANOTHER RING', { bookends: { startU: 0.7, endU: 0.3 } }),
      id: 'far',
      curveId: 'outer',
    };
    const beside = { ...words(unmet()), id: 'beside', wording: 'AND SOME MORE OF THEM', fit: fit([]) };
    const last = { ...beside, id: 'last', fit: fit(radius, 30) };
    const p: Piece = {
      ...unmet(),
      items: [
        curve(circle(34)),
        curve(circle(60), 'outer'),
        { ...other, fit: fit(radius, 60) },
        { ...beside, fit: { ...beside.fit, kept: false } },
        words(unmet()),
        last,
      ],
    };
    const alone = edited(unmet(), setStep(unmet(), 'words', ['spacing', 'tracking'], 1));
    expect(radiusOf(edited(p, setStep(p, 'words', ['spacing', 'tracking'], 1)))).toBeCloseTo(radiusOf(alone), 6);
    // The ones behind it ask in vain, and so do those on a curve that follows another or is locked.
    expect(radiusOf(edited(p, setStep(p, 'last', ['spacing', 'tracking'], 1)))).toBe(34);
  });
  it('is found where words and their curve come in one edit, and where the face of the words is not there nothing is', () => {
    const p = unmet();
    const [ring, item] = p.items;
    const both = [ring!, item!].map((one, index): Step => ({ kind: 'insert', index, item: one }));
    const made = after({ ...p, items: [] }, both).piece;
    expect(Math.abs(left(made))).toBeLessThan(0.001);
    const lost = unmet({ faceId: 'gone' });
    const steps = [setStep(lost, 'words', ['spacing', 'tracking'], 1)];
    expect(after(lost, steps).steps).toEqual(steps);
    expect(finish(lost, words(lost), all)).toBeNull();
  });
  it('takes no evening out for words that are not evened out, and has nothing to finish for them', () => {
    const p = unmet();
    const wrong: SpacingCorrections = { of: () => new Map([[3, 900]]) };
    const tracked = setStep(p, 'words', ['spacing', 'tracking'], 1);
    expect(radiusOf(after(p, [tracked], wrong).piece)).toBeCloseTo(radiusOf(edited(p, tracked)), 9);
    expect(finish(p, words(p), all)).toEqual({ correction: null, shape: null });
  });
  it('is finished within limits that are counted from the size given by hand', () => {
    const p = unmet({
      spacing: spacing({ evenOut: 1 }),
      wording: 'SEA',
      fit: fit([{ by: 'radius', least: 0.9, most: 1.1 }], 30),
    });
    const finished = finish(p, words(p), all)!;
    expect((finished.shape as { radiusMm: number }).radiusMm).toBeCloseTo(27, 6);
  });
});
