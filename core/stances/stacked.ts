import { standRigid, type StanceDefinition } from './kind';

export const stacked: StanceDefinition = {
  description: 'Letters stand one under the other along the curve.',
  followsCurve: false,
  fans: false,
  graded: false,
  bends: false,
  stacked: true,
  hasCentre: false,
  // Its stem lies against the reading direction.
  stand({ tx, ty }, out) {
    standRigid({ x: -tx, y: -ty }, out);
  },
};
