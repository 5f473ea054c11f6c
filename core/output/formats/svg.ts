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
  options: ['technical', 'bleed'],
  shownAs: 'Letters leave as outlines',
  plates: false,
  preview: (_, { technical }) => ({ printedOnly: !technical }),
  async write({ drawing, piece }, options) {
    const [{ writeSvg, wordsShown }, { pictured }] = await Promise.all([
      import('../svg'),
      import('../../drawing/pictured'),
    ]);
    return ok(utf8(writeSvg(pictured(drawing, options), { words: wordsShown(piece) })));
  },
};
