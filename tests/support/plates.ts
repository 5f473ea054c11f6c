import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import UTIF from 'utif2';
import type { Drawing } from '#core/drawing/drawPiece';
import { writePdf } from '#core/output/pdf/pdf';
import { HOME } from './pieces';

const profile = readFileSync(`${HOME}/profiles/coated.icc.zlib`);
export const pdfOf = (drawing: Drawing, marks = false): Promise<Uint8Array> => writePdf(drawing, { marks, profile });

export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly at: (xMm: number, yMm: number) => number;
}
/** The plates of a PDF or EPS as Ghostscript separates them, by name: how much ink lies at a place, 0 to 1. */
export function separated(file: string, dpi = 72): Map<string, Grey> {
  const out = mkdtempSync(join(tmpdir(), 'under-arc-plates-'));
  execFileSync(
    'gs',
    [
      '-q',
      '-dNOPAUSE',
      '-dBATCH',
      '-dSAFER',
      '-sDEVICE=tiffsep',
      `-r${dpi}`,
      '-sCompression=none',
      '-dEPSCrop',
      `-sOutputFile=${join(out, 'p.tif')}`,
      file,
    ],
    { stdio: 'pipe' },
  );
  return new Map(
    readdirSync(out).flatMap((name): [string, Grey][] => {
      const [, plate] = /\((.+)\)\.tif$/.exec(name) ?? [];
      if (!plate) return [];
      const bytes = readFileSync(join(out, name));
      const [page] = UTIF.decode(bytes);
      UTIF.decodeImage(bytes, page!);
      const rgba = UTIF.toRGBA8(page!);
      const { width, height } = page!;
      return [
        [
          plate,
          {
            width,
            height,
            at: (x, y) => 1 - rgba[4 * (Math.round((y / 25.4) * dpi) * width + Math.round((x / 25.4) * dpi))]! / 255,
          },
        ],
      ];
    }),
  );
}
