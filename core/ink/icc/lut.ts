import { fail, ok, type Result } from '../../result';

/** A way from one list of values to another, each 0 to 1, as a profile has it in one of its tables. */
export interface Lut {
  readonly inputs: number;
  readonly outputs: number;
  /** How the side of the profile connection space writes L*a*b*: as 8 bits do, or as 16 bits did before version 4. */
  readonly lab: 'plain' | 'of16Bits';
  readonly apply: (values: readonly number[]) => readonly number[];
}

type Step = (values: readonly number[]) => readonly number[];
type Curve = (value: number) => number;

const held = (value: number): number => Math.min(1, Math.max(0, value));
const broken = (what: string): Result<never> =>
  fail({ code: 'damaged-profile', message: `A table of this profile is damaged: ${what}. Ask for the profile anew.` });

/** A value between the entries of a table. */
function sampled(table: readonly number[] | Float64Array): Curve {
  const last = table.length - 1;
  return (value) => {
    const at = held(value) * last,
      from = Math.min(Math.floor(at), Math.max(last - 1, 0));
    return table[from]! + (at - from) * ((table[from + 1] ?? table[from]!) - table[from]!);
  };
}

/** Between the points of a grid, linear along every axis; the first axis varies slowest. */
function grid(sides: readonly number[], outputs: number, values: Float64Array): Step {
  const strides = sides.map((_, axis) => sides.slice(axis + 1).reduce((sum, side) => sum * side, outputs));
  return (given) => {
    const out = new Array<number>(outputs).fill(0);
    const low = sides.map((side, axis) => Math.min(Math.floor(held(given[axis]!) * (side - 1)), Math.max(side - 2, 0)));
    const part = sides.map((side, axis) => held(given[axis]!) * (side - 1) - low[axis]!);
    for (let corner = 0; corner < 1 << sides.length; corner++) {
      let weight = 1,
        at = 0;
      for (let axis = 0; axis < sides.length; axis++) {
        const up = (corner >> axis) & 1;
        weight *= up ? part[axis]! : 1 - part[axis]!;
        at += (low[axis]! + up) * strides[axis]!;
      }
      if (weight > 0) for (let k = 0; k < outputs; k++) out[k]! += weight * values[at + k]!;
    }
    return out;
  };
}

const each =
  (curves: readonly Curve[]): Step =>
  (values) =>
    values.map((value, i) => curves[i]!(value));
const inTurn =
  (steps: readonly Step[]): Step =>
  (values) =>
    steps.reduce((now, step) => step(now), values);

const fixed = (view: DataView, at: number): number => view.getInt32(at) / 65536;

/** Tables of 8 or 16 bits as profiles have them since version 2 (ICC.1, `lut8Type` and `lut16Type`). */
function readOld(view: DataView, wide: boolean): Result<Lut> {
  const [inputs, outputs, side] = [view.getUint8(8), view.getUint8(9), view.getUint8(10)];
  const [before, after] = wide ? [view.getUint16(48), view.getUint16(50)] : [256, 256];
  const points = side ** inputs * outputs,
    size = wide ? 2 : 1,
    from = wide ? 52 : 48;
  if (side < 2 || before < 2 || after < 2) return broken('it has no grid');
  if (from + size * (inputs * before + points + outputs * after) > view.byteLength) return broken('its end is missing');
  let at = from;
  const take = (count: number): Float64Array => {
    const values = new Float64Array(count);
    for (let i = 0; i < count; i++, at += size) values[i] = wide ? view.getUint16(at) / 65535 : view.getUint8(at) / 255;
    return values;
  };
  const first = Array.from({ length: inputs }, () => sampled(take(before)));
  const values = take(points);
  const last = Array.from({ length: outputs }, () => sampled(take(after)));
  const sides = new Array<number>(inputs).fill(side);
  return ok({
    inputs,
    outputs,
    lab: wide ? 'of16Bits' : 'plain',
    apply: inTurn([each(first), grid(sides, outputs, values), each(last)]),
  });
}

/** Throws where a table does not reach so far; asked before anything large is made. */
function reach(view: DataView, end: number): void {
  if (!(end <= view.byteLength)) throw new RangeError('The table ends before.');
}

/** How many numbers a parametric curve has, by its kind (ICC.1, `parametricCurveType`). */
const PARAMETERS = [1, 3, 4, 5, 7] as const;

