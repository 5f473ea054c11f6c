import type { Trace } from '../geometry/outlines/outlineSink';
import type { Sink } from '../drawing/sink';
import { COMMAND, PAIRS, type Outline } from '../geometry/outlines/outline';
import { simplified } from '../geometry/outlines/simplify';
import { decodeAscii } from './textBuffer';

/**
 * Screen path data is in whole units: what is shown small needs fewer digits and fewer points, and those are what a
 * browser spends its time on. Coarse does for pictures of a fixed size, fine for the largest zoom.
 */
export const UNIT_MM = { coarse: 0.005, fine: 0.0005 } as const;
/** The units that a zoom chooses from, in mm. */
export const SCREEN_UNITS_MM = [0.02, 0.01, UNIT_MM.coarse, 0.002, 0.001, UNIT_MM.fine] as const;
/**
 * The largest unit, in pixels: rounding (half of it) and left-out points (half of it) stay below a tenth of a pixel.
 */
const UNIT_PX = 0.1;
/** How far the outline of a glyph may stray for having fewer points, in units. */
const SIMPLIFIED_BY = 0.5;

/** The unit, in mm, that does for a zoom given in pixels a mm. */
export const screenUnit = (pixelsPerMm: number): number =>
  SCREEN_UNITS_MM.find((unit) => unit * pixelsPerMm <= UNIT_PX) ?? UNIT_MM.fine;
const [MOVE, LINE, QUAD, CUBIC, CLOSE] = [109, 108, 113, 99, 122];
/** The letters m, l, q, c by command. */
const LETTERS = [MOVE, LINE, QUAD, CUBIC];
const [SPACE, MINUS, ZERO] = [32, 45, 48];
/** Room for one command with its numbers. */
const ROOM = 96;

/** The digits of 000 to 999. */
const DIGITS = new Uint8Array(3000);
for (let n = 0; n < 1000; n++) {
  DIGITS[n * 3] = ZERO + Math.floor(n / 100);
  DIGITS[n * 3 + 1] = ZERO + (Math.floor(n / 10) % 10);
  DIGITS[n * 3 + 2] = ZERO + (n % 10);
}

const nearest = (units: number): number => (units < 0 ? units - 0.5 : units + 0.5) | 0;

/**
 * Writes path data for the screen as fast as can be: whole numbers of a unit, each as the difference to
 * the last point, which are short to write and short to read. Differences are taken between rounded places, so
 * rounding does not add up. Reaches 1 km either way, far beyond any sheet.
 */
class ScreenSink implements Sink {
  private bytes = new Uint8Array(1 << 16);
  private used = 0;
  private x = 0;
  private y = 0;
  private startX = 0;
  private startY = 0;

  private perMm = 1;

  begin(unitMm: number): void {
    this.used = this.x = this.y = 0;
    this.perMm = 1 / unitMm;
  }

  private room(wanted = ROOM): Uint8Array {
    if (this.used + wanted > this.bytes.length) {
      const larger = new Uint8Array(Math.max(this.bytes.length * 2, this.used + wanted));
      larger.set(this.bytes);
      this.bytes = larger;
    }
    return this.bytes;
  }

  moveTo(x: number, y: number): void {
    this.one(MOVE, x, y);
    this.startX = this.x;
    this.startY = this.y;
  }
  lineTo(x: number, y: number): void {
    this.one(LINE, x, y);
  }

  private one(command: number, x: number, y: number): void {
    const bytes = this.room();
    const k = this.perMm;
    const nx = nearest(x * k),
      ny = nearest(y * k);
    bytes[this.used] = command;
    this.used = whole(bytes, whole(bytes, this.used + 1, nx - this.x), ny - this.y);
    this.x = nx;
    this.y = ny;
  }

  quadTo(x1: number, y1: number, x: number, y: number): void {
    const bytes = this.room();
    const k = this.perMm;
    const nx = nearest(x * k),
      ny = nearest(y * k);
    bytes[this.used] = QUAD;
    let at = whole(bytes, this.used + 1, nearest(x1 * k) - this.x);
    at = whole(bytes, at, nearest(y1 * k) - this.y);
    at = whole(bytes, at, nx - this.x);
    this.used = whole(bytes, at, ny - this.y);
    this.x = nx;
    this.y = ny;
  }

  curveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    const bytes = this.room();
    const k = this.perMm;
    const nx = nearest(x * k),
      ny = nearest(y * k);
    bytes[this.used] = CUBIC;
    let at = whole(bytes, this.used + 1, nearest(x1 * k) - this.x);
    at = whole(bytes, at, nearest(y1 * k) - this.y);
    at = whole(bytes, at, nearest(x2 * k) - this.x);
    at = whole(bytes, at, nearest(y2 * k) - this.y);
    at = whole(bytes, at, nx - this.x);
    this.used = whole(bytes, at, ny - this.y);
    this.x = nx;
    this.y = ny;
  }

  /** After a close SVG stands at the start of the outline again. */
  closePath(): void {
    this.room()[this.used++] = CLOSE;
    this.x = this.startX;
    this.y = this.startY;
  }

  /** One loop over the numbers of an outline: handing each point through a call would cost more than writing it. */
  outline(given: Outline, a: number, b: number, c: number, d: number, e: number, f: number): void {
    const k = this.perMm;
    const { commands, coords } = simplified(given, SIMPLIFIED_BY / (k * Math.sqrt(a * a + b * b)));
    this.room(commands.length * ROOM);
    a *= k;
    b *= k;
    c *= k;
    d *= k;
    e *= k;
    f *= k;
    const { bytes } = this;
    let { used: at, x, y, startX, startY } = this;
    let i = 0,
      last: number = COMMAND.move;
    for (let n = 0; n < commands.length; n++) {
      const command = commands[n]!;
      if (command === COMMAND.close) {
        last = command;
        bytes[at++] = CLOSE;
        x = startX;
        y = startY;
        continue;
      }
      // A command that goes on needs no letter again; only a second move would be read as a line.
      if (command !== last || command === COMMAND.move) bytes[at++] = LETTERS[command]!;
      last = command;
      let nx = x,
        ny = y;
      for (let pairs = PAIRS[command]!; pairs > 0; pairs--, i += 2) {
        const px = coords[i]!,
          py = coords[i + 1]!;
        nx = nearest(a * px + c * py + e);
        ny = nearest(b * px + d * py + f);
        at = whole(bytes, whole(bytes, at, nx - x), ny - y);
      }
      x = nx;
      y = ny;
      if (command === COMMAND.move) {
        startX = x;
        startY = y;
      }
    }
    this.used = at;
    this.x = x;
    this.y = y;
    this.startX = startX;
    this.startY = startY;
  }

  paint(): void {}

  toString(): string {
    return decodeAscii(this.bytes.subarray(0, this.used));
  }
}

/** Writes a whole number with what parts it from the one before: its minus, or a space. Gives the new end. */
function whole(bytes: Uint8Array, at: number, value: number): number {
  let n = value;
  if (n < 0) {
    bytes[at++] = MINUS;
    n = -n;
  } else bytes[at++] = SPACE;
  if (n >= 1000) {
    const high = (n / 1000) | 0;
    const low = n - high * 1000;
    at = high >= 1000 ? thousands(bytes, at, high) : upTo999(bytes, at, high);
    return padded(bytes, at, low);
  }
  return upTo999(bytes, at, n);
}

function thousands(bytes: Uint8Array, at: number, n: number): number {
  const high = (n / 1000) | 0;
  const end = high >= 1000 ? thousands(bytes, at, high) : upTo999(bytes, at, high);
  return padded(bytes, end, n - high * 1000);
}

function padded(bytes: Uint8Array, at: number, n: number): number {
  const d = n * 3;
  bytes[at] = DIGITS[d]!;
  bytes[at + 1] = DIGITS[d + 1]!;
  bytes[at + 2] = DIGITS[d + 2]!;
  return at + 3;
}

function upTo999(bytes: Uint8Array, at: number, n: number): number {
  const d = n * 3;
  if (n >= 100) bytes[at++] = DIGITS[d]!;
  if (n >= 10) bytes[at++] = DIGITS[d + 1]!;
  bytes[at++] = DIGITS[d + 2]!;
  return at;
}

const screen = new ScreenSink();

/**
 * Path data of one outline for the screen.
 *
 * @param unitMm size of the whole numbers in mm: show the data scaled by it
 */
export function screenPathData(trace: Trace, unitMm: number): string {
  screen.begin(unitMm);
  trace(screen);
  return screen.toString();
}
