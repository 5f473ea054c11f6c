/** The newest version of the piece format: of every piece that is written, and the highest that is read. */
export const CURRENT_VERSION = 10;
