/**
 * A change is one appended line and a new head; the document itself is written now and then, as compressed text. What
 * was written before is taken over as plain text, which the reader tells apart.
 */
export default /* sql */ `
  ALTER TABLE pieces ADD COLUMN name text NOT NULL DEFAULT '';
  ALTER TABLE pieces ADD COLUMN width_mm double precision NOT NULL DEFAULT 0;
  ALTER TABLE pieces ADD COLUMN height_mm double precision NOT NULL DEFAULT 0;
  UPDATE pieces SET
    name = document->>'name',
    width_mm = (document->'sheet'->>'widthMm')::double precision,
    height_mm = (document->'sheet'->>'heightMm')::double precision;

  CREATE TABLE snapshots (
    piece_id  text NOT NULL REFERENCES pieces (id),
    revision  integer NOT NULL,
    format    integer NOT NULL,
    document  bytea NOT NULL,
    PRIMARY KEY (piece_id, revision)
  );
  INSERT INTO snapshots (piece_id, revision, format, document)
    SELECT id, revision, (document->>'version')::integer, convert_to(document::text, 'UTF8') FROM pieces;
  ALTER TABLE pieces DROP COLUMN document;

  ALTER TABLE changes ALTER COLUMN change TYPE text USING change::text;
  CREATE INDEX changes_by_client ON changes (piece_id, client_id, revision);
`;
