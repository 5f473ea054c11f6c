import { hypot } from '../hypot';
import { ROW, walkTo } from '../geometry/walk';
import { anchorF as anchorFOf, type SetLettering } from '../setting/line/set';
import { LETTER } from '../stances';
import { COMMAND, PAIRS } from '../geometry/outlines/outline';
import type { OutlineSink } from '../geometry/outlines/outlineSink';

/** A bent outline keeps within this of the exact map, mm. */
export const BEND_TOLERANCE_MM = 0.003;
const MAX_DEPTH = 10;

interface Mapped {
  x: number;
  y: number;
  /** Derivatives by the letter's own x and y, mm a mm. */ xx: number;
  xy: number;
  yx: number;
  yy: number;
}

type Curve = readonly [x0: number, y0: number, x1: number, y1: number, x2: number, y2: number, x3: number, y3: number];

const pointOn = ([x0, y0, x1, y1, x2, y2, x3, y3]: Curve, t: number): [number, number] => {
  const m = 1 - t,
    a = m * m * m,
    b = 3 * m * m * t,
    c = 3 * m * t * t,
    d = t * t * t;
  return [a * x0 + b * x1 + c * x2 + d * x3, a * y0 + b * y1 + c * y2 + d * y3];
};

function halved([x0, y0, x1, y1, x2, y2, x3, y3]: Curve): [Curve, Curve] {
  const h = (a: number, b: number): number => (a + b) / 2;
  const [ax, ay, bx, by, cx, cy] = [h(x0, x1), h(y0, y1), h(x1, x2), h(y1, y2), h(x2, x3), h(y2, y3)];
  const [dx, dy, ex, ey] = [h(ax, bx), h(ay, by), h(bx, cx), h(by, cy)];
  const [mx, my] = [h(dx, ex), h(dy, ey)];
  return [
    [x0, y0, ax, ay, dx, dy, mx, my],
    [mx, my, ex, ey, cx, cy, x3, y3],
  ];
}

/**
 * The map that bends a letter: a point at x along the line and y above the baseline goes to the place of x on the
 * curve, and from there y beyond the baseline along the curve's normal. So the baseline becomes a parallel of the
 * curve, and what lies on a normal stays straight. With a strength below 1 it is mixed with the letter as it is turned.
 */
function mapOf(set: SetLettering, index: number): (x: number, y: number) => Mapped {
  const { path, direction, measuredHeightMm, baselineMm, measured, shiftMm, stance, rows } = set;
  const zero = anchorFOf(set),
    middle = measured.middles[index]! + shiftMm;
  const row = new Float64Array(ROW.length);
  const own = rows.subarray(index * LETTER.length, (index + 1) * LETTER.length);
  const q = stance.strength;
  // What was done to the letter by hand is done to it as a whole: from where it stood to where it stands now.
  walkTo(path, zero + direction * middle, direction * measuredHeightMm, row, 0);
  const tx = row[ROW.tangentX]! * direction,
    ty = row[ROW.tangentY]! * direction;
  const home = { x: row[ROW.x]! + ty * baselineMm, y: row[ROW.y]! - tx * baselineMm };
  const cos = own[LETTER.ax]! * tx + own[LETTER.ay]! * ty,
    sin = own[LETTER.ay]! * tx - own[LETTER.ax]! * ty;
  const moved = Math.abs(sin) > 1e-12 || hypot(own[0]! - home.x, own[1]! - home.y) > 1e-12;
  const turn = (x: number, y: number): [number, number] => (moved ? [x * cos - y * sin, x * sin + y * cos] : [x, y]);
  return (x, y) => {
    walkTo(path, zero + direction * (middle + x), direction * measuredHeightMm, row, 0);
    const ux = row[ROW.tangentX]! * direction,
      uy = row[ROW.tangentY]! * direction;
    const curvature = row[ROW.curvature]! * direction;
    const height = baselineMm + y;
    const stretch = (1 + curvature * height) / (1 + curvature * measuredHeightMm);
    const bent = { x: row[ROW.x]! + uy * height, y: row[ROW.y]! - ux * height };
    const mix = (turned: number, b: number): number => turned + (b - turned) * q;
    const [px, py] = [mix(home.x + tx * x + ty * y, bent.x) - home.x, mix(home.y + ty * x - tx * y, bent.y) - home.y];
    const [rx, ry] = turn(px, py);
    const [xx, xy] = turn(mix(tx, ux * stretch), mix(ty, uy * stretch));
    const [yx, yy] = turn(mix(ty, uy), mix(-tx, -ux));
    return { x: own[0]! + rx, y: own[1]! + ry, xx, xy, yx, yy };
  };
}

