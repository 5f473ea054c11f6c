import { colord, extend } from 'colord';
import namesPlugin from 'colord/plugins/names';

extend([namesPlugin]);

/**
 * How an element of an SVG is painted: colours as `#rrggbb`, null for none or what is no plain colour; the stroke's
 * width in the element's own units.
 */
export interface SvgPaint {
  readonly fill: string | null;
  readonly stroke: string | null;
  readonly strokeWidth: number;
  readonly rule: 'nonzero' | 'evenodd';
}

/** What everything is painted with to begin with (SVG 2, chapter 13). */
export const FIRST_PAINT: SvgPaint = { fill: '#000000', stroke: null, strokeWidth: 1, rule: 'nonzero' };

/** A colour of CSS as `#rrggbb`; null for none, patterns, gradients and what cannot be read. */
function colourOf(text: string, otherwise: string | null): string | null {
  const plain = text.trim().toLowerCase();
  if (plain === 'inherit') return otherwise;
  if (plain === 'currentcolor') return '#000000';
  const colour = colord(plain);
  return colour.isValid() && colour.alpha() > 0 ? colour.toHex().slice(0, 7) : null;
}

/** The paint of an element: its own attributes and style over what it inherits. */
export function paintOf(attributes: Readonly<Record<string, string>>, above: SvgPaint): SvgPaint {
  const styled = new Map(
    (attributes['style'] ?? '').split(';').map((one) => {
      const at = one.indexOf(':');
      return [one.slice(0, at).trim(), one.slice(at + 1).trim()] as const;
    }),
  );
  const value = (name: string): string | undefined => styled.get(name) ?? attributes[name];
  const [fill, stroke, width, rule] = [
    value('fill'),
    value('stroke'),
    Number.parseFloat(value('stroke-width') ?? ''),
    value('fill-rule'),
  ];
  return {
    fill: fill === undefined ? above.fill : colourOf(fill, above.fill),
    stroke: stroke === undefined ? above.stroke : colourOf(stroke, above.stroke),
    strokeWidth: Number.isFinite(width) && width >= 0 ? width : above.strokeWidth,
    rule: rule === 'evenodd' ? 'evenodd' : rule === 'nonzero' ? 'nonzero' : above.rule,
  };
}

/** How much longer a unit is after transforms, on the whole: the square root of what they make of areas. */
export function scaleOf(apply: (x: number, y: number) => readonly [number, number]): number {
  const [ox, oy] = apply(0, 0),
    [ax, ay] = apply(1, 0),
    [bx, by] = apply(0, 1);
  return Math.sqrt(Math.abs((ax - ox) * (by - oy) - (ay - oy) * (bx - ox)));
}
