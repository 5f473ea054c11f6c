import type { StanceDefinition } from './kind';

export const turned: StanceDefinition = {
  description: 'Each letter is turned with the curve.',
  followsCurve: true,
  fans: true,
  graded: false,
  bends: false,
  stacked: false,
  hasCentre: false,
};
