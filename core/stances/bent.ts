import type { StanceDefinition } from './kind';

export const bent: StanceDefinition = {
  description: 'The outlines themselves are bent: flat baselines become arcs.',
  followsCurve: true,
  fans: true,
  graded: true,
  bends: true,
  stacked: false,
  hasCentre: false,
};
