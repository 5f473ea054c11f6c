import type { Spacing } from '../piece/types';
import type { Face } from '../type/face';
import { shapeWording, type ShapedRun } from '../type/shape';

/** A run laid out along a straight line: where the middle of each letter's own advance falls, in mm. */
export interface MeasuredRun {
  readonly run: ShapedRun;
  /** One a letter, from the left end of the first advance. */
  readonly middles: Float64Array;
  readonly halfAdvances: Float64Array;
  /** Index of the first and the last letter that has ink; −1 when there is none. */
  readonly firstInk: number;
  readonly lastInk: number;
  /** Lowest and highest ink above the baseline, mm; both 0 without ink. */
  readonly inkBottomMm: number;
  readonly inkTopMm: number;
}

/** The wording shaped as a lettering's spacing asks: ligatures give way while letters are tracked. */
export const shapeFor = (face: Face, wording: string, spacing: Spacing): ShapedRun =>
  shapeWording(face, wording, { kerning: spacing.kerning, ligatures: spacing.ligatures && spacing.tracking === 0 });

/**
 * Lays out a run. Tracking is added between letters, after the last one never.
 *
 * @param scale mm in a font unit
 * @param trackingEm thousandths of an em
 */
export function measureRun(run: ShapedRun, scale: number, trackingEm: number): MeasuredRun {
  const { letters, face } = run;
  const middles = new Float64Array(letters.length);
  const halfAdvances = new Float64Array(letters.length);
  const tracking = (trackingEm / 1000) * face.metrics.upem;
  let pen = 0;
  let firstInk = -1;
  let lastInk = -1;
  let bottom = Infinity;
  let top = -Infinity;
  for (let i = 0; i < letters.length; i++) {
    const letter = letters[i]!;
    const half = letter.advance / 2;
    middles[i] = (pen + letter.before + half) * scale;
    halfAdvances[i] = half * scale;
    pen += letter.before + letter.advance + letter.after + tracking;
    for (const glyph of letter.glyphs) {
      const box = face.bounds(glyph.id);
      if (!box) continue;
      if (firstInk < 0) firstInk = i;
      lastInk = i;
      if (box.yMin + glyph.y < bottom) bottom = box.yMin + glyph.y;
      if (box.yMax + glyph.y > top) top = box.yMax + glyph.y;
    }
  }
  const inked = firstInk >= 0;
  return {
    run, middles, halfAdvances, firstInk, lastInk,
    inkBottomMm: inked ? bottom * scale : 0, inkTopMm: inked ? top * scale : 0,
  };
}
