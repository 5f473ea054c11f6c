import type { FileFormat } from './kind';

export const tiff: FileFormat = {
  name: 'TIFF',
  description: 'a picture of its plates, in CMYK and spot inks',
  help: 'a picture in CMYK and spot inks [--dpi=300] [--bleed] [--technical] [--trap=0.1] [--profile=PRESS.icc]',
  mediaType: 'image/tiff',
  ending: 'tif',
  copies: true,
  drawn: true,
  options: ['dpi', 'technical', 'bleed', 'ownProfile', 'trapMm'],
  shownAs: 'Letters leave as pixels',
  plates: true,
  preview: (_, { technical }) => ({ printed: true, printedOnly: !technical }),
  async write({ drawing }, options, { renderPixels, profile }) {
    const [{ writeTiff }, { pictured }, { pressProfile }, { unzlibSync }] = await Promise.all([
      import('../raster/tiff'),
      import('../../drawing/pictured'),
      import('../pressProfile'),
      import('fflate'),
    ]);
    return writeTiff(
      pictured(drawing, options),
      { dpi: options.dpi, profile: unzlibSync(await pressProfile(drawing.stock, profile)) },
      renderPixels,
    );
  },
};
