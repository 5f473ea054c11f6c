import { beforeAll, describe, expect, it } from 'vitest';
import { drawPiece } from '#core/drawing/drawPiece';
import { inLineFace } from '#core/drawing/lineFace';
import { LINE_FACE } from '#core/type/lineFace';
import { isLettering, type Lettering } from '#core/piece/types';
import { worstLine } from '#core/setting/line/set';
import { settingOf, type Faces } from '#core/setting/settingOf';
import { tracksOf } from '#core/curves/index';
import { circle, curve, faces, lettering, piece } from '../../support/pieces';

let all: Faces;
beforeAll(async () => {
  all = await faces();
});
const ring = curve(circle(60));
const engraved = (one: Partial<Lettering>, wording = 'OTTERMERE QUAY') => {
  const before = piece([ring, { ...lettering(wording), ...one } as Lettering]),
    { piece: after, changed } = inLineFace(before, all);
  const [was, is] = [before, after].map((its) => {
    const set = settingOf(its.items.find(isLettering)!, tracksOf(its), all);
    if (!set.ok) throw new Error(set.problem.message);
    return set.value;
  });
  return { was: was!, is: is!, changed, before, after };
};

describe('the face of single lines', () => {
  it.each(['alfa-slab-one', 'anton', 'abril-fatface', 'bungee', 'unbounded-bold', 'limelight'])(
    'takes the place of %s, as tall and as long',
    (faceId) => {
      const { was, is, changed } = engraved({ faceId });
      expect(changed).toHaveLength(1);
      expect(is.lettering.faceId).toBe(LINE_FACE);
      expect(is.capMm).toBeCloseTo(was.capMm, 3);
      expect(worstLine(is).overset.inkMm / worstLine(was).overset.inkMm).toBeCloseTo(1, 2);
    },
  );
  it.each(['bebas-neue', 'great-vibes', 'monoton', 'comfortaa-bold', LINE_FACE])(
    'leaves %s, which is thin',
    (faceId) => {
      const { changed, before, after } = engraved({ faceId }, 'Ottermere');
      expect(changed).toHaveLength(0);
      expect(after.items).toEqual(before.items);
    },
  );
  it('becomes smaller where it would be longer than the words were, however narrow', () => {
    const { was, is } = engraved({ faceId: 'anton', width: 0.6 });
    expect(worstLine(is).overset.inkMm / worstLine(was).overset.inkMm).toBeCloseTo(1, 2);
    expect(is.capMm).toBeLessThan(0.9 * was.capMm);
    expect(is.lettering.width).toBe(0.5);
  });
  it('keeps what is turned by hand, and no gap that was set between other letters', () => {
    const adjustments = [{ at: 2, kern: 80, alongMm: 0.5, offMm: 1, turnDeg: 12 }];
    expect(engraved({ faceId: 'alfa-slab-one', adjustments }).is.lettering.adjustments).toEqual([
      { ...adjustments[0], kern: 0 },
    ]);
  });
  it('stands in for no letters that it does not have, and for nothing hidden', () => {
    expect(engraved({ faceId: 'frank-ruhl-libre-black' }, 'שלום').changed).toHaveLength(0);
    expect(engraved({ faceId: 'alfa-slab-one', hidden: true }).changed).toHaveLength(0);
    expect(engraved({ faceId: 'russo-one' }, 'ЖУК').changed).toHaveLength(1);
  });
  it('is drawn without a fault, on every line', () => {
    const { is, after } = engraved({ faceId: 'alfa-slab-one' }, 'OTTERMERE\nQUAY');
    expect(is.further).toHaveLength(1);
    expect(drawPiece(after, all).problems).toEqual([]);
  });
  it('is not taken where it is not at hand', () => {
    const its = piece([ring, lettering('TILL', { faceId: 'anton' })]);
    expect(inLineFace(its, new Map([...all].filter(([id]) => id !== LINE_FACE)))).toEqual({ piece: its, changed: [] });
  });
});
