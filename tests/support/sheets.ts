import type { Imposition } from '#core/output/sheets/imposition';

/** A sheet of SRA3 on which copies may be turned, changed where a test wants. */
export const paper = (more: Partial<Imposition> = {}): Imposition => ({
  widthMm: 320,
  heightMm: 450,
  marginMm: 10,
  gutterMm: 4,
  nested: false,
  turned: true,
  ...more,
});
