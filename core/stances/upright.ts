import { standRigid, turnedTowards, type StanceDefinition } from './kind';

export const upright: StanceDefinition = {
  description: 'Letters keep vertical and step along the curve.',
  followsCurve: false,
  fans: false,
  graded: true,
  bends: false,
  stacked: false,
  hasCentre: false,
  // Turned back by an angle until the stem is vertical, so letters are never squeezed.
  stand({ tx, ty, strength }, out) {
    standRigid(turnedTowards({ x: ty, y: -tx }, { x: 0, y: -1 }, strength), out);
  },
};
