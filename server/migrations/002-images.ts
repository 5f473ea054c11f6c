export default /* sql */ `
  CREATE TABLE images (
    id          text PRIMARY KEY,
    media_type  text NOT NULL,
    width_px    integer NOT NULL,
    height_px   integer NOT NULL,
    bytes       bytea NOT NULL,
    kept_at     timestamptz NOT NULL DEFAULT now()
  );
`;
