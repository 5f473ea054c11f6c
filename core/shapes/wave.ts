import { limited, object, point, tagged, type TypeOf } from '../fields';
import { hypot } from '../hypot';
import type { Vec } from '../geometry/vec';
import { LIMITS } from '../fields/limits';
import { ok } from '../result';
import { firstProblem, lengthProblem, numberField, pointFields } from './common';
import type { CurveKind } from './kind';
import { mapPoint } from './similarity';

export const waveParameters = object({
  kind: tagged('wave'),
  from: point(),
  lengthMm: limited('lengthMm'),
  /** Direction of the axis: 0 runs to the right, positive turns clockwise, degrees. */
  turnDeg: limited('clockDeg'),
  amplitudeMm: limited('amplitudeMm'),
  /** Number of whole waves along the axis. */
  waves: limited('waves'),
  /** Where in the wave it begins: 0 rises from the axis, 90 begins at the crest. */
  phaseDeg: limited('clockDeg'),
});

/** A sine wave along a straight axis. */
export type WaveShape = TypeOf<typeof waveParameters>;

const alongOf = ({ lengthMm, turnDeg }: WaveShape): Vec => {
  const a = (turnDeg * Math.PI) / 180;
  return { x: lengthMm * Math.cos(a), y: lengthMm * Math.sin(a) };
};
const endOf = (shape: WaveShape): Vec => {
  const along = alongOf(shape);
  return { x: shape.from.x + along.x, y: shape.from.y + along.y };
};
/**
 * Where the wave stands farthest from its axis first: how far along the axis, as a share of it, and what part of its
 * height it has there. A crest where it has one, else a trough; the higher end of a piece of a wave that has neither.
 */
function summitOf({ waves, phaseDeg }: WaveShape): { readonly u: number; readonly part: number } {
  const at = (deg: number): number => ((((deg - phaseDeg) % 360) + 360) % 360) / 360 / waves;
  const [crest, trough] = [at(90), at(270)];
  if (crest <= 1) return { u: crest, part: 1 };
  if (trough <= 1) return { u: trough, part: -1 };
  const part = (u: number): number => Math.sin(((phaseDeg + u * waves * 360) * Math.PI) / 180);
  return Math.abs(part(0)) > Math.abs(part(1)) ? { u: 0, part: part(0) } : { u: 1, part: part(1) };
}
/** The place on the wave where its height is held. */
const crestOf = (shape: WaveShape): Vec => {
  const along = alongOf(shape);
  const { u, part } = summitOf(shape),
    mm = shape.amplitudeMm * part;
  return {
    x: shape.from.x + along.x * u + (along.y / shape.lengthMm) * mm,
    y: shape.from.y + along.y * u - (along.x / shape.lengthMm) * mm,
  };
};
const degOf = (v: Vec): number => ((Math.atan2(v.y, v.x) * 180) / Math.PI + 360) % 360;

export const wave: CurveKind<WaveShape> = {
  parameters: waveParameters,
  title: 'Wave',
  path: (shape) =>
    ok({
      segments: [
        {
          kind: 'sine',
          from: shape.from,
          along: alongOf(shape),
          amplitude: shape.amplitudeMm,
          startPhase: (shape.phaseDeg * Math.PI) / 180,
          sweepPhase: shape.waves * 2 * Math.PI,
        },
      ],
      closed: false,
    }),
  handles: (shape) => [
    { id: 'start', name: 'Start of the axis', at: shape.from },
    { id: 'end', name: 'End of the axis', at: endOf(shape) },
    { id: 'crest', name: 'Height of the wave', at: crestOf(shape) },
  ],
  moveHandle(shape, handleId, to) {
    const from = handleId === 'start' ? to : shape.from;
    if (handleId === 'crest') {
      const along = alongOf(shape);
      return {
        ...shape,
        amplitudeMm: ((to.x - from.x) * along.y - (to.y - from.y) * along.x) / shape.lengthMm / summitOf(shape).part,
      };
    }
    const end = handleId === 'end' ? to : endOf(shape);
    const along = { x: end.x - from.x, y: end.y - from.y };
    return { ...shape, from, lengthMm: hypot(along.x, along.y), turnDeg: degOf(along) };
  },
  transform(shape, by) {
    const from = mapPoint(by, shape.from),
      end = mapPoint(by, endOf(shape));
    return {
      ...shape,
      from,
      turnDeg: degOf({ x: end.x - from.x, y: end.y - from.y }),
      lengthMm: shape.lengthMm * by.scale,
      amplitudeMm: shape.amplitudeMm * by.scale * (by.mirrored ? -1 : 1),
    };
  },
  reverse: (shape) => ({
    // Travelled back, left is the other side and the phase runs the other way: sin(−φ) = −sin φ keeps the height.
    ...shape,
    from: endOf(shape),
    turnDeg: (shape.turnDeg + 180) % 360,
    phaseDeg: ((-(shape.phaseDeg + shape.waves * 360) % 360) + 360) % 360,
  }),
  problem: (s) =>
    firstProblem(
      lengthProblem('The length of a wave', s.lengthMm, LIMITS.lengthMm, 'shape.lengthMm'),
      lengthProblem('The height of a wave', s.amplitudeMm, LIMITS.amplitudeMm, 'shape.amplitudeMm'),
    ),
  sizeLabel: (s) => `${s.lengthMm.toFixed(0)} mm, ${Number(s.waves.toFixed(2))} waves`,
  fields: [
    numberField('Length', 'lengthMm', 'mm', 'lengthMm', 1),
    numberField('Height', 'amplitudeMm', 'mm', 'amplitudeMm', 0.5),
    numberField('Waves', 'waves', '', 'waves', 0.25),
    numberField('Phase', 'phaseDeg', '°', 'clockDeg', 5),
    numberField('Turned by', 'turnDeg', '°', 'clockDeg', 1),
    ...pointFields<WaveShape>(
      'Start',
      (s) => s.from,
      (s, from) => ({ ...s, from }),
    ),
  ],
};