/** Sends a cubic of the letter (mm, y up) through the map, in as many cubics as keep within the tolerance. */
function bendCurve(
  map: (x: number, y: number) => Mapped,
  curve: Curve,
  from: Mapped,
  to: Mapped,
  sink: OutlineSink,
  depth: number,
): void {
  const [x0, y0, x1, y1, x2, y2, x3, y3] = curve;
  const dx0 = x1 - x0,
    dy0 = y1 - y0,
    dx1 = x3 - x2,
    dy1 = y3 - y2;
  const made: Curve = [
    from.x,
    from.y,
    from.x + from.xx * dx0 + from.yx * dy0,
    from.y + from.xy * dx0 + from.yy * dy0,
    to.x - to.xx * dx1 - to.yx * dy1,
    to.y - to.xy * dx1 - to.yy * dy1,
    to.x,
    to.y,
  ];
  let off = 0;
  let middle: Mapped | null = null;
  for (const t of [0.5, 0.25, 0.75]) {
    const exact = map(...pointOn(curve, t));
    if (t === 0.5) middle = exact;
    const [mx, my] = pointOn(made, t);
    off = Math.max(off, hypot(mx - exact.x, my - exact.y));
    if (off > BEND_TOLERANCE_MM) break;
  }
  // Between the places looked at the error is larger by a third at most.
  if (off * 1.4 <= BEND_TOLERANCE_MM || depth >= MAX_DEPTH) {
    sink.curveTo(made[2], made[3], made[4], made[5], made[6], made[7]);
    return;
  }
  const [first, second] = halved(curve);
  bendCurve(map, first, from, middle!, sink, depth + 1);
  bendCurve(map, second, middle!, to, sink, depth + 1);
}

/** Sends the outline of one letter of a bent lettering to a sink, bent. */
export function traceBent(set: SetLettering, index: number, sink: OutlineSink): void {
  const { measured, scaleX, scaleY } = set;
  const { run, scales } = measured;
  const letter = run.letters[index]!;
  const k = scales ? scales[index]! : 1;
  const map = mapOf(set, index);
  for (const glyph of letter.glyphs) {
    const { commands, coords } = run.face.outline(glyph.id);
    const dx = glyph.x - letter.advance / 2;
    const px = (i: number): number => (coords[i]! + dx) * scaleX * k,
      py = (i: number): number => (coords[i + 1]! + glyph.y) * scaleY * k;
    let x = 0,
      y = 0,
      i = 0,
      startX = 0,
      startY = 0;
    let at: Mapped | null = null;
    const line = (toX: number, toY: number): void => {
      const to = map(toX, toY);
      // A line on a normal stays one; any other becomes a curve.
      if (Math.abs(toX - x) < 1e-9) sink.lineTo(to.x, to.y);
      else
        bendCurve(
          map,
          [x, y, x + (toX - x) / 3, y + (toY - y) / 3, toX - (toX - x) / 3, toY - (toY - y) / 3, toX, toY],
          at!,
          to,
          sink,
          0,
        );
      at = to;
    };
    for (const command of commands) {
      const n = PAIRS[command]! * 2;
      if (command === COMMAND.close) {
        // The line that a close draws must bend too.
        if (hypot(x - startX, y - startY) > 1e-9) line(startX, startY);
        sink.closePath();
        x = startX;
        y = startY;
        continue;
      }
      const [toX, toY] = [px(i + n - 2), py(i + n - 2)];
      if (command === COMMAND.move) {
        at = map(toX, toY);
        sink.moveTo(at.x, at.y);
        startX = toX;
        startY = toY;
      } else if (command === COMMAND.line) line(toX, toY);
      else {
        const curve: Curve =
          command === COMMAND.cubic
            ? [x, y, px(i), py(i), px(i + 2), py(i + 2), toX, toY]
            : [
                x,
                y,
                x + (2 / 3) * (px(i) - x),
                y + (2 / 3) * (py(i) - y),
                toX + (2 / 3) * (px(i) - toX),
                toY + (2 / 3) * (py(i) - toY),
                toX,
                toY,
              ];
        const to = map(toX, toY);
        bendCurve(map, curve, at!, to, sink, 0);
        at = to;
      }
      x = toX;
      y = toY;
      i += n;
    }
  }
}
