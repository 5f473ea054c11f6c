/** Pictures of pieces are small rasters. What was drawn before is drawn anew. */
export default /* sql */ `
  DELETE FROM pictures;
  ALTER TABLE pictures RENAME COLUMN svg TO png;
`;
