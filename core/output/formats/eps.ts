import { ok } from '../../result';
import { printPreview, type FileFormat } from './kind';

export const eps: FileFormat = {
  name: 'EPS',
  description: 'outlines in CMYK and spot inks for layouts that ask for it',
  help: 'outlines as EPS, PostScript level 3 [--bleed] [--marks [--offset=3] [--weight=0.1] [--slug]] [--dated] [--trap=0.1] [--profile=PRESS.icc]',
  mediaType: 'application/postscript',
  ending: 'eps',
  copies: true,
  drawn: true,
  options: ['marks', 'marksAwayMm', 'marksWidthMm', 'slug', 'date', 'bleed', 'ownProfile', 'trapMm'],
  shownAs: 'Letters leave as outlines',
  plates: true,
  preview: printPreview,
  async write({ drawing, lines }, { marks, marksAwayMm, marksWidthMm, slug, date, bleed, imposition }) {
    const { writeEps } = await import('../pdf/eps');
    return ok(
      writeEps(
        { drawing, lines },
        {
          marks: marks && !imposition,
          marksAwayMm,
          marksWidthMm,
          slug,
          date: date ? new Date(date) : null,
          bleed: bleed || imposition !== null,
        },
      ),
    );
  },
};
