import { ok } from '../../result';
import { forTools } from '../cut/forTools';
import { utf8, type FileFormat } from './kind';

export const cutSvg: FileFormat = {
  name: 'SVG for cutters',
  description: 'hairlines in mm, a colour for each tool',
  help: 'hairlines for cutters, a colour for each ink [--seen] [--single-lines] [--keep-faces]',
  mediaType: 'image/svg+xml',
  ending: 'cut.svg',
  copies: true,
  drawn: true,
  options: ['seen', 'singleLines', 'lineFace'],
  shownAs: 'Letters leave as lines that a tool follows',
  plates: false,
  preview: () => ({ lines: true }),
  async write({ drawing }, { seen }) {
    const { writeCutSvg } = await import('../cut/cutSvg');
    return ok(utf8(writeCutSvg(await forTools(drawing, seen))));
  },
};
