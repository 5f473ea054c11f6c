import { combine } from './booleans';
import { contains } from '../geometry/outlines/contains';
import { areaOf, onEdge, regionOf, type Edge, type Region } from '../geometry/outlines/edges';
import { traceLetters } from './traceLetters';
import { setStep, type Step } from '../piece/steps';
import { LIMITS } from '../piece/limits';
import type { CurveNode, DrawnShape } from '../piece/shapes/drawn';
import type { Curve, Cut, Lettering, Piece } from '../piece/types';
import { fail, ok, type Result } from '../result';
import { linesOf, type SetLettering } from '../setting/line/set';

type Contour = readonly Edge[];

/** How far handles may be from one line for the node between them to count as smooth, radians. */
const SMOOTH_RAD = 0.01;

/** A contour as the nodes of a drawn curve: lines without handles, cubics with theirs. */
function drawnOf(contour: Contour): DrawnShape {
  const nodes = contour.map((edge, i): CurveNode => {
    const before = contour[(i + contour.length - 1) % contour.length]!;
    const { x, y } = onEdge(edge, 0),
      at = { x, y };
    const back = before.kind === 'cubic' ? { x: before.points[4], y: before.points[5] } : null;
    const ahead = edge.kind === 'cubic' ? { x: edge.points[2], y: edge.points[3] } : null;
    const turn =
      back && ahead
        ? Math.abs(
            Math.atan2(
              (at.x - back.x) * (ahead.y - at.y) - (at.y - back.y) * (ahead.x - at.x),
              (at.x - back.x) * (ahead.x - at.x) + (at.y - back.y) * (ahead.y - at.y),
            ),
          )
        : Math.PI;
    return { kind: turn < SMOOTH_RAD ? 'smooth' : 'corner', at, back, ahead };
  });
  return { kind: 'drawn', closed: true, nodes };
}

/** The outer contours of a region, each with the holes in it. */
function shapesOf(region: Region): { readonly outer: Contour; readonly holes: readonly Contour[] }[] {
  const outers = region
    .filter((contour) => areaOf([contour]) > 0)
    .map((outer) => ({ outer, area: areaOf([outer]), holes: [] as Contour[] }));
  for (const hole of region.filter((contour) => areaOf([contour]) < 0)) {
    const at = onEdge(hole[0]!, 0);
    const holders = outers.filter(({ outer }) => contains([outer], at)).sort((a, b) => a.area - b.area);
    holders[0]?.holes.push(hole);
  }
  return outers;
}

/**
 * Steps that put the letters of a lettering on the sheet as drawn curves with nodes, in the inks of the lettering, one
 * for each letter (or each part of one that hangs together), their counters as curves that are cut out of them. The
 * lettering itself stays, hidden, beside them.
 *
 * @returns `no-letters`, `too-many-nodes`, or the steps with the ids of the new curves
 */
export function asOutlinesSteps(
  piece: Piece,
  lettering: Lettering,
  set: SetLettering,
  newId: () => string,
): Result<{ steps: Step[]; ids: string[] }> {
  const curves: Curve[] = [];
  const make = (name: string, contour: Contour, inked: boolean, cuts: readonly Cut[]): Curve => {
    const curve: Curve = {
      type: 'curve',
      id: newId(),
      name,
      shape: drawnOf(contour),
      locked: false,
      hidden: false,
      cuts,
      equalRooms: false,
      group: null,
      fill: inked ? lettering.fill : null,
      stroke: inked && lettering.stroke ? { ...lettering.stroke, place: 'centre' } : null,
    };
    curves.push(curve);
    return curve;
  };
  for (const line of linesOf(set)) {
    for (let i = 0; i < line.measured.run.letters.length; i++) {
      const region = combine(
        'union',
        regionOf((sink) => traceLetters(line, sink, [i])),
        [],
      );
      if (region.length === 0) continue;
      const at = line.measured.origins[i]!;
      const name =
        lettering.wording
          .slice(at, at + 2)
          .trim()
          .slice(0, 1) || 'Letter';
      for (const { outer, holes } of shapesOf(region)) {
        const inner = holes.map((hole) => make(`${name} counter`, hole, false, []));
        make(
          name,
          outer,
          true,
          inner.map(({ id }) => ({ itemId: id, marginMm: 0 })),
        );
      }
    }
  }
  if (curves.length === 0)
    return fail({ code: 'no-letters', message: 'There is no letter to make outlines of. Type some words first.' });
  const most = Math.max(...curves.map(({ shape }) => (shape as DrawnShape).nodes.length));
  if (most > LIMITS.nodes.max)
    return fail({
      code: 'too-many-nodes',
      value: most,
      limit: LIMITS.nodes.max,
      message: `A letter of this typeface has ${most} nodes, more than the ${LIMITS.nodes.max} of a drawn curve. Choose a plainer typeface.`,
    });
  if (piece.items.length + curves.length > LIMITS.items.max)
    return fail({
      code: 'too-many-items',
      value: curves.length,
      limit: LIMITS.items.max,
      message: 'The piece would hold too many curves. Make outlines of fewer words.',
    });
  const index = piece.items.indexOf(lettering) + 1;
  const steps: Step[] = curves.map((item, i) => ({ kind: 'insert', index: index + i, item }));
  return ok({
    steps: [...steps, setStep(piece, lettering.id, ['hidden'], true)],
    ids: curves.filter((one) => one.fill !== null || one.stroke !== null).map((one) => one.id),
  });
}
