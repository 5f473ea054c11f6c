import { ok } from '../../result';
import { utf8, type FileFormat } from './kind';

export const liveSvg: FileFormat = {
  name: 'SVG with live text',
  description: 'for editing further, as far as SVG can',
  help: 'SVG with live text, as far as SVG can',
  mediaType: 'image/svg+xml',
  ending: 'live.svg',
  copies: false,
  drawn: true,
  options: [],
  shownAs: 'Shown as outlines; in the file the words stay words',
  plates: false,
  preview: () => ({}),
  async notes({ piece, drawing, faces }) {
    const { writeLiveSvg } = await import('../liveSvg');
    return writeLiveSvg(piece, drawing, faces).notes;
  },
  async write({ piece, drawing, faces }) {
    const { writeLiveSvg } = await import('../liveSvg');
    return ok(utf8(writeLiveSvg(piece, drawing, faces).text));
  },
};
