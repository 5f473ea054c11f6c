import { hypot } from '../hypot';
import { standRigid, turnedTowards, type StanceDefinition } from './kind';

/** A letter that stands on its centre has no ray: it stays turned. */
const AT_CENTRE_MM = 1e-9;

export const pointed: StanceDefinition = {
  description: 'Stems point to one centre, whatever the curve does.',
  followsCurve: false,
  fans: false,
  graded: true,
  bends: false,
  stacked: false,
  hasCentre: true,
  // Its stem lies on the ray from the centre: a rigid turn, that keeps the tops on the side where they are.
  stand({ tx, ty, from, centre, strength }, out) {
    const up = { x: ty, y: -tx };
    const dx = from.x - centre.x,
      dy = from.y - centre.y,
      far = hypot(dx, dy);
    if (far < AT_CENTRE_MM) return;
    const sign = dx * up.x + dy * up.y < 0 ? -1 : 1;
    standRigid(turnedTowards(up, { x: (sign * dx) / far, y: (sign * dy) / far }, strength), out);
  },
};
