import { ok } from '../../result';
import { isLettering } from '../../piece/types';
import { utf8, type FileFormat } from './kind';
import { pictured } from '../../drawing/pictured';

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
    const { writeSvg } = await import('../svg');
    const words = piece.items.filter(isLettering).filter(({ hidden, wording }) => !hidden && wording.trim() !== '');
    return ok(
      utf8(
        writeSvg(pictured(drawing, options), {
          words: words.map(({ wording }) => wording.replace(/\s+/g, ' ').trim()),
        }),
      ),
    );
  },
};
