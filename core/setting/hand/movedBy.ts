import { hypot } from '../../hypot';
import { type SetLettering } from '../line/set';
import { LETTER } from '../../stances';

/**
 * How far the letters of a lettering stand from where they stood, mm: the greatest distance of any letter's middle on
 * the baseline. Infinity when the letters are not the same in number.
 */
export function movedBy(before: SetLettering, after: SetLettering): number {
  if (before.rows.length !== after.rows.length) return Infinity;
  let most = 0;
  for (let at = 0; at < before.rows.length; at += LETTER.length) {
    most = Math.max(most, hypot(after.rows[at]! - before.rows[at]!, after.rows[at + 1]! - before.rows[at + 1]!));
  }
  return most;
}
