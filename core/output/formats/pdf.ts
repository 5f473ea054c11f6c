import { ok } from '../../result';
import { printPreview } from '../preview';
import type { FileFormat } from './kind';

export const pdf: FileFormat = {
  name: 'PDF for print',
  description: 'outlines in CMYK and spot inks, boxes, marks, output intent',
  help: 'outlines as PDF for print [--marks [--offset=3] [--weight=0.1] [--slug]] [--dated] [--trap=0.1] [--standard=x1a]',
  mediaType: 'application/pdf',
  ending: 'pdf',
  copies: true,
  drawn: true,
  options: ['marks', 'marksAwayMm', 'marksWidthMm', 'slug', 'date', 'standard', 'trapMm'],
  shownAs: 'Letters leave as outlines',
  plates: true,
  preview: printPreview,
  async write({ drawing, lines }, asked, { profile }) {
    const { marks, marksAwayMm, marksWidthMm, slug, date, trapMm, imposition, standard } = asked;
    const { writePdfPages } = await import('../pdf/pdf');
    const options = {
      marks: marks && !imposition,
      marksAwayMm,
      marksWidthMm,
      slug,
      date: date ? new Date(date) : null,
      trapped: trapMm > 0,
      profile: await profile(drawing.stock),
      standard,
    };
    return ok(await writePdfPages(drawing.name, [{ drawing, lines }], options));
  },
};
