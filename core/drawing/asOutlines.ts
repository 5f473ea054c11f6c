import { combine, traceRegion } from './booleans';
import { withMargin } from './margins';
import { shortWording } from './items/lettering';
import { contains } from '../geometry/outlines/contains';
import { areaOf, onEdge, regionOf, type Edge, type Region } from '../geometry/outlines/edges';
import { sweepOf } from '../geometry/outlines/sweep';
import type { Trace } from '../geometry/outlines/outlineSink';
import { traceLettering, traceLetters } from './traceLetters';
import { traceUnderline } from './underline';
import { makeStroke } from '../piece/make';
import { setStep, type Step } from '../piece/steps';
import { LIMITS } from '../fields/limits';
import type { CurveNode, DrawnShape } from '../shapes/drawn';
import type { Curve, Cut, InkId, Lettering, Piece, Stroke } from '../piece/types';
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

/** What an outline is painted with. */
interface Look {
  readonly fill: InkId | null;
  readonly stroke: Stroke | null;
}

/** Makes the curves that outlines of one lettering become, all in one group. */
class Outliner {
  readonly curves: Curve[] = [];

  constructor(
    private readonly newId: () => string,
    private readonly group: string,
  ) {}

  add(name: string, shape: DrawnShape, { fill, stroke }: Look, cuts: readonly Cut[] = [], id = this.newId()): void {
    this.curves.push({
      type: 'curve',
      id,
      name,
      shape,
      locked: false,
      hidden: false,
      cuts,
      equalRooms: false,
      group: this.group,
      fill,
      stroke: stroke && { ...stroke, place: 'centre' },
    });
  }

  /** A region as curves, one for each part that hangs together, its holes cut out of it and in the same stroke. */
  addRegion(name: string, region: Region, look: Look): void {
    for (const { outer, holes } of shapesOf(region)) {
      const inner = holes.map((hole) => ({ id: this.newId(), hole }));
      const addHoles = (): void => {
        for (const { id, hole } of inner)
          this.add(`${name} counter`, drawnOf(hole), { fill: null, stroke: look.stroke }, [], id);
      };
      // A stroke that lies on the fill lies on it within the counters too.
      const above = look.stroke !== null && !look.stroke.under;
      if (!above) addHoles();
      const cuts = inner.map(({ id }) => ({ itemId: id, marginMm: 0 }));
      this.add(name, drawnOf(outer), look, cuts);
      if (above) addHoles();
    }
  }

  /** Lines with ends, drawn with a stroke. */
  addLines(name: string, trace: Trace, stroke: Stroke): void {
    for (const nodes of openNodesOf(trace))
      this.add(name, { kind: 'drawn', closed: false, nodes }, { fill: null, stroke });
  }
}

/** The nodes of each line that a tracer sends, which turns smoothly everywhere. */
function openNodesOf(trace: Trace): CurveNode[][] {
  const lines: CurveNode[][] = [];
  const refuse = (): never => {
    throw new Error('an underline is sent as cubics');
  };
  trace({
    moveTo: (x, y) => {
      lines.push([{ kind: 'smooth', at: { x, y }, back: null, ahead: null }]);
    },
    curveTo: (x1, y1, x2, y2, x, y) => {
      const line = lines.at(-1)!;
      line.push({ kind: 'smooth', at: { x, y }, back: { x: x2, y: y2 }, ahead: null });
      line[line.length - 2] = { ...line.at(-2)!, ahead: { x: x1, y: y1 } };
    },
    lineTo: refuse,
    quadTo: refuse,
    closePath: () => {},
  });
  return lines;
}

const roundStroke = (ink: InkId, widthMm: number): Stroke => ({ ...makeStroke(ink, widthMm), join: 'round' });

/** What lies beneath the letters, the lowest first: their halo with that of shade and underline, shade, underline. */
function addBeneath(outliner: Outliner, set: SetLettering): void {
  const { lettering } = set;
  const { halo, shade, underline, stroke } = lettering;
  const letters: Trace = (sink) => traceLettering(set, sink);
  const shadow = shade && sweepOf(letters, shade.deg, shade.depthMm);
  const line: Trace = (sink) => traceUnderline(set, underline!.offMm, sink);
  const name = (part: string): string => `${part} of ${shortWording(lettering.wording)}`;
  /** A region with an even margin about it, in lines and cubics. */
  const about = (region: Region, mm: number): Region =>
    regionOf((sink) => {
      traceRegion(withMargin(region, mm), sink);
    });
  if (halo) {
    const own = about(regionOf(letters), halo.marginMm + (stroke?.widthMm ?? 0) / 2);
    const all = shadow ? combine('union', own, about(shadow, halo.marginMm)) : own;
    outliner.addRegion(name('Halo'), all, { fill: halo.ink, stroke: null });
    if (underline) outliner.addLines(name('Halo'), line, roundStroke(halo.ink, underline.widthMm + 2 * halo.marginMm));
  }
  if (shade && shadow)
    outliner.addRegion(name('Shade'), combine('union', shadow, []), { fill: shade.ink, stroke: null });
  if (underline) outliner.addLines(name('Underline'), line, roundStroke(underline.ink, underline.widthMm));
}

/** The letters themselves: each a curve, or one for each part of it that hangs together; of all where these are united. */
function addLetters(outliner: Outliner, set: SetLettering): void {
  const { wording, fill, stroke, united } = set.lettering;
  if (united) {
    const all = combine(
      'union',
      regionOf((sink) => traceLettering(set, sink)),
      [],
    );
    outliner.addRegion(shortWording(wording), all, { fill, stroke });
    return;
  }
  for (const line of linesOf(set))
    for (let i = 0; i < line.measured.run.letters.length; i++) {
      const traced = regionOf((sink) => traceLetters(line, sink, [i]));
      const at = line.measured.origins[i]!;
      const [first] = Array.from(wording.slice(at, at + 2).trim());
      outliner.addRegion(first ?? 'Letter', combine('union', traced, []), { fill, stroke });
    }
}

/**
 * Steps that put the letters of a lettering on the sheet as drawn curves with nodes in its whole look, in one group:
 * halo, shade and underline beneath, then one for each letter (or each part of one that hangs together), their counters
 * as curves that are cut out of them. The lettering itself stays, hidden, beside them.
 *
 * @returns `no-letters`, `too-many-nodes`, `too-many-items`, or the steps with the ids of the new curves
 */
export function asOutlinesSteps(
  piece: Piece,
  lettering: Lettering,
  set: SetLettering,
  newId: () => string,
): Result<{ steps: Step[]; ids: string[] }> {
  const outliner = new Outliner(newId, newId());
  addLetters(outliner, set);
  const letters = outliner.curves.splice(0);
  if (letters.length > 0) addBeneath(outliner, set);
  const curves = [...outliner.curves, ...letters];
  if (curves.length === 0)
    return fail({ code: 'no-letters', message: 'There is no letter to make outlines of. Type some words first.' });
  const most = Math.max(...curves.map(({ shape }) => (shape as DrawnShape).nodes.length));
  if (most > LIMITS.nodes.max)
    return fail({
      code: 'too-many-nodes',
      value: most,
      limit: LIMITS.nodes.max,
      message: `One of the outlines has ${most} nodes, more than the ${LIMITS.nodes.max} of a drawn curve. Choose a plainer typeface, or copy fewer words at a time.`,
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
