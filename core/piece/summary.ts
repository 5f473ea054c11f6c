/** What the shelf shows of a piece. */
export interface PieceSummary {
  readonly id: string;
  readonly name: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly revision: number;
  /** When it was changed last, ISO 8601. */
  readonly changedAt: string;
}
