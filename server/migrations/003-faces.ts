export default /* sql */ `
  CREATE TABLE faces (
    id         text PRIMARY KEY,
    name       text NOT NULL,
    embedding  text NOT NULL,
    bytes      bytea NOT NULL,
    kept_at    timestamptz NOT NULL DEFAULT now()
  );
`;
