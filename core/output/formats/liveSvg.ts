import { ok } from '../../result';
import { utf8, type FileFormat } from './kind';

export const liveSvg: FileFormat = {
  name: 'SVG with live text',
  description: 'for editing further, as far as SVG can',
  help: 'SVG with live text, as far as SVG can [--embed]',
  mediaType: 'image/svg+xml',
  ending: 'live.svg',
  copies: false,
  drawn: true,
  options: ['embedFaces'],
  shownAs: 'Shown as outlines; in the file the words stay words',
  plates: false,
  preview: () => ({}),
  async notes({ piece, drawing, faces }, { embedFaces }) {
    const { writeLiveSvg } = await import('../liveSvg');
    const { notes, faceNote } = writeLiveSvg(piece, drawing, faces);
    return [...notes, ...(embedFaces ? [] : faceNote)];
  },
  async write({ piece, drawing, faces }, { embedFaces }, { carried }) {
    const { writeLiveSvg } = await import('../liveSvg');
    const own = embedFaces ? new Map((await carried(piece)).faces.map(({ id, bytes }) => [id, bytes])) : null;
    return ok(utf8(writeLiveSvg(piece, drawing, faces, own).text));
  },
};
