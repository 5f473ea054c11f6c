import { bendingOf, LETTER } from '../stances';
import type { SetOrnaments } from '../setting/space/ornaments';
import type { Sign } from '../setting/space/ornamentSigns';
import type { StripLetter } from '../setting/hand/strip';
import { linesOf, type SetLettering } from '../setting/line/set';
import { COMMAND, type Outline } from '../geometry/outlines/outline';
import { traceBent } from './bend';
import type { OutlineSink } from '../geometry/outlines/outlineSink';

/** Sends one outline through the map x' = a·x + c·y + e, y' = b·x + d·y + f. */
function traceOutline(
  { commands, coords }: Outline,
  a: number,
  b: number,
  c: number,
  d: number,
  e: number,
  f: number,
  sink: OutlineSink,
): void {
  let i = 0;
  for (let n = 0; n < commands.length; n++) {
    const command = commands[n]!;
    if (command === COMMAND.close) {
      sink.closePath();
      continue;
    }
    const x0 = coords[i]!,
      y0 = coords[i + 1]!;
    const px = a * x0 + c * y0 + e,
      py = b * x0 + d * y0 + f;
    if (command === COMMAND.line) {
      sink.lineTo(px, py);
      i += 2;
      continue;
    }
    if (command === COMMAND.move) {
      sink.moveTo(px, py);
      i += 2;
      continue;
    }
    const x1 = coords[i + 2]!,
      y1 = coords[i + 3]!;
    const qx = a * x1 + c * y1 + e,
      qy = b * x1 + d * y1 + f;
    if (command === COMMAND.quad) {
      sink.quadTo(px, py, qx, qy);
      i += 4;
      continue;
    }
    const x2 = coords[i + 4]!,
      y2 = coords[i + 5]!;
    sink.curveTo(px, py, qx, qy, a * x2 + c * y2 + e, b * x2 + d * y2 + f);
    i += 6;
  }
}

/**
 * Sends the outlines of a set lettering to a sink, all lines of it, in mm on the sheet.
 */
export function traceLettering(set: SetLettering, sink: OutlineSink): void {
  for (const line of linesOf(set)) traceLetters(line, sink);
}

/**
 * Sends the outlines of the letters of one line to a sink, in mm on the sheet.
 *
 * @param only indices of the letters wanted; all when left out
 */
export function traceLetters(set: SetLettering, sink: OutlineSink, only?: readonly number[]): void {
  const { run } = set.measured;
  const { rows } = set;
  const bent = bendingOf(set.stance) > 0;
  const count = only ? only.length : run.letters.length;
  for (let n = 0; n < count; n++) {
    const index = only ? only[n]! : n;
    if (bent) {
      traceBent(set, index, sink);
      continue;
    }
    const at = index * LETTER.length;
    traceLetter(set, index, rows[at]!, rows[at + 1]!, rows[at + 2]!, rows[at + 3]!, rows[at + 4]!, rows[at + 5]!, sink);
  }
}

/** Sends a sign so many mm high, its middle at 0. */
export const traceSign = ({ outline }: Sign, heightMm: number, sink: OutlineSink): void =>
  traceOutline(outline, heightMm, 0, 0, -heightMm, 0, 0, sink);

/** Sends ornaments to a sink, in mm on the sheet. */
export function traceOrnaments({ sign, placed }: SetOrnaments, sink: OutlineSink): void {
  for (const { x, y, xx, xy, yx, yy } of placed) traceOutline(sign.outline, xx, xy, yx, yy, x, y, sink);
}

/** Sends one letter as it stands on the strip, whose baseline lies at 0. */
export const traceOnStrip = (
  set: SetLettering,
  index: number,
  { x, y, xx, xy, yx, yy }: StripLetter,
  sink: OutlineSink,
): void => traceLetter(set, index, x, -y, xx, -xy, yx, -yy, sink);

/** Sends one letter, its baseline middle at (x, y), with its axes as vectors. */
function traceLetter(
  set: SetLettering,
  index: number,
  x: number,
  y: number,
  ax: number,
  ay: number,
  ux: number,
  uy: number,
  sink: OutlineSink,
): void {
  const {
    measured: { run, scales },
    scaleX,
    scaleY,
  } = set;
  const letter = run.letters[index]!;
  const k = scales ? scales[index]! : 1;
  const a = ax * scaleX * k,
    b = ay * scaleX * k,
    c = ux * scaleY * k,
    d = uy * scaleY * k;
  for (const glyph of letter.glyphs) {
    const dx = glyph.x - letter.advance / 2;
    const e = x + a * dx + c * glyph.y,
      f = y + b * dx + d * glyph.y;
    if (sink.outline) sink.outline(run.face.outline(glyph.id), a, b, c, d, e, f);
    else traceOutline(run.face.outline(glyph.id), a, b, c, d, e, f, sink);
  }
}
