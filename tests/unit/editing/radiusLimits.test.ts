import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { radiusRule } from '#core/editing/rules/radius';
import { applySteps, setStep, type Step } from '#core/piece/steps/index';
import { findCurve, findLettering, type CurveShape, type Fit, type Lettering, type Piece } from '#core/piece/types';
import { settingOf, type Faces } from '#core/setting/settingOf';
import { roomLeft } from '#core/setting/space/fill';
import { circle, curve, faces, lettering, piece, spacing } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});

const LONG = 'OTTERMERE LIGHT RAILWAY COMPANY AND SEDGE SHORE STEAM',
  SHORT = 'SEA';
const RADIUS: Fit['rules'] = [{ by: 'radius', least: 0.9, most: 1.1 }];
const TRACKED: Fit['rules'] = [{ by: 'tracking', least: -20, most: 60 }, ...RADIUS];
const kept = (rules: Fit['rules']): Fit => ({ kept: true, baseRadiusMm: null, rules });
const words = (changes: Partial<Lettering> = {}): Lettering =>
  lettering('OTTERMERE LIGHT', { bookends: { startU: 0.7, endU: 0.3 }, fit: kept(RADIUS), ...changes });
const on = (shape: CurveShape, ...letterings: Lettering[]): Piece => piece([curve(shape), ...letterings]);
const applied = (p: Piece, steps: readonly Step[]): Piece => {
  const next = applySteps(p, steps);
  if (!next.ok) throw new Error(next.problem.message);
  return next.value;
};
/** An edit with the size that follows from it. */
const edited = (p: Piece, ...steps: Step[]): Piece =>
  radiusRule.follow!(p, { piece: applied(p, steps), steps }, { faces: all }).piece;
const worded = (p: Piece, wording: string, id = 'words'): Piece => edited(p, setStep(p, id, ['wording'], wording));
const mm = (p: Piece): number => (findCurve(p, 'ring')!.shape as { radiusMm: number }).radiusMm;
const base = (p: Piece): number => findLettering(p, 'words')!.fit.baseRadiusMm!;
/** The piece once the rule has seen it. */
const begun = (p: Piece): Piece => edited(p, setStep(p, 'words', ['anchor', 'startOffsetMm'], 0.5));

describe('the size of a curve whose words keep it', () => {
  it('follows words that are shown and kept filled by it, and no others', () => {
    const p = begun(on(circle(30), words()));
    expect(mm(worded(p, LONG))).toBeGreaterThan(mm(p) + 1);
    const others: readonly Partial<Lettering>[] = [
      { fit: { ...kept(RADIUS), kept: false } },
      { fit: kept(TRACKED.slice(0, 1)) },
      { hidden: true },
      { anchor: { ...words().anchor, align: 'filled' } },
    ];
    for (const changes of others) {
      const q = on(circle(30), words(changes));
      expect(mm(worded(q, LONG)), JSON.stringify(changes)).toBe(30);
    }
    expect(mm(worded(p, '  '))).toBe(mm(p));
    expect(mm(worded(p, ''))).toBe(mm(p));
  });
  it('is counted from the radius of a circle as long as the curve', () => {
    expect(base(begun(on(circle(30), words())))).toBeCloseTo(30, 9);
    const ellipse: CurveShape = { kind: 'ellipse', centre: { x: 42, y: 42 }, radiusXMm: 36, radiusYMm: 27, turnDeg: 0 };
    const p = on(ellipse, words());
    const track = tracksOf(p).get('ring')!;
    expect(base(begun(p))).toBeCloseTo((track.ok ? track.value.path.lengthMm : 0) / (2 * Math.PI), 9);
  });
  it.each([
    ['alone', RADIUS, 0],
    ['behind another rule', TRACKED, 0],
    ['alone, evened out', RADIUS, 1],
    ['behind another rule, evened out', TRACKED, 1],
  ] as const)('stops at its limits to the last digit, %s', (_, rules, evenOut) => {
    const p = begun(on(circle(30), words({ fit: kept(rules), spacing: spacing({ evenOut }) })));
    expect(base(p)).toBeCloseTo(30, 9);
    expect(mm(worded(p, LONG))).toBeCloseTo(33, 6);
    expect(mm(worded(p, SHORT))).toBeCloseTo(27, 6);
    // And back: within them the words fill their room again.
    const back = worded(worded(p, LONG), 'OTTERMERE LIGHT');
    expect(mm(back)).toBeCloseTo(mm(p), 6);
  });
  it('is no other than it was where a rule before it fills the room', () => {
    const wide: Fit['rules'] = [{ by: 'tracking', least: -400, most: 1500 }, ...RADIUS];
    const p = begun(on(circle(30), words({ fit: kept(wide) })));
    expect(mm(p)).toBeCloseTo(30, 9);
    const set = settingOf(findLettering(worded(p, 'OTTERMERE'), 'words')!, tracksOf(worded(p, 'OTTERMERE')), all);
    expect(set.ok && Math.abs(roomLeft(set.value))).toBeLessThan(0.001);
    expect(mm(worded(p, 'OTTERMERE'))).toBeCloseTo(30, 9);
  });
  it('is decided by the first that asks for it', () => {
    const p = begun(on(circle(30), words(), words({ id: 'others', bookends: { startU: 0.3, endU: 0.7 } })));
    expect(mm(worded(p, LONG, 'others'))).toBe(mm(p));
    expect(mm(worded(p, LONG))).toBeGreaterThan(mm(p));
  });
  it('stays on curves that follow others', () => {
    const parallel: CurveShape = { kind: 'parallel', of: 'rim', distanceMm: -4 };
    const p = piece([curve(circle(30), 'rim'), curve(parallel), words()]);
    const after = worded(begun(p), LONG);
    expect(findCurve(after, 'ring')!.shape).toEqual(parallel);
    expect(findCurve(after, 'rim')!.shape).toEqual(circle(30));
  });
});
