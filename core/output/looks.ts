import { fromHex, linear } from '../ink/colour';
import { printedOnly, type Drawing } from '../drawing/drawPiece';
import { plainDrawn } from '../drawing/inks';
import type { DrawnInk } from '../drawing/sink';
import { PLAIN_INK } from '../piece/inks';
import { asInPrint } from './preview';
import { svgElements } from './svg';

/** How a piece may be looked at besides as it is: in one ink, or in white out of black. */
export type Look = 'print' | 'one-ink' | 'reversed';

/**
 * Screen colours darker than this become ink where there is but one; luminance of mid grey, as the eye parts light from
 * dark.
 */
const DARK = 0.22;
const dark = (ink: DrawnInk): boolean => {
  const [r, g, b] = fromHex(ink.screen);
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b) < DARK;
};

/** The ink of pictures where there is but one. */
const ONE = plainDrawn(
  { id: 'one', name: 'One', kind: 'process', cmyk: [0, 0, 0, 100], overprint: false, ...PLAIN_INK },
  'coated',
);

/**
 * A piece as others will see it, trimmed, with nothing but the piece: as SVG.
 *
 * In one ink everything dark is black and everything light is paper; reversed it is the other way round, on black.
 */
export function writeLook(whole: Drawing, look: Look): string {
  const drawing = printedOnly(whole);
  const { widthMm: w, heightMm: h } = drawing.sheet;
  const [ground, ink] = look === 'reversed' ? ['#111111', '#ffffff'] : ['#ffffff', '#111111'];
  const tint = (one: DrawnInk): DrawnInk => (look === 'print' ? one : { ...one, screen: dark(one) ? ink : ground });
  const paths = drawing.paths.map((path) => {
    const { fill, stroke, under } = path.paint;
    const picture =
      path.picture && look !== 'print' ? { picture: { ...path.picture, ink: { ...ONE, screen: ink } } } : {};
    return {
      ...path,
      ...picture,
      paint: { fill: fill && tint(fill), stroke: stroke && { ...stroke, ink: tint(stroke.ink) }, under },
    };
  });
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" preserveAspectRatio="xMidYMid meet">`,
    `<rect width="${w}" height="${h}" fill="${look === 'print' ? drawing.paper : ground}"/>`,
    ...svgElements(look === 'print' ? asInPrint(drawing) : { ...drawing, paper: ground, paths }, 3),
    '</svg>',
  ].join('');
}

/**
 * Common deficiencies of colour vision as matrices on linear light, at their full strength: Machado, Oliveira and
 * Fernandes, 2009, table 1.
 */
export const COLOUR_VISION = {
  protan: [0.152286, 1.052583, -0.204868, 0.114503, 0.786281, 0.099216, -0.003882, -0.048116, 1.051998],
  deutan: [0.367322, 0.860646, -0.227968, 0.280085, 0.672501, 0.047413, -0.01182, 0.04294, 0.968881],
  tritan: [1.255528, -0.076749, -0.178779, -0.078411, 0.930809, 0.147602, 0.004733, 0.691367, 0.3039],
} as const;
