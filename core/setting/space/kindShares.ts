import type { Face } from '../../type/face';
import type { PairKind } from './letterKind';
import { senseOf } from './sense';
import type { Shares } from './white';

/** The shares by which a face's pairs of a kind are read: a capital beside a small letter is read as capitals are. */
export const sharesOf = (face: Face, kind: PairKind): Shares => senseOf(face).shares[kind === 'small' ? 'small' : 'capitals'];
