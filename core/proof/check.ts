import type { Curve, Lettering, Piece } from '../piece/types';
import type { Track } from '../curves';
import type { Result } from '../result';
import type { SetLettering } from '../setting/setLettering';

/** Something that would go wrong in print, and where. */
export interface Finding {
  readonly code: string;
  readonly message: string;
  /** The item it concerns. */
  readonly itemId: string;
  /** The measured figure in mm, where there is one. */
  readonly mm?: number;
}

/** What a check looks at. */
export interface ProofGround {
  readonly piece: Piece;
  readonly tracks: ReadonlyMap<string, Result<Track>>;
  readonly settings: readonly { readonly lettering: Lettering; readonly curve: Curve; readonly set: Result<SetLettering> }[];
}

export type Check = (ground: ProofGround) => Finding[];
