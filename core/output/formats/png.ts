import type { FileFormat } from './kind';

export const png: FileFormat = {
  name: 'PNG',
  description: 'a picture, with its resolution',
  help: 'a picture [--dpi=300] [--transparent]',
  mediaType: 'image/png',
  ending: 'png',
  copies: true,
  drawn: true,
  options: ['dpi', 'transparent', 'technical', 'bleed'],
  shownAs: 'Letters leave as outlines',
  plates: false,
  preview: (_, { transparent, technical }) => ({ transparent, printedOnly: !technical }),
  async write({ drawing }, options, { renderPixels }) {
    const [{ writePng }, { pictured }] = await Promise.all([import('../raster/png'), import('../../drawing/pictured')]);
    return writePng(pictured(drawing, options), options, renderPixels);
  },
};
