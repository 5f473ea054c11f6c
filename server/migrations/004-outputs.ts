/**
 * Files that were made: not their bytes, but the piece as it was and what they were made with, of which they can be
 * made again byte for byte.
 */
export default /* sql */ `
  CREATE TABLE outputs (
    id        text PRIMARY KEY,
    piece_id  text NOT NULL REFERENCES pieces (id),
    format    text NOT NULL,
    name      text NOT NULL,
    options   jsonb NOT NULL,
    document  jsonb NOT NULL,
    bytes     integer NOT NULL,
    made_at   timestamptz NOT NULL DEFAULT now()
  );
  CREATE INDEX outputs_by_piece ON outputs (piece_id, made_at DESC);
`;
