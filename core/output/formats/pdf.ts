import { ok } from '../../result';
import type { FileFormat } from './kind';

export const pdf: FileFormat = {
  name: 'PDF for print',
  description: 'outlines in CMYK and spot inks, boxes, marks, output intent',
  help: 'outlines as PDF for print [--marks] [--standard=x1a]',
  mediaType: 'application/pdf',
  ending: 'pdf',
  copies: true,
  drawn: true,
  options: ['marks', 'standard'],
  shownAs: 'Letters leave as outlines',
  plates: true,
  preview: ({ lines }, { marks, imposition }) => ({ marks: marks && !imposition, printed: true, crop: lines }),
  async write({ drawing, lines }, { marks, imposition, standard }, { profile }) {
    const { writePdfPages } = await import('../pdf/pdf');
    const options = { marks: marks && !imposition, profile: await profile(), standard };
    return ok(await writePdfPages(drawing.name, [{ drawing, lines }], options));
  },
};
