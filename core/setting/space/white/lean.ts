import type { Face } from '../../../type/face';
import { RICHLY_KERNED, senseOf } from './sense';

/** Why a lean is proposed. */
export interface LeanProposal {
  /** 0 as the typeface spaces it, 1 all alike. */
  readonly lean: number;
  /** How many of the 676 pairs of two capitals, or of two small letters, the face kerns. */
  readonly kernedPairs: number;
  readonly of: 'capitals' | 'small letters';
  /** Whether the face joins its letters, as a connected script does. */
  readonly joined: boolean;
}

const ROUND_TO = 0.05;

/**
 * How far evening out should lean to all gaps alike in a face: not at all where its designer kerned it richly, since
 * then the typeface knows best; wholly where it has no kerning, so that pairs like LT and AV stand as far apart as
 * their side bearings left them. A face that joins its letters is left alone.
 *
 * @param kind what most letters of the lettering are
 */
export function proposedLean(face: Face, kind: 'capital' | 'small', joined = false): LeanProposal {
  const kernedPairs = senseOf(face).kerned[kind === 'capital' ? 'capitals' : 'small'];
  const lean = joined ? 0 : Math.round(Math.max(0, 1 - kernedPairs / RICHLY_KERNED) / ROUND_TO) * ROUND_TO;
  return {
    lean: Math.round(lean * 100) / 100,
    kernedPairs,
    of: kind === 'capital' ? 'capitals' : 'small letters',
    joined,
  };
}
