import { fail, ok } from '../../result';
import { printPreview, type FileFormat } from './kind';

export const pdf: FileFormat = {
  name: 'PDF for print',
  description: 'outlines in CMYK and spot inks, boxes, marks, output intent',
  help: 'outlines as PDF for print [--marks [--offset=3] [--weight=0.1] [--slug]] [--dated] [--trap=0.1] [--standard=x1a] [--profile=PRESS.icc]',
  mediaType: 'application/pdf',
  ending: 'pdf',
  copies: true,
  drawn: true,
  options: ['marks', 'marksAwayMm', 'marksWidthMm', 'slug', 'date', 'standard', 'ownProfile', 'trapMm'],
  shownAs: 'Letters leave as outlines',
  plates: true,
  preview: printPreview,
  async write({ drawing, lines }, asked, { profile }) {
    const { marks, marksAwayMm, marksWidthMm, slug, date, trapMm, imposition, standard } = asked;
    const { ownOf } = await import('../../ink/stocks');
    const own = ownOf(drawing.stock);
    if (standard === 'x1a' && own && Number(own.version) >= 4)
      return fail({
        code: 'profile-too-new',
        value: own.version,
        message: `“${own.name}” is a profile of version ${own.version}, and PDF/X-1a takes those of version 2 alone. Choose PDF/X-4, or ask for a profile of version 2.`,
      });
    const [{ writePdfPages }, { pressProfile }] = await Promise.all([import('../pdf/pdf'), import('../pressProfile')]);
    const options = {
      marks: marks && !imposition,
      marksAwayMm,
      marksWidthMm,
      slug,
      date: date ? new Date(date) : null,
      trapped: trapMm > 0,
      profile: await pressProfile(drawing.stock, profile),
      standard,
    };
    return ok(await writePdfPages(drawing.name, [{ drawing, lines }], options));
  },
};
