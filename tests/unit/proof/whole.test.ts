import { beforeAll, describe, expect, it } from 'vitest';
import { makeOrnaments } from '#core/piece/make';
import type { Lettering, Ornaments } from '#core/piece/types';
import { proofPiece } from '#core/proof/index';
import type { Faces } from '#core/setting/settingOf';
import { circle, curve, faces, lettering, piece, seat, spacing } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const ring = curve(circle(30));
const words = (wording: string, changes: Partial<Lettering> = {}): Lettering =>
  lettering(wording, { faceId: 'league-gothic', spacing: spacing({ tracking: 60 }), ...changes });
const foot = words('SEDGE SEA', {
  id: 'foot',
  anchor: { at: { kind: 'clock', deg: 180 }, startOffsetMm: 0, align: 'centre', by: 'ink' },
  seat: seat('inward', 'outside'),
});
const signs = (changes: Partial<Ornaments> = {}): Ornaments => ({
  ...makeOrnaments('signs', 'Ornaments', 'ring', 'deep'),
  ...changes,
});
const codes = (...items: Parameters<typeof piece>[0]): string[] =>
  proofPiece(piece(items), all).map(({ code }) => code);

describe('the proof of a whole piece', () => {
  it('looks at ornaments where they stand between letterings', () => {
    expect(codes(ring, words('OTTERMERE'), foot, signs())).toEqual([]);
    expect(codes(ring, words('OTTERMERE'), foot, signs({ count: 60 }))).toContain('ornament-crowded');
    // The sheet is 84 mm wide: signs that stand far out lie beyond it.
    const out = proofPiece(piece([ring, words('OTTERMERE'), foot, signs({ offMm: 14 })]), all);
    expect(out.filter(({ itemId }) => itemId === 'signs').map(({ code }) => code)).toEqual(['bleed-missing']);
    const fine = proofPiece(piece([ring, words('OTTERMERE'), foot, signs({ height: 0.02 })]), all);
    expect(fine.some(({ itemId, code }) => itemId === 'signs' && code === 'thin-stroke')).toBe(true);
  });
  it('says nothing of letterings that are hidden', () => {
    const tight = words('OTTER', { spacing: spacing({ tracking: -90 }) });
    expect(codes(ring, tight)).toEqual(['letters-touch']);
    expect(codes(ring, { ...tight, hidden: true })).toEqual([]);
  });
  it('goes on where a curve or a lettering cannot be made', () => {
    const none = { ...ring, id: 'none', shape: { kind: 'line' as const, from: { x: 1, y: 1 }, to: { x: 1, y: 1 } } };
    const found = codes(none, ring, words('OTTER', { curveId: 'none' }), foot, signs({ curveId: 'none' }));
    expect(found).toContain('zero-length');
    expect(codes(ring, words('OTTER', { faceId: 'gone' }), foot)).toContain('unknown-face');
    expect(found).not.toContain('letters-touch');
  });
});
