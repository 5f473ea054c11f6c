import type { Picture } from '../piece/types';
import type { Problem } from '../result';
import type { PictureFrame } from './sink';
import type { OutlineSink } from '../geometry/outlines/outlineSink';

export type PictureFormat = 'png' | 'jpeg';

/** The image of a picture, as those who write files need it. */
export interface PictureFile {
  readonly format: PictureFormat;
  readonly bytes: Uint8Array;
  readonly widthPx: number;
  readonly heightPx: number;
  /** Red, green, blue and opacity of each pixel, 0 to 255, not multiplied; null where nobody asked for them. */
  readonly rgba: Uint8Array | null;
}

/** Images that are at hand, by their name. */
export type Pictures = ReadonlyMap<string, PictureFile>;
export const NO_PICTURES: Pictures = new Map();

/** Sends the rectangle of a picture: from its top left corner by the top right one. */
export function tracePicture({ centre, widthMm, widthPx, heightPx, turnDeg }: Picture, sink: OutlineSink): void {
  const a = (turnDeg * Math.PI) / 180,
    c = Math.cos(a),
    s = Math.sin(a);
  const w = widthMm / 2,
    h = (widthMm * heightPx) / widthPx / 2;
  const corner = (x: number, y: number): [number, number] => [centre.x + x * c - y * s, centre.y + x * s + y * c];
  sink.moveTo(...corner(-w, -h));
  sink.lineTo(...corner(w, -h));
  sink.lineTo(...corner(w, h));
  sink.lineTo(...corner(-w, h));
  sink.closePath();
}

/** The frame of a picture from what `tracePicture` sent, wherever it has been moved since. */
export function frameOfPicture(trace: (sink: OutlineSink) => void): PictureFrame {
  const corners: [number, number][] = [];
  const take = (x: number, y: number): void => {
    corners.push([x, y]);
  };
  trace({ moveTo: take, lineTo: take, quadTo: () => {}, curveTo: () => {}, closePath: () => {} });
  const [[x, y], [rx, ry], , [bx, by]] = corners as [
    [number, number],
    [number, number],
    [number, number],
    [number, number],
  ];
  return { x, y, acrossX: rx - x, acrossY: ry - y, downX: bx - x, downY: by - y };
}

/** Pixels in an inch of a picture at its size. */
export const pictureDpi = ({ widthPx, widthMm }: Pick<Picture, 'widthPx' | 'widthMm'>): number =>
  (widthPx * 25.4) / widthMm;

/** What to say of a picture whose image is not at hand. */
export const missingPicture = ({ id, name }: Picture): Problem => ({
  code: 'missing-picture',
  field: id,
  value: name,
  message: `The picture “${name}” is missing. Delete it, or import it again.`,
});
