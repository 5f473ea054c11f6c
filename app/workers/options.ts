import { DXF_TOLERANCE_MM } from '#core/output/dxf';
import type { Imposition } from '#core/output/impose';

export { FILE_FORMATS, type FileFormat } from '#core/output/formats';

/** What a file is made with, where its format leaves a choice. All plain data: it is kept with the file. */
export interface FileOptions {
  readonly marks: boolean;
  readonly dpi: number;
  readonly transparent: boolean;
  readonly toleranceMm: number;
  /** A sheet of copies; null for the piece alone. */
  readonly imposition: Imposition | null;
}

export const STANDARD_OPTIONS: FileOptions = {
  marks: false,
  dpi: 300,
  transparent: false,
  toleranceMm: DXF_TOLERANCE_MM,
  imposition: null,
};
