import { ok } from '../../result';
import type { FileFormat } from './kind';

export const reviewPdf: FileFormat = {
  name: 'PDF for review',
  description: 'screen colours, small, with a page of what the proof says',
  help: 'screen colours and a page of what the proof says, to be looked at and not printed [--technical] [--dated]',
  mediaType: 'application/pdf',
  ending: 'review.pdf',
  copies: false,
  drawn: true,
  options: ['technical', 'date'],
  shownAs: 'Letters leave as outlines',
  plates: false,
  preview: (_, { technical }) => ({ printedOnly: !technical }),
  async write({ drawing, piece }, { technical, date }, { remarks }) {
    const [{ writeReview }, { pictured }] = await Promise.all([
      import('../pdf/review'),
      import('../../drawing/pictured'),
    ]);
    const shown = pictured(drawing, { technical, bleed: false });
    return ok(await writeReview(shown, { remarks: await remarks(piece), date: date ? new Date(date) : null }));
  },
};
