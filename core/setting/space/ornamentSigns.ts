import type { OrnamentSign } from '../../piece/types';
import { COMMAND, flattenedPoints, boundsOf, type Outline } from '../../geometry/outlines/outline';

/** An outline that is 1 high, its middle at 0, y upwards, and how wide it is. */
export interface Sign {
  readonly outline: Outline;
  readonly width: number;
}

/** Draws an outline by moves, lines and cubics. */
class Pencil {
  private readonly commands: number[] = [];
  private readonly coords: number[] = [];
  move(x: number, y: number): this {
    this.commands.push(COMMAND.move);
    this.coords.push(x, y);
    return this;
  }
  line(x: number, y: number): this {
    this.commands.push(COMMAND.line);
    this.coords.push(x, y);
    return this;
  }
  curve(...points: [number, number, number, number, number, number]): this {
    this.commands.push(COMMAND.cubic);
    this.coords.push(...points);
    return this;
  }
  close(): this {
    this.commands.push(COMMAND.close);
    return this;
  }
  outline(): Outline {
    return { commands: Uint8Array.from(this.commands), coords: Float64Array.from(this.coords) };
  }
}

/** Handle of a quarter of a circle as a cubic, for radius 1: 4/3 (√2 − 1). */
const QUARTER = (4 / 3) * (Math.SQRT2 - 1);

function dot(): Outline {
  const r = 0.5,
    k = r * QUARTER;
  return new Pencil()
    .move(0, r)
    .curve(k, r, r, k, r, 0)
    .curve(r, -k, k, -r, 0, -r)
    .curve(-k, -r, -r, -k, -r, 0)
    .curve(-r, k, -k, r, 0, r)
    .close()
    .outline();
}

function star(): Outline {
  const pencil = new Pencil();
  // The points of a five-pointed star reach from its top to the two lower ones: 1 high.
  const radius = 1 / (1 + Math.cos(Math.PI / 5)),
    inner = radius * 0.42;
  for (let i = 0; i < 10; i++) {
    const angle = (i * Math.PI) / 5,
      r = i % 2 === 0 ? radius : inner;
    const x = r * Math.sin(angle),
      y = r * Math.cos(angle) - (radius - 0.5);
    if (i === 0) pencil.move(x, y);
    else pencil.line(x, y);
  }
  return pencil.close().outline();
}

const PLAIN: Readonly<Record<Exclude<OrnamentSign['kind'], 'shape'>, () => Outline>> = {
  dot,
  star,
  diamond: () => new Pencil().move(0, 0.5).line(0.36, 0).line(0, -0.5).line(-0.36, 0).close().outline(),
  leaf: () =>
    new Pencil()
      .move(-1.1, 0)
      .curve(-0.6, 0.62, 0.35, 0.7, 1.1, 0)
      .curve(0.35, -0.7, -0.6, -0.62, -1.1, 0)
      .close()
      .outline(),
  dash: () => new Pencil().move(-1.6, 0.5).line(1.6, 0.5).line(1.6, -0.5).line(-1.6, -0.5).close().outline(),
};

/** The brought-in outlines as one, 1 high and y upwards. */
function brought(outlines: Extract<OrnamentSign, { kind: 'shape' }>['outlines']): Outline {
  const pencil = new Pencil();
  for (const { nodes } of outlines) {
    pencil.move(nodes[0]!.at.x, -nodes[0]!.at.y);
    // Open outlines are closed: an ornament is a filled sign.
    for (let i = 1; i <= nodes.length; i++) {
      const from = nodes[i - 1]!,
        to = nodes[i % nodes.length]!;
      if (!from.ahead && !to.back) pencil.line(to.at.x, -to.at.y);
      else {
        const a = from.ahead ?? from.at,
          b = to.back ?? to.at;
        pencil.curve(a.x, -a.y, b.x, -b.y, to.at.x, -to.at.y);
      }
    }
    pencil.close();
  }
  return pencil.outline();
}

const FLAT = 1e-3;
const known = new WeakMap<OrnamentSign, Sign>();

/**
 * The outline of a sign: exactly 1 high, centred. One without a height, a level line, is as wide as it is and 0 high.
 */
export function signOf(sign: OrnamentSign): Sign {
  let made = known.get(sign);
  if (made) return made;
  const outline = sign.kind === 'shape' ? brought(sign.outlines) : PLAIN[sign.kind]();
  const box = boundsOf(flattenedPoints(outline, sign.kind === 'shape' ? FLAT : 1e-5)) ?? {
    xMin: 0,
    xMax: 0,
    yMin: 0,
    yMax: 0,
  };
  const height = box.yMax - box.yMin;
  const scale = height > 1e-9 ? 1 / height : 1;
  const [cx, cy] = [(box.xMin + box.xMax) / 2, (box.yMin + box.yMax) / 2];
  made = {
    outline: {
      commands: outline.commands,
      coords: outline.coords.map((value, i) => (value - (i % 2 === 0 ? cx : cy)) * scale),
    },
    width: (box.xMax - box.xMin) * scale,
  };
  known.set(sign, made);
  return made;
}
