import { ok } from '../../result';
import { forTools } from '../cut/forTools';
import { utf8, type FileFormat } from './kind';

export const dxf: FileFormat = {
  name: 'DXF',
  description: 'polylines in mm for plotters and engravers',
  help: 'polylines in mm for plotters [--tolerance=0.01] [--arcs] [--seen] [--single-lines] [--keep-faces] [--layers=item] [--box] [--marks]',
  mediaType: 'image/vnd.dxf',
  ending: 'dxf',
  copies: true,
  drawn: true,
  options: ['marks', 'toleranceMm', 'arcs', 'layers', 'seen', 'singleLines', 'lineFace', 'weedingBox'],
  shownAs: 'Letters leave as lines that a tool follows',
  plates: false,
  preview: () => ({ lines: true }),
  async plotter({ drawing }, { toleranceMm, seen, weedingBox, marks, imposition }) {
    const [{ toolContours }, { plotterRun }] = await Promise.all([import('../cut/contours'), import('../cut/plotter')]);
    const extras = { weedingBox, marks: marks && !imposition };
    const contours = toolContours(await forTools(drawing, seen), toleranceMm, extras);
    return plotterRun(contours, drawing.sheet.heightMm);
  },
  async write({ drawing }, { toleranceMm, arcs, layers, seen, weedingBox, marks, imposition }) {
    const { writeDxf } = await import('../cut/dxf');
    return ok(
      utf8(
        writeDxf(await forTools(drawing, seen), toleranceMm, { layers, weedingBox, arcs, marks: marks && !imposition }),
      ),
    );
  },
};
