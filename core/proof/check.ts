import type { EditLabel } from '../editing/labels';
import type { Track } from '../curves';
import type { Faces } from '../setting/settingOf';
import type { PaintedPath } from '../drawing/painted';
import type { Vec } from '../geometry/vec';
import type { Step } from '../piece/steps';
import type { Curve, Lettering, Piece } from '../piece/types';
import type { Result } from '../result';
import type { SetLettering } from '../setting/line/set';

/** One edit that fixes what was found. */
export interface Fix {
  /** What a person reads on its button. */
  readonly label: EditLabel;
  readonly steps: readonly Step[];
}

/** Something that would go wrong in print, and where. */
export interface Finding {
  readonly code: string;
  readonly message: string;
  /** The item it concerns; of the sheet or an ink, '' . */
  readonly itemId: string;
  /** The measured figure in mm, where there is one. */
  readonly mm?: number;
  /** Where it is on the sheet, mm. */
  readonly at?: Vec;
  readonly fix?: Fix;
}

/** A lettering that shows, set. */
export interface Proofed {
  readonly lettering: Lettering;
  readonly curve: Curve;
  readonly set: Result<SetLettering>;
}

/** What a check looks at. */
export interface ProofGround {
  readonly piece: Piece;
  readonly tracks: ReadonlyMap<string, Result<Track>>;
  readonly settings: readonly Proofed[];
  /** What is printed, in painting order. */
  readonly paths: readonly PaintedPath[];
  readonly faces: Faces;
  /** Faces whose makers forbid that they leave with a piece. */
  readonly forbidden: ReadonlySet<string>;
  /** Images that are not at hand. */
  readonly absent: ReadonlySet<string>;
}

export type Check = (ground: ProofGround) => Finding[];

export { shortWording as short } from '../drawing/items/lettering';

/** The letterings that are set, with their settings. */
export const setOnes = ({
  settings,
}: ProofGround): { readonly lettering: Lettering; readonly curve: Curve; readonly set: SetLettering }[] =>
  settings.flatMap(({ lettering, curve, set }) => (set.ok ? [{ lettering, curve, set: set.value }] : []));
