import type { SetLettering } from '../setting/line/set';
import { bendingOf, letterRow } from '../stances';

/** A letter as a text of its own. */
export interface ApartLetter {
  readonly text: string;
  /** What a unit of its own x, and of its own y, downwards, become, and where it stands, mm, as SVG has it. */
  readonly matrix: readonly [number, number, number, number, number, number];
  /** Where it begins along its own x, mm: at its left, or at its right where it is read from there. */
  readonly x: number;
  readonly rightToLeft: boolean;
}

/**
 * The letters of a line as texts of their own, for those that are sheared, widened, scaled or read from the right: text
 * on a path has no words for that.
 *
 * @returns null where outlines are bent, which no text can be, or joined, which texts of their own would not be
 */
export function lettersApart({ measured, stance, rows, scaleX, scaleY }: SetLettering): ApartLetter[] | null {
  const { run, scales } = measured,
    { letters, wording } = run;
  if (bendingOf(stance) > 0 || run.joined) return null;
  const begins = letters.map(({ index }) => index).sort((a, b) => a - b);
  return letters.flatMap(({ index, advance }, i) => {
    const text = wording.slice(index, begins.find((at) => at > index) ?? wording.length);
    if (text.trim() === '') return [];
    const rightToLeft = (letters[i - 1]?.index ?? -1) > index || (letters[i + 1]?.index ?? wording.length) < index;
    const k = scales ? scales[i]! : 1,
      across = (scaleX / scaleY) * k;
    const [x, y, ax, ay, ux, uy] = letterRow(rows, i);
    const half = (advance * scaleY) / 2;
    return [
      { text, matrix: [ax * across, ay * across, -ux * k, -uy * k, x, y], x: rightToLeft ? half : -half, rightToLeft },
    ];
  });
}
