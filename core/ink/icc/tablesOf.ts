import { convertLabToXyz50, convertRgbToXyz50, convertXyz50ToLab, convertXyz50ToRgb } from 'culori/fn';
import { GRID, RGB_GRID } from '../stocks';
import type { CmykProfile, PcsLab } from './readProfile';

/** White of the profile connection space. */
const WHITE = { x: 0.9642, y: 1, z: 0.8249 } as const;

interface Xyz {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}
const xyzOf = ([l, a, b]: PcsLab): Xyz => {
  const { x, y, z } = convertLabToXyz50({ l, a, b });
  return { x, y, z };
};
const labOf = ({ x, y, z }: Xyz): PcsLab => {
  const { l, a, b } = convertXyz50ToLab({ x, y, z });
  return [l, a, b];
};

/** The deepest neutral black of a profile: what it makes of black by the perceptual intent, without its hue. */
function blackOf({ toLab, perceptual }: CmykProfile): Xyz {
  const [l] = toLab(perceptual([0, 0, 0]));
  return xyzOf([Math.min(Math.max(l, 0), 50), 0, 0]);
}

/** Each of the three moved so that one black comes to lie on another, white staying where it is. */
function compensated(color: Xyz, from: Xyz, to: Xyz): Xyz {
  const axis = (name: 'x' | 'y' | 'z'): number => {
    const white = WHITE[name],
      scale = (white - to[name]) / (white - from[name]);
    return white - (white - color[name]) * scale;
  };
  return { x: axis('x'), y: axis('y'), z: axis('z') };
}

const byte = (value: number): number => Math.min(255, Math.max(0, Math.round(value)));
const NONE: Xyz = { x: 0, y: 0, z: 0 };

/** Steps of L*, and of a* and b* from −B to B, where a profile is asked for its most ink. */
const DARK = { l: 5, b: 80, step: 16 } as const;

/** What the piece's colours and pictures go by when a profile stands in for a paper. */
export interface ProfileTables {
  /** sRGB of 9⁴ mixes, C fastest. */
  readonly screen: Uint8Array;
  /** C, M, Y and K, 255 for 100 %, of 17³ sRGB colours, red fastest. */
  readonly inks: Uint8Array;
  /** Most ink in all that it prints with, %, upwards to a whole one. */
  readonly mostInk: number;
}

/**
 * The tables of a profile (relative colorimetric, black point compensated, as Adobe describes it for ICC.1): how mixes
 * look on the screen, and what screen colours are separated into.
 */
export function tablesOf(profile: CmykProfile): ProfileTables {
  const black = blackOf(profile);
  const screen = new Uint8Array(GRID ** 4 * 3);
  for (let n = 0; n < GRID ** 4; n++) {
    const mix = [0, 1, 2, 3].map((axis) => (Math.floor(n / GRID ** axis) % GRID) / (GRID - 1));
    const rgb = convertXyz50ToRgb(compensated(xyzOf(profile.toLab(mix)), black, NONE));
    screen.set(
      [rgb.r, rgb.g, rgb.b].map((value) => byte(value * 255)),
      3 * n,
    );
  }
  const inks = new Uint8Array(RGB_GRID ** 3 * 4);
  for (let n = 0; n < RGB_GRID ** 3; n++) {
    const [r, g, b] = [0, 1, 2].map((axis) => (Math.floor(n / RGB_GRID ** axis) % RGB_GRID) / (RGB_GRID - 1));
    const { x, y, z } = convertRgbToXyz50({ r: r!, g: g!, b: b! });
    const shares = profile.fromLab(labOf(compensated({ x, y, z }, NONE, black)));
    // White is paper, whatever rounding makes of it.
    inks.set(n === RGB_GRID ** 3 - 1 ? [0, 0, 0, 0] : shares.map((share) => byte(share * 255)), 4 * n);
  }
  let most = 0;
  for (let l = 0; l <= 100; l += DARK.l)
    for (let a = -DARK.b; a <= DARK.b; a += DARK.step)
      for (let b = -DARK.b; b <= DARK.b; b += DARK.step)
        most = Math.max(
          most,
          profile.fromLab([l, a, b]).reduce((sum, share) => sum + share, 0),
        );
  return { screen, inks, mostInk: Math.min(400, Math.ceil(most * 100 - 0.5)) };
}
