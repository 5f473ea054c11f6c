/** CMYK profiles of printers, named by their content. */
export default /* sql */ `
  CREATE TABLE profiles (
    id       text PRIMARY KEY,
    name     text NOT NULL,
    bytes    bytea NOT NULL,
    kept_at  timestamptz NOT NULL DEFAULT now()
  );
`;
