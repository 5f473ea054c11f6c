import type { Grey } from './plates';

/** How far inks are spread in the tests, mm, and the resolution at which plates are looked at. */
export const WIDTH_MM = 0.15,
  DPI = 1200;
/** As far as a plate is off: the width, but for the pixels within which the edges of both plates are known. */
const OFF_MM = WIDTH_MM - (1.5 * 25.4) / DPI;

/** How many places of those looked at are bare paper with one plate beside the others, the worst of eight ways. */
export function bare(plates: ReadonlyMap<string, Grey>, moved: string): number {
  let worst = 0;
  for (let way = 0; way < 8; way++) {
    const [dx, dy] = [Math.cos((way * Math.PI) / 4) * OFF_MM, Math.sin((way * Math.PI) / 4) * OFF_MM];
    let count = 0;
    for (let x = 4; x < 26; x += 0.06)
      for (let y = 3; y < 16; y += 0.06)
        if ([...plates].every(([name, plate]) => (name === moved ? plate.at(x - dx, y - dy) : plate.at(x, y)) < 0.04))
          count++;
    worst = Math.max(worst, count);
  }
  return worst;
}
