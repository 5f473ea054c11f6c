import { hypot } from '../hypot';
import { SaxesParser, type SaxesTagPlain } from 'saxes';
import svgpath from 'svgpath';
import type { Vec } from '../geometry/vec';
import type { CurveNode, DrawnShape } from '../shapes/drawn';
import { fail, ok, type Result } from '../result';
import { LIMITS } from '../fields/limits';
import { FIRST_PAINT, paintOf, scaleOf, type SvgPaint } from './svgPaint';

/** What an SVG file may be at most; beyond, it is refused before it can take long. */
export const SVG_CAPS = {
  bytes: 8 * 1024 * 1024,
  depth: 100,
  elements: 30_000,
  attribute: 2 * 1024 * 1024,
  nodes: 2000,
  allNodes: 50_000,
  curves: 500,
  coordinateMm: LIMITS.coordinateMm.max,
} as const;

/** One outline of a file, in mm. */
export interface BroughtIn {
  /** The element's id, or its kind and number. */
  readonly name: string;
  readonly shape: DrawnShape;
  /** Number of its element; outlines of one element are painted together. */
  readonly element: number;
  readonly paint: SvgPaint;
  /** Width of its stroke, mm. */
  readonly strokeMm: number;
}

class Refused extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

const MM: Readonly<Record<string, number>> = {
  'mm': 1,
  'cm': 10,
  'in': 25.4,
  'pt': 25.4 / 72,
  'pc': 25.4 / 6,
  'px': 25.4 / 96,
  'q': 0.25,
  '': 25.4 / 96,
};

/** A length with a unit in mm, or null where there is none or it is relative. */
function physical(text: string | undefined): number | null {
  const match = /^\s*([+-]?[\d.]+(?:e[+-]?\d+)?)\s*(mm|cm|in|pt|pc|px|q|)\s*$/i.exec(text ?? '');
  const value = match ? Number(match[1]) * MM[match[2]!.toLowerCase()]! : Number.NaN;
  return Number.isFinite(value) && value > 0 ? value : null;
}

