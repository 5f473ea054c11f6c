import { ok } from '../../result';
import { utf8, type FileFormat } from './kind';

export const svg: FileFormat = {
  name: 'SVG outlines',
  description: 'for drawing programs and cutters, in mm',
  help: 'outlines as SVG at true size',
  mediaType: 'image/svg+xml',
  ending: 'svg',
  copies: true,
  drawn: true,
  options: [],
  shownAs: 'Letters leave as outlines',
  plates: false,
  preview: () => ({}),
  async write({ drawing }) {
    const { writeSvg } = await import('../svg');
    return ok(utf8(writeSvg(drawing)));
  },
};