function parametric(kind: number, p: readonly number[]): Curve {
  const [g = 1, a = 1, b = 0, c = 0, d = 0, e = 0, f = 0] = p;
  const power = (value: number): number => Math.max(a * value + b, 0) ** g;
  if (kind === 0) return (x) => held(x) ** g;
  if (kind === 1) return (x) => (x >= -b / a ? power(x) : 0);
  if (kind === 2) return (x) => (x >= -b / a ? power(x) + c : c);
  if (kind === 3) return (x) => (x >= d ? power(x) : c * x);
  return (x) => (x >= d ? power(x) + e : c * x + f);
}

/** Curves that stand one after the other, each at a multiple of four bytes. */
function readCurves(view: DataView, from: number, count: number): Curve[] {
  const curves: Curve[] = [];
  let at = from;
  for (let i = 0; i < count; i++) {
    if (view.getUint32(at) === 0x70617261) {
      const kind = view.getUint16(at + 8),
        many = PARAMETERS[kind];
      if (many === undefined) throw new RangeError('There is no such curve.');
      curves.push(
        parametric(
          kind,
          Array.from({ length: many }, (_, n) => fixed(view, at + 12 + 4 * n)),
        ),
      );
      at += 12 + 4 * many;
      continue;
    }
    const many = view.getUint32(at + 8);
    reach(view, at + 12 + 2 * many);
    const table = Array.from({ length: many }, (_, n) => view.getUint16(at + 12 + 2 * n));
    if (many === 0) curves.push((x) => x);
    else if (many === 1) curves.push((x) => held(x) ** (table[0]! / 256));
    else curves.push(sampled(table.map((value) => value / 65535)));
    at += 12 + 2 * many;
    at += (4 - (at % 4)) % 4;
  }
  return curves;
}

function readGrid(view: DataView, from: number, inputs: number, outputs: number): Step {
  const sides = Array.from({ length: inputs }, (_, i) => view.getUint8(from + i)),
    wide = view.getUint8(from + 16) === 2;
  const count = sides.reduce((sum, side) => sum * side, outputs);
  reach(view, from + 20 + count * (wide ? 2 : 1));
  const values = Float64Array.from({ length: count }, (_, i) =>
    wide ? view.getUint16(from + 20 + 2 * i) / 65535 : view.getUint8(from + 20 + i) / 255,
  );
  return grid(sides, outputs, values);
}

/** Tables as profiles have them since version 4 (ICC.1, `lutAToBType` and `lutBToAType`). */
function readNew(view: DataView, toPcs: boolean): Result<Lut> {
  const [inputs, outputs] = [view.getUint8(8), view.getUint8(9)];
  const [curvesB, matrix, curvesM, clut, curvesA] = [12, 16, 20, 24, 28].map((at) => view.getUint32(at)) as [
    number,
    number,
    number,
    number,
    number,
  ];
  const [pcs, device] = toPcs ? [outputs, inputs] : [inputs, outputs];
  const steps: Step[] = [];
  if (curvesA > 0) steps.push(each(readCurves(view, curvesA, device)));
  if (clut > 0) steps.push(readGrid(view, clut, inputs, outputs));
  else if (inputs !== outputs) return broken('it has no grid');
  if (curvesM > 0) steps.push(each(readCurves(view, curvesM, pcs)));
  if (matrix > 0) {
    const m = Array.from({ length: 12 }, (_, i) => fixed(view, matrix + 4 * i));
    steps.push((v) =>
      [0, 1, 2].map((i) => m[3 * i]! * v[0]! + m[3 * i + 1]! * v[1]! + m[3 * i + 2]! * v[2]! + m[9 + i]!),
    );
  }
  if (curvesB > 0) steps.push(each(readCurves(view, curvesB, pcs)));
  return ok({ inputs, outputs, lab: 'plain', apply: inTurn(toPcs ? steps : steps.reverse()) });
}

/**
 * Reads a table of a profile.
 *
 * @param tag its bytes, from its signature on
 * @returns `damaged-profile` where it is none, or has no end
 */
export function readLut(tag: Uint8Array): Result<Lut> {
  const view = new DataView(tag.buffer, tag.byteOffset, tag.byteLength);
  try {
    const kind = String.fromCharCode(...tag.subarray(0, 4));
    if (kind === 'mft1' || kind === 'mft2') return readOld(view, kind === 'mft2');
    if (kind === 'mAB ' || kind === 'mBA ') return readNew(view, kind === 'mAB ');
    return broken(`it is of the kind “${kind.replace(/[^\x20-\x7e]/g, '?')}”`);
  } catch {
    return broken('its end is missing');
  }
}
