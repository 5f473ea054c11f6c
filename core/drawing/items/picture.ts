import type { Track } from '../../curves';
import { tracePath } from '../../geometry/outlines/tracePath';
import type { Process } from '../../piece/process';
import type { Picture } from '../../piece/types';
import type { Inks } from '../inks';
import { plain, type PaintedPath } from '../painted';
import { missingPicture, tracePicture } from '../pictures';
import type { ItemKind } from './kind';

/** A picture, cut to a curve where it is to be. */
function paintedPicture(item: Picture, inks: Inks, within: Track | null, { stock, mostInk }: Process): PaintedPath[] {
  const { imageId, widthPx, heightPx, fill } = item;
  return [
    {
      ...plain(item, 'own', null, (sink) => tracePicture(item, sink)),
      within: within && ((sink) => tracePath(within.path.path, sink)),
      picture: { imageId, widthPx, heightPx, ink: fill ? (inks.get(fill) ?? null) : null, stock, mostInk },
    },
  ];
}

export const picture: ItemKind<Picture> = {
  noun: 'picture',
  name: ({ name }) => name,
  summary: ({ widthMm }) => `${widthMm.toFixed(1)} mm`,
  ink: ({ fill }) => fill,
  images: ({ imageId }) => [{ imageId, printed: true }],
  painting(item, { piece, inks, ground }) {
    if (item.hidden) return null;
    const within = item.within === null ? null : ground.track(item.within);
    const { process } = piece;
    return { on: [within, process.stock, process.mostInk], paint: () => paintedPicture(item, inks, within, process) };
  },
  problems: (item, { pictures }) => (item.hidden || pictures.has(item.imageId) ? [] : [missingPicture(item)]),
};
