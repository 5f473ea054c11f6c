import { trackOf, tracksOf, type Track } from '../curves';
import { applySteps, setStep, type Step } from '../piece/steps';
import { findCurve, isFree, isLettering, type CurveShape, type Lettering, type Piece } from '../piece/types';
import { fillRoom, scalingOf } from '../setting/fill';
import type { Evening } from '../setting/measure';
import { SLACK_MM, eveningOf, keptRules } from '../setting/settle';
import { groundOf, type Evenings, type Faces } from './drawPiece';

/** Rounds and nearness of the radius at which an evened lettering fills its room, once it is nearly there. */
const ROUNDS = 8;
const MEETS_MM = 1e-5;
/** A curve that is as near as this to the length it should have, mm, is finished. */
const FINISHED_MM = 1e-4;
/** How far apart the radii are by which it is told how room grows with the radius. */
const SLOPE_STEP = 1.001;

/** The radius of a circle as long as a curve, mm: what the shares of a kept radius are counted from. */
const meanRadius = (track: Track): number => track.path.lengthMm / (2 * Math.PI);

const keepsRadius = ({ fit, anchor, wording, hidden }: Lettering): boolean =>
  fit.kept && !hidden && anchor.align !== 'filled' && wording.trim() !== '' && fit.rules.some((rule) => rule.by === 'radius');

/**
 * The curve of a lettering at the size at which the lettering fills its room by its rules, counted from a base.
 *
 * @param given what evening out came to last, where that is to do; else it is found for the size that it is found for
 */
function filled(lettering: Lettering, piece: Piece, faces: Faces, baseMm: number, given?: Evenings): { readonly shape: CurveShape; readonly lengthMm: number } | null {
  const curve = findCurve(piece, lettering.curveId)!;
  const ground = groundOf(lettering, tracksOf(piece), faces);
  if (!ground.ok) return null;
  const { track, face, held } = ground.value;
  const base = baseMm / meanRadius(track);
  const scaled = scalingOf(curve.shape, track);
  // A radius that comes first is looked for from where it is; behind other rules it begins where they are to do.
  const from = lettering.fit.rules[0]!.by === 'radius' ? 1 : base;
  const start = scaled(from).track;
  if (!start) return null;
  const evenedOn = (on: Track): Evening | null => (lettering.spacing.evenOut === 0 ? null : given ? given.of(lettering) : eveningOf(lettering, on, face, held));
  let evening = evenedOn(start);
  const rules = lettering.fit.rules.map((one) => (one.by === 'radius' ? { ...one, least: (one.least * base) / from, most: (one.most * base) / from } : one));
  // What is given is of an earlier state and will be finished: nearly full is full enough.
  const first = fillRoom({ lettering, track: start, face, held, evening }, rules, scaled(from).shape, given && evening ? SLACK_MM : 0);
  if (!first.shape) return { shape: scaled(base).shape, lengthMm: track.path.lengthMm * base };
  let k = from * (trackLength(first.shape) / start.path.lengthMm);
  if (!evening || given) return { shape: first.shape, lengthMm: track.path.lengthMm * k };
  const rule = lettering.fit.rules.find((one) => one.by === 'radius')!;
  const within = (value: number): number => Math.min(Math.max(value, base * rule.least), base * rule.most);
  // Evening out changes a little with the radius: steps by what the whole setting leaves, along the slope that it has without.
  const left = (on: Track): number => fillRoom({ lettering, track: on, face, held, evening }, keptRules(lettering), null).leftMm;
  const further = scaled(k * SLOPE_STEP).track, here = scaled(k).track;
  const slope = further && here ? (left(further) - left(here)) / (k * (SLOPE_STEP - 1)) : 0;
  for (let i = 0; i < ROUNDS && slope > 0; i++) {
    const on = scaled(k).track;
    evening = on && evenedOn(on);
    const leftMm = on && left(on);
    if (leftMm === null || !(Math.abs(leftMm) > MEETS_MM)) break;
    k = within(k - leftMm / slope);
  }
  return { shape: scaled(k).shape, lengthMm: track.path.lengthMm * k };
}
const trackLength = (shape: CurveShape): number => { const made = trackOf(shape); return made.ok ? made.value.path.lengthMm : Number.NaN; };

/** Whether the size of a lettering's curve is its own to choose: a free curve, and the first that asks for it decides. */
function decides(lettering: Lettering, piece: Piece): boolean {
  const curve = findCurve(piece, lettering.curveId);
  return keepsRadius(lettering) && curve !== undefined && isFree(curve) && piece.items.find((one) => isLettering(one) && keepsRadius(one) && one.curveId === curve.id)?.id === lettering.id;
}

/**
 * Steps with what they mean for curves whose size is kept such that a lettering fills its room: where the lettering or its
 * curve is changed, the curve is given its new size in the same edit. Where several letterings of a curve ask for it the
 * first one decides. Shares are counted from the size that the curve was last given by hand, so that nothing drifts.
 *
 * @param evenings what evening out came to last, where no time is to find it anew: see `finishRadius`
 * @returns the steps as they are where nothing is kept by the radius; curves that are locked or follow others keep their size
 */
export function keepRadii(piece: Piece, steps: readonly Step[], faces: Faces, evenings?: Evenings): Step[] {
  // Most pieces keep no radius: they are told by a look at their rules, before anything is applied.
  const may = (item: Piece['items'][number]): boolean => isLettering(item) && item.fit.rules.some((rule) => rule.by === 'radius');
  if (!piece.items.some(may) && !steps.some((step) => step.kind === 'insert' || (step.kind === 'set' && step.path[0] === 'fit'))) return [...steps];
  const made = applySteps(piece, steps);
  if (!made.ok || !made.value.items.some((item) => isLettering(item) && keepsRadius(item))) return [...steps];
  let next = made.value;
  const added: Step[] = [];
  for (const item of made.value.items) {
    if (!isLettering(item) || !decides(item, made.value)) continue;
    const before = piece.items.find((one) => one.id === item.id);
    const [wasTrack, track] = [tracksOf(piece).get(item.curveId), tracksOf(next).get(item.curveId)];
    if (!track?.ok || (before === item && wasTrack === track)) continue;
    const resized = wasTrack?.ok && Math.abs(wasTrack.value.path.lengthMm / track.value.path.lengthMm - 1) > 1e-9;
    const baseMm = item.fit.baseRadiusMm === null || resized ? meanRadius(track.value) : item.fit.baseRadiusMm;
    const result = filled(item, next, faces, baseMm, evenings);
    const more: Step[] = [];
    if (baseMm !== item.fit.baseRadiusMm) more.push(setStep(next, item.id, ['fit', 'baseRadiusMm'], baseMm));
    if (result && Math.abs(result.lengthMm / track.value.path.lengthMm - 1) > 1e-10) more.push(setStep(next, item.curveId, ['shape'], result.shape));
    const applied = applySteps(next, more);
    if (applied.ok) { next = applied.value; added.push(...more); }
  }
  return [...steps, ...added];
}

/**
 * The size of a curve whose lettering was filled with an older evening out, now with its own.
 *
 * @returns null where it keeps no radius, or has the right size already
 */
export function finishRadius(piece: Piece, lettering: Lettering, faces: Faces): CurveShape | null {
  const track = tracksOf(piece).get(lettering.curveId);
  if (lettering.spacing.evenOut === 0 || !track?.ok || !decides(lettering, piece)) return null;
  const result = filled(lettering, piece, faces, lettering.fit.baseRadiusMm ?? meanRadius(track.value));
  return result && Math.abs(result.lengthMm - track.value.path.lengthMm) > FINISHED_MM ? result.shape : null;
}
