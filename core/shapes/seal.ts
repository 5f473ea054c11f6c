import { limited, object, point, tagged, wholeNumber, type TypeOf } from '../fields';
import { hypot } from '../hypot';
import { cubic, line, type CubicSegment, type Segment } from '../geometry/segment';
import { onClock, type Vec } from '../geometry/vec';
import { ok } from '../result';
import { radiusProblem } from './circle';
import { centreFields, firstProblem, numberField, turnField } from './common';
import type { CurveKind } from './kind';
import { mapDeg, mapPoint } from './similarity';

export const sealParameters = object({
  kind: tagged('seal'),
  centre: point(),
  /** Distance of the outermost points of its edge from the centre, mm. */
  radiusMm: limited('radiusMm'),
  /** How far the edge goes in and out, mm. */
  depthMm: limited('marginMm'),
  /** Teeth, scallops or strands of the rope. */
  teeth: wholeNumber('teeth'),
  edge: tagged('teeth', 'scallops', 'rope'),
  /** Which way the strands of a rope lean, seen in the direction of travel. */
  lean: tagged('ahead', 'back'),
  turnDeg: limited('clockDeg'),
});

/**
 * A disc with a toothed, scalloped or roped edge; its first tooth at 12 o'clock unless it is turned. Travelled
 * clockwise.
 */
export type SealShape = TypeOf<typeof sealParameters>;
export type SealEdge = SealShape['edge'];

/** How far the top of a strand of rope lies beyond its middle, as a share of its width. */
const LEAN = 0.16;

const reversed = ({ p0, p1, p2, p3 }: CubicSegment): CubicSegment => cubic(p3, p2, p1, p0);

/** The edge from one hollow to the next, by clock angles. */
function tooth({ centre, radiusMm, depthMm, edge, lean }: SealShape, fromDeg: number, toDeg: number): Segment[] {
  const at = (deg: number, radius: number): Vec => onClock(centre, radius, deg);
  const width = toDeg - fromDeg,
    middle = (fromDeg + toDeg) / 2,
    low = radiusMm - depthMm;
  if (edge === 'teeth')
    return [line(at(fromDeg, low), at(middle, radiusMm)), line(at(middle, radiusMm), at(toDeg, low))];
  if (edge === 'scallops') {
    // A cubic reaches three quarters of the way to its handles: they lie so far out that its top touches the radius.
    const over = low + (4 / 3) * (radiusMm - low * Math.cos((width * Math.PI) / 360));
    return [cubic(at(fromDeg, low), at(fromDeg + width * 0.06, over), at(toDeg - width * 0.06, over), at(toDeg, low))];
  }
  // A strand swells gently out of the hollow behind it and falls steeply into the one ahead; mirrored, the other way
  // round.
  const way = lean === 'ahead' ? 1 : -1;
  const start = way > 0 ? fromDeg : toDeg,
    end = way > 0 ? toDeg : fromDeg;
  const topDeg = middle + way * width * LEAN;
  const top = at(topDeg, radiusMm),
    flat = ((width * Math.PI) / 180) * radiusMm * 0.22;
  const beside = (mm: number): Vec => {
    const side = onClock({ x: 0, y: 0 }, mm, topDeg + 90);
    return { x: top.x + side.x, y: top.y + side.y };
  };
  const rise = cubic(at(start, low), at(start + way * width * 0.14, low + depthMm * 0.75), beside(-way * flat), top);
  const fall = cubic(top, beside(way * flat * 0.8), at(end + way * width * 0.02, low + depthMm * 0.55), at(end, low));
  return way > 0 ? [rise, fall] : [reversed(fall), reversed(rise)];
}

const EDGES: readonly { readonly value: SealEdge; readonly label: string }[] = [
  { value: 'teeth', label: 'toothed' },
  { value: 'scallops', label: 'scalloped' },
  { value: 'rope', label: 'rope' },
];

export const seal: CurveKind<SealShape> = {
  parameters: sealParameters,
  title: 'Seal',
  path: (shape) => {
    const width = 360 / shape.teeth;
    return ok({
      closed: true,
      segments: Array.from({ length: shape.teeth }, (_, i) =>
        tooth(shape, shape.turnDeg + (i - 0.5) * width, shape.turnDeg + (i + 0.5) * width),
      ).flat(),
    });
  },
  centre: (shape) => shape.centre,
  handles: (shape) => [
    { id: 'centre', name: 'Centre', at: shape.centre },
    { id: 'radius', name: 'Outer edge', at: onClock(shape.centre, shape.radiusMm, shape.turnDeg) },
    {
      id: 'depth',
      name: 'Hollows',
      at: onClock(shape.centre, shape.radiusMm - shape.depthMm, shape.turnDeg + 180 / shape.teeth),
    },
  ],
  moveHandle(shape, handleId, to) {
    if (handleId === 'centre') return { ...shape, centre: to };
    const radius = hypot(to.x - shape.centre.x, to.y - shape.centre.y);
    return handleId === 'depth' ? { ...shape, depthMm: shape.radiusMm - radius } : { ...shape, radiusMm: radius };
  },
  transform: (s, by) => ({
    ...s,
    centre: mapPoint(by, s.centre),
    radiusMm: s.radiusMm * by.scale,
    depthMm: s.depthMm * by.scale,
    turnDeg: mapDeg(by, s.turnDeg),
    lean: by.mirrored === (s.lean === 'ahead') ? 'back' : 'ahead',
  }),
  reverse: () => null,
  problem: (s) =>
    firstProblem(
      radiusProblem(s.radiusMm),
      s.depthMm > 0 && s.depthMm < s.radiusMm
        ? null
        : {
            code: 'out-of-range',
            field: 'shape.depthMm',
            value: s.depthMm,
            limit: s.radiusMm,
            message: `The edge must be more than 0 and less than the radius of ${s.radiusMm.toFixed(2)} mm deep.`,
          },
    ),
  sizeLabel: (s) => `${s.teeth} ${s.edge === 'rope' ? 'strands' : s.edge}, r ${s.radiusMm.toFixed(1)}`,
  choices: [
    { label: 'Edge', options: EDGES, get: (s) => s.edge, set: (s, edge) => ({ ...s, edge: edge as SealEdge }) },
    {
      label: 'Strands lean',
      options: [
        { value: 'ahead', label: 'clockwise' },
        { value: 'back', label: 'anticlockwise' },
      ],
      get: (s) => s.lean,
      set: (s, lean) => ({ ...s, lean: lean as SealShape['lean'] }),
    },
  ],
  fields: [
    numberField('Teeth', 'teeth', '', 'teeth', 1),
    numberField('Radius', 'radiusMm', 'mm', 'radiusMm', 0.5),
    numberField('Depth', 'depthMm', 'mm', 'marginMm', 0.1),
    turnField(),
    ...centreFields<SealShape>(),
  ],
};
