import { ok } from '../../result';
import { utf8, type FileFormat } from './kind';

export const dxf: FileFormat = {
  name: 'DXF',
  description: 'polylines in mm for plotters and engravers',
  help: 'polylines in mm for plotters [--tolerance=0.01]',
  mediaType: 'image/vnd.dxf',
  ending: 'dxf',
  copies: true,
  drawn: true,
  options: ['toleranceMm'],
  shownAs: 'Letters leave as outlines',
  plates: false,
  preview: () => ({ lines: true }),
  async write({ drawing }, { toleranceMm }) {
    const { writeDxf } = await import('../dxf');
    return ok(utf8(writeDxf(drawing, toleranceMm)));
  },
};
