import { ok } from '../../result';
import type { FileFormat } from './kind';

export const pdf: FileFormat = {
  name: 'PDF for print',
  description: 'outlines in CMYK and spot inks, boxes, marks, output intent',
  help: 'outlines as PDF for print [--marks [--slug]] [--dated] [--trap=0.1] [--standard=x1a]',
  mediaType: 'application/pdf',
  ending: 'pdf',
  copies: true,
  drawn: true,
  options: ['marks', 'slug', 'dated', 'standard', 'trapMm'],
  shownAs: 'Letters leave as outlines',
  plates: true,
  preview: ({ lines }, { marks, slug, imposition }) => ({
    marks: marks && !imposition,
    slug: slug && !imposition,
    printed: true,
    crop: lines,
  }),
  async write({ drawing, lines }, { marks, slug, dated, trapMm, imposition, standard }, { profile }) {
    const { writePdfPages } = await import('../pdf/pdf');
    const date = dated ? new Date() : null;
    const options = {
      marks: marks && !imposition,
      slug,
      date,
      trapped: trapMm > 0,
      profile: await profile(),
      standard,
    };
    return ok(await writePdfPages(drawing.name, [{ drawing, lines }], options));
  },
};
