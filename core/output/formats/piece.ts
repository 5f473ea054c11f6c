import { ok } from '../../result';
import type { FileFormat } from './kind';

export const piece: FileFormat = {
  name: 'Piece with typefaces',
  description: 'everything live, for another Under Arc',
  help: 'the piece with the typefaces it uses',
  mediaType: 'application/zip',
  ending: 'zip',
  longEnding: 'underarc.zip',
  copies: false,
  drawn: false,
  options: [],
  shownAs: 'Shown as it prints; in the file everything stays live',
  plates: false,
  preview: () => ({}),
  async write({ piece }, _, { carried }) {
    const { writePieceFile } = await import('../pieceFile');
    const { faces, images } = await carried(piece);
    return ok(writePieceFile(piece, faces, images));
  },
};