const numbers = (text: string | undefined): number[] =>
  (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(Number);
const number = (text: string | undefined, otherwise = 0): number => {
  const value = Number.parseFloat(text ?? '');
  return Number.isFinite(value) ? value : otherwise;
};

/** From the file's own units to mm: its size against its viewBox, or 96 units an inch (CSS) without either. */
function rootTransform(a: Record<string, string>): string {
  const box = numbers(a['viewBox']);
  const [width, height] = [physical(a['width']), physical(a['height'])];
  if (box.length === 4 && box.every(Number.isFinite) && box[2]! > 0 && box[3]! > 0) {
    const scale =
      width !== null && height !== null
        ? Math.min(width / box[2]!, height / box[3]!)
        : width !== null
          ? width / box[2]!
          : height !== null
            ? height / box[3]!
            : MM['px']!;
    return `scale(${scale}) translate(${-box[0]!} ${-box[1]!})`;
  }
  return `scale(${MM['px']})`;
}

/** The path data of a basic shape (SVG 2, chapter 10); '' for none. */
function dataOf(name: string, a: Record<string, string>): string {
  switch (name) {
    case 'path':
      return a['d'] ?? '';
    case 'line':
      return `M${number(a['x1'])} ${number(a['y1'])}L${number(a['x2'])} ${number(a['y2'])}`;
    case 'polyline':
    case 'polygon': {
      const points = numbers(a['points']);
      if (points.length < 4) return '';
      return `M${points.slice(0, points.length - (points.length % 2)).join(' ')}${name === 'polygon' ? 'Z' : ''}`;
    }
    case 'circle':
    case 'ellipse': {
      const [cx, cy] = [number(a['cx']), number(a['cy'])];
      const rx = number(a[name === 'circle' ? 'r' : 'rx']),
        ry = number(a[name === 'circle' ? 'r' : 'ry']);
      return rx > 0 && ry > 0
        ? `M${cx} ${cy - ry}A${rx} ${ry} 0 0 1 ${cx} ${cy + ry}A${rx} ${ry} 0 0 1 ${cx} ${cy - ry}Z`
        : '';
    }
    case 'rect': {
      const [x, y, w, h] = [number(a['x']), number(a['y']), number(a['width']), number(a['height'])];
      if (!(w > 0 && h > 0)) return '';
      const rx = Math.min(number(a['rx'], number(a['ry'])), w / 2),
        ry = Math.min(number(a['ry'], rx), h / 2);
      if (rx <= 0 || ry <= 0) return `M${x} ${y}h${w}v${h}h${-w}Z`;
      const arc = (dx: number, dy: number): string => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`;
      return `M${x + rx} ${y}h${w - 2 * rx}${arc(rx, ry)}v${h - 2 * ry}${arc(-rx, ry)}h${2 * rx - w}${arc(-rx, -ry)}v${2 * ry - h}${arc(rx, -ry)}Z`;
    }
    default:
      return '';
  }
}

/** What of a file may still be read. */
interface Budget {
  curves: number;
  nodes: number;
}

function tooManyNodes(): never {
  throw new Refused(
    'too-many-nodes',
    `The file has more than ${SVG_CAPS.allNodes} nodes. Simplify its outlines before bringing it in.`,
  );
}

/** Path data as drawn curves in mm, one for each subpath; what they take is taken off the budget. */
function shapesOf(data: string, transforms: readonly string[], budget: Budget): DrawnShape[] {
  const path = svgpath(data);
  if ((path as unknown as { err: string }).err)
    throw new Refused(
      'wrong-data',
      'The file has path data that cannot be read. Save it anew from the program that made it.',
    );
  if ((path as unknown as { segments: readonly unknown[] }).segments.length > budget.nodes) tooManyNodes();
  for (let i = transforms.length - 1; i >= 0; i--) path.transform(transforms[i]!);
  const shapes: DrawnShape[] = [];
  let nodes: CurveNode[] = [];
  const corner = (at: Vec, back: Vec | null = null): CurveNode => ({ kind: 'corner', at, back, ahead: null });
  const finish = (closed: boolean): void => {
    const last = nodes.at(-1);
    if (closed && last && nodes.length > 2 && hypot(last.at.x - nodes[0]!.at.x, last.at.y - nodes[0]!.at.y) < 1e-6) {
      nodes = [{ ...nodes[0]!, back: last.back }, ...nodes.slice(1, -1)];
    }
    if (nodes.length > SVG_CAPS.nodes)
      throw new Refused(
        'too-many-nodes',
        `One of the outlines has more than ${SVG_CAPS.nodes} nodes. Simplify it before bringing it in.`,
      );
    if (nodes.length >= 2) {
      if (--budget.curves < 0)
        throw new Refused(
          'too-many-outlines',
          `The file has more than ${SVG_CAPS.curves} outlines. Join some into compound paths of fewer, or remove what is not needed.`,
        );
      shapes.push({ kind: 'drawn', nodes, closed: closed && nodes.length > 1 });
    }
    nodes = [];
  };
  const ahead = (to: Vec): void => {
    nodes[nodes.length - 1] = { ...nodes.at(-1)!, ahead: to };
  };
  path
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const [command, ...v] = segment as unknown as [string, ...number[]];
      if (!v.every(Number.isFinite))
        throw new Refused(
          'wrong-data',
          'The file has coordinates that are not numbers. Save it anew from the program that made it.',
        );
      if (v.some((mm) => Math.abs(mm) > SVG_CAPS.coordinateMm))
        throw new Refused(
          'too-far',
          `The file has outlines farther out than ${SVG_CAPS.coordinateMm} mm. Move them nearer to the corner of its page, or make them smaller.`,
        );
      if (--budget.nodes < 0) tooManyNodes();
      if (nodes.length === 0 && command !== 'M' && command !== 'Z') nodes.push(corner({ x, y }));
      if (command === 'M') {
        finish(false);
        nodes.push(corner({ x: v[0]!, y: v[1]! }));
      } else if (command === 'L') nodes.push(corner({ x: v[0]!, y: v[1]! }));
      else if (command === 'H') nodes.push(corner({ x: v[0]!, y }));
      else if (command === 'V') nodes.push(corner({ x, y: v[0]! }));
      else if (command === 'C') {
        ahead({ x: v[0]!, y: v[1]! });
        nodes.push(corner({ x: v[4]!, y: v[5]! }, { x: v[2]!, y: v[3]! }));
      } else if (command === 'Q') {
        // Raised to a cubic, exactly.
        ahead({ x: x + (2 / 3) * (v[0]! - x), y: y + (2 / 3) * (v[1]! - y) });
        nodes.push(
          corner(
            { x: v[2]!, y: v[3]! },
            { x: v[2]! + (2 / 3) * (v[0]! - v[2]!), y: v[3]! + (2 / 3) * (v[1]! - v[3]!) },
          ),
        );
      } else if (command === 'Z') finish(true);
    });
  finish(false);
  return shapes;
}

/** How much longer a unit of an element is in mm. */
const scaleUnder = (transforms: readonly string[]): number =>
  scaleOf((x, y) => {
    const [at] = shapesOf(`M${x} ${y}L${x + 1} ${y}`, transforms, { curves: 1, nodes: 9 })[0]?.nodes ?? [];
    return at ? [at.at.x, at.at.y] : [0, 0];
  });

const DRAWN = new Set(['path', 'line', 'polyline', 'polygon', 'circle', 'ellipse', 'rect']);
/** What is inside these is not drawn where it stands. */
const ASIDE = new Set(['defs', 'symbol', 'clipPath', 'mask', 'pattern', 'marker', 'script', 'style']);

/**
 * Reads the outlines of an SVG file: paths and basic shapes with all their transforms, in mm by the file's physical
 * size and viewBox. Nothing of it is run or fetched, entities are not expanded; what is beyond SVG_CAPS is refused.
 *
 * @returns one entry for each outline; `not-svg`, `too-large`, `too-deep`, `wrong-data`, `too-far`, `too-many-nodes`,
 *   `too-many-outlines`, `no-paths`
 */
export function readSvg(text: string): Result<BroughtIn[]> {
  if (text.length > SVG_CAPS.bytes)
    return fail({
      code: 'too-large',
      limit: SVG_CAPS.bytes,
      message: `The file is larger than ${SVG_CAPS.bytes / 1024 / 1024} MB. Remove what is not needed and try again.`,
    });
  const found: BroughtIn[] = [];
  const stack: { transform: string; aside: boolean; paint: SvgPaint }[] = [];
  let elements = 0;
  let sawRoot = false;
  const budget: Budget = { curves: SVG_CAPS.curves, nodes: SVG_CAPS.allNodes };
  const open = (tag: SaxesTagPlain): void => {
    const { name, attributes } = tag;
    if (stack.length === 0) {
      if (name !== 'svg') throw new Refused('not-svg', 'This is not an SVG file. Choose one that ends in .svg.');
      sawRoot = true;
    }
    if (stack.length >= SVG_CAPS.depth)
      throw new Refused(
        'too-deep',
        `The file nests groups more than ${SVG_CAPS.depth} deep. Ungroup it and try again.`,
      );
    if (++elements > SVG_CAPS.elements)
      throw new Refused(
        'too-large',
        `The file has more than ${SVG_CAPS.elements} elements. Remove what is not needed and try again.`,
      );
    if (Object.values(attributes).some((value) => value.length > SVG_CAPS.attribute))
      throw new Refused(
        'too-large',
        'One outline of the file is far too long to be a curve for lettering. Simplify it and try again.',
      );
    const above = stack.at(-1);
    const aside = (above?.aside ?? false) || ASIDE.has(name);
    const transform = stack.length === 0 ? rootTransform(attributes) : (attributes['transform'] ?? '');
    const paint = paintOf(attributes, above?.paint ?? FIRST_PAINT);
    stack.push({ transform, aside, paint });
    if (aside || !DRAWN.has(name)) return;
    const transforms = stack.map((one) => one.transform);
    // Each transform of each outline takes time as a node does.
    budget.nodes -= transforms.length;
    const shapes = shapesOf(dataOf(name, attributes), transforms, budget);
    const strokeMm = paint.stroke === null ? 0 : paint.strokeWidth * scaleUnder(transforms);
    shapes.forEach((shape, i) =>
      found.push({
        name: `${attributes['id'] ?? `${name} ${found.length + 1}`}${shapes.length > 1 ? `, part ${i + 1}` : ''}`,
        shape,
        element: elements,
        paint,
        strokeMm,
      }),
    );
  };
  try {
    const parser = new SaxesParser({ xmlns: false });
    parser.on('error', (error) => {
      throw new Refused('not-svg', `The file cannot be read as SVG: ${error.message}`);
    });
    parser.on('opentag', open);
    parser.on('closetag', () => {
      stack.pop();
    });
    parser.write(text).close();
  } catch (error) {
    if (error instanceof Refused) return fail({ code: error.code, message: error.message });
    throw error;
  }
  if (!sawRoot) return fail({ code: 'not-svg', message: 'This is not an SVG file. Choose one that ends in .svg.' });
  if (found.length === 0)
    return fail({
      code: 'no-paths',
      message: 'The file has no outlines: no paths and no basic shapes. Text must be turned into outlines first.',
    });
  return ok(found);
}
