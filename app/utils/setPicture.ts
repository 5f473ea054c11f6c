import { traceLettering } from '#core/drawing/traceLetters';
import { tracePath } from '#core/geometry/outlines/tracePath';
import { screenPathData, UNIT_MM } from '#core/output/screenPath';
import type { SetLettering } from '#core/setting/line/set';
import type { PicturePart } from '~/controls/LinePicture.vue';

/** Letters set on a small curve, as a picture. */
export const setPicture = (set: SetLettering): PicturePart[] => [
  {
    d: screenPathData((sink) => tracePath(set.track.path.path, sink), UNIT_MM.coarse),
    colour: 'brass',
    line: 1.5,
    scale: UNIT_MM.coarse,
  },
  { d: screenPathData((sink) => traceLettering(set, sink), UNIT_MM.coarse), colour: 'ink', scale: UNIT_MM.coarse },
];
