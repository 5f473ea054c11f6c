import { LETTER, type SetLettering } from '../setting/setLettering';
import { COMMAND, type Outline } from '../type/outline';
import type { Sink } from './sink';

/** Sends one outline through the map x' = a·x + c·y + e, y' = b·x + d·y + f. */
function traceOutline({ commands, coords }: Outline, a: number, b: number, c: number, d: number, e: number, f: number, sink: Sink): void {
  let i = 0;
  for (let n = 0; n < commands.length; n++) {
    const command = commands[n]!;
    if (command === COMMAND.close) { sink.closePath(); continue; }
    const x0 = coords[i]!, y0 = coords[i + 1]!;
    const px = a * x0 + c * y0 + e, py = b * x0 + d * y0 + f;
    if (command === COMMAND.line) { sink.lineTo(px, py); i += 2; continue; }
    if (command === COMMAND.move) { sink.moveTo(px, py); i += 2; continue; }
    const x1 = coords[i + 2]!, y1 = coords[i + 3]!;
    const qx = a * x1 + c * y1 + e, qy = b * x1 + d * y1 + f;
    if (command === COMMAND.quad) { sink.quadTo(px, py, qx, qy); i += 4; continue; }
    const x2 = coords[i + 4]!, y2 = coords[i + 5]!;
    sink.curveTo(px, py, qx, qy, a * x2 + c * y2 + e, b * x2 + d * y2 + f);
    i += 6;
  }
}

/**
 * Sends the outlines of set letters to a sink, in mm on the sheet.
 *
 * @param only indices of the letters wanted; all when left out
 */
export function traceLetters(set: SetLettering, sink: Sink, only?: readonly number[]): void {
  const { run } = set.measured;
  const count = only ? only.length : run.letters.length;
  for (let n = 0; n < count; n++) {
    const index = only ? only[n]! : n;
    const at = index * LETTER.length;
    traceLetter(set, index, set.rows[at]!, set.rows[at + 1]!, set.rows[at + 2]!, set.rows[at + 3]!, sink);
  }
}

/** Sends one letter, its baseline middle at (x, y) and its baseline along the unit vector (cos, sin). */
export function traceLetter(set: SetLettering, index: number, x: number, y: number, cos: number, sin: number, sink: Sink): void {
  const { run } = set.measured;
  const { scale } = set;
  const letter = run.letters[index]!;
  const a = cos * scale, b = sin * scale;
  for (const glyph of letter.glyphs) {
    const dx = glyph.x - letter.advance / 2;
    const e = x + a * dx + b * glyph.y, f = y + b * dx - a * glyph.y;
    if (sink.outline) sink.outline(run.face.outline(glyph.id), a, b, b, -a, e, f);
    else traceOutline(run.face.outline(glyph.id), a, b, b, -a, e, f, sink);
  }
}
