import { aheadOf, LETTER, type StanceDefinition } from './kind';

export const swayed: StanceDefinition = {
  description: 'Horizontals stay level, stems follow the curve.',
  followsCurve: false,
  fans: true,
  graded: true,
  bends: false,
  stacked: false,
  hasCentre: false,
  // Its stem stays along the normal, the axis of its x is mixed with the horizontal.
  stand({ tx, ty, strength }, out) {
    out[LETTER.ax] = (1 - strength) * tx + strength * aheadOf(tx);
    out[LETTER.ay] = (1 - strength) * ty;
  },
};
