/** Pictures of pieces, so that the shelf is whole at once after a start too. */
export default /* sql */ `
  CREATE TABLE pictures (
    piece_id  text PRIMARY KEY REFERENCES pieces (id),
    revision  integer NOT NULL,
    build     text NOT NULL,
    svg       bytea NOT NULL
  );
`;
