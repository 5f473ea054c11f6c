/** A place on the sheet in mm from its top left corner, x to the right, y down. */
export interface Point {
  readonly x: number;
  readonly y: number;
}
