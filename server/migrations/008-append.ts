/**
 * How changes are committed, see server/data/committer.ts: moves the heads of pieces on, logs the lines of those that were
 * where they should be, and announces them on a channel. Gives the pieces that were. As a function, since the plan of its
 * statement is then made once a connection, which is half of what a commit costs.
 */
export default /* sql */ `
  CREATE FUNCTION append_changes(
    ids text[], befores integer[], afters integer[], names text[], widths double precision[], heights double precision[],
    line_pieces text[], line_revisions integer[], change_ids text[], client_ids text[], changes text[],
    channel text, sender text
  ) RETURNS TABLE (piece text) LANGUAGE plpgsql AS $append$
  #variable_conflict use_column
  BEGIN
    RETURN QUERY
    WITH moved AS (
      UPDATE pieces SET revision = v.after, name = v.name, width_mm = v.width, height_mm = v.height, changed_at = now()
      FROM unnest(ids, befores, afters, names, widths, heights) AS v (id, before, after, name, width, height)
      WHERE pieces.id = v.id AND pieces.revision = v.before AND pieces.deleted_at IS NULL
      RETURNING pieces.id, pieces.revision
    ), logged AS (
      INSERT INTO changes (piece_id, revision, change_id, client_id, change)
      SELECT line.* FROM unnest(line_pieces, line_revisions, change_ids, client_ids, append_changes.changes)
        AS line (piece_id, revision, change_id, client_id, change) JOIN moved ON moved.id = line.piece_id
    ), told AS (
      SELECT moved.id,
        pg_notify(channel, json_build_object('by', sender, 'id', moved.id, 'revision', moved.revision)::text)
      FROM moved
    )
    SELECT told.id FROM told;
  END $append$;
`;
