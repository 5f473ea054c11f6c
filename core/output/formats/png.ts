import type { FileFormat } from './kind';

export const png: FileFormat = {
  name: 'PNG',
  description: 'a picture, with its resolution',
  help: 'a picture [--dpi=300] [--transparent]',
  mediaType: 'image/png',
  ending: 'png',
  copies: true,
  drawn: true,
  options: ['dpi', 'transparent'],
  shownAs: 'Letters leave as outlines',
  plates: false,
  preview: (_, { transparent }) => ({ transparent }),
  async write({ drawing }, options, { rasterise }) {
    const { writePng } = await import('../png');
    return writePng(drawing, options, rasterise);
  },
};
