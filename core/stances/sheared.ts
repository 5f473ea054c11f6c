import { aheadOf, LETTER, type StanceDefinition } from './kind';

export const sheared: StanceDefinition = {
  description: 'Stems stay vertical, baselines follow the slope.',
  followsCurve: false,
  fans: true,
  graded: true,
  bends: false,
  stacked: false,
  hasCentre: false,
  // Its x stays along the tangent, the axis of its stem is mixed with the vertical.
  stand({ tx, ty, strength }, out) {
    out[LETTER.ux] = (1 - strength) * ty;
    out[LETTER.uy] = (1 - strength) * -tx - strength * aheadOf(tx);
  },
};
