export default /* sql */ `
  CREATE TABLE pieces (
    id          text PRIMARY KEY,
    document    jsonb NOT NULL,
    revision    integer NOT NULL,
    created_at  timestamptz NOT NULL DEFAULT now(),
    changed_at  timestamptz NOT NULL DEFAULT now(),
    deleted_at  timestamptz
  );

  CREATE TABLE changes (
    piece_id    text NOT NULL REFERENCES pieces (id),
    revision    integer NOT NULL,
    change_id   text NOT NULL,
    client_id   text NOT NULL,
    change      jsonb NOT NULL,
    made_at     timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (piece_id, revision),
    UNIQUE (piece_id, change_id)
  );
`;
