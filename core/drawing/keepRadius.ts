import { curveKind, trackOf, tracksOf, type Track } from '../curves';
import { scaleAbout } from '../curves/similarity';
import { applySteps, setStep, type Step } from '../piece/steps';
import { findCurve, isFree, isLettering, type Lettering, type Piece } from '../piece/types';
import { fillRoom, roomLeft } from '../setting/fill';
import { settle } from '../setting/settle';
import { groundOf, type Faces } from './drawPiece';

/** Rounds and nearness of the radius at which an evened lettering fills its room, once it is nearly there. */
const ROUNDS = 8;
const MEETS_MM = 1e-5;

/** The radius of a circle as long as a curve, mm: what the shares of a kept radius are counted from. */
const meanRadius = (track: Track): number => track.path.lengthMm / (2 * Math.PI);

const keepsRadius = ({ fit, anchor, wording, hidden }: Lettering): boolean =>
  fit.kept && !hidden && anchor.align !== 'filled' && wording.trim() !== '' && fit.rules.some((rule) => rule.by === 'radius');

/** The curve of a lettering at the size at which the lettering fills its room by its rules, counted from a base. */
function filled(lettering: Lettering, piece: Piece, faces: Faces, baseMm: number): { readonly shape: ReturnType<typeof shapeAt>; readonly lengthMm: number } | null {
  const curve = findCurve(piece, lettering.curveId)!;
  const ground = groundOf(lettering, tracksOf(piece), faces);
  if (!ground.ok) return null;
  const { track, face, held } = ground.value;
  const base = baseMm / meanRadius(track);
  const at = (k: number): Track | null => { const made = trackOf(shapeAt(curve.shape, track, k)); return made.ok ? made.value : null; };
  const start = at(base);
  if (!start) return null;
  let { evening } = settle(lettering, start, face, held);
  const first = fillRoom({ lettering, track: start, face, held, evening }, lettering.fit.rules, shapeAt(curve.shape, track, base));
  let k = first.shape ? base * (trackLength(first.shape) / start.path.lengthMm) : base;
  const rule = lettering.fit.rules.find((one) => one.by === 'radius')!;
  const within = (value: number): number => Math.min(Math.max(value, base * rule.least), base * rule.most);
  if (evening && first.shape) {
    // Evening out changes with the radius: secants on what the whole setting leaves, from where filling alone came to.
    const left = (value: number): number => {
      const on = at(value);
      const settled = on && settle(lettering, on, face, held);
      evening = settled?.evening ?? evening;
      return settled?.result.ok ? roomLeft(settled.result.value) : Number.NaN;
    };
    let a = k, fa = left(a), b = within(k * 1.002), fb = left(b);
    for (let i = 0; i < ROUNDS && Number.isFinite(fb) && Math.abs(fb) > MEETS_MM && fb !== fa; i++) {
      const next = within(b - (fb * (b - a)) / (fb - fa));
      [a, fa, b] = [b, fb, next];
      fb = left(b);
    }
    if (Number.isFinite(fb)) k = Math.abs(fb) <= Math.abs(fa) ? b : a;
  }
  const shape = shapeAt(curve.shape, track, k);
  return { shape, lengthMm: track.path.lengthMm * k };
}
const shapeAt = (shape: Parameters<typeof curveKind>[0], track: Track, k: number) => (k === 1 ? shape : curveKind(shape).transform(shape, scaleAbout(track.centre, k)));
const trackLength = (shape: Parameters<typeof curveKind>[0]): number => { const made = trackOf(shape); return made.ok ? made.value.path.lengthMm : Number.NaN; };

/**
 * Steps with what they mean for curves whose size is kept such that a lettering fills its room: where the lettering or its
 * curve is changed, the curve is given its new size in the same edit. Where several letterings of a curve ask for it the
 * first one decides. Shares are counted from the size that the curve was last given by hand, so that nothing drifts.
 *
 * @returns the steps as they are where nothing is kept by the radius; curves that are locked or follow others keep their size
 */
export function keepRadii(piece: Piece, steps: readonly Step[], faces: Faces): Step[] {
  // Most pieces keep no radius: they are told by a look at their rules, before anything is applied.
  const may = (item: Piece['items'][number]): boolean => isLettering(item) && item.fit.rules.some((rule) => rule.by === 'radius');
  if (!piece.items.some(may) && !steps.some((step) => step.kind === 'insert' || (step.kind === 'set' && step.path[0] === 'fit'))) return [...steps];
  const made = applySteps(piece, steps);
  if (!made.ok || !made.value.items.some((item) => isLettering(item) && keepsRadius(item))) return [...steps];
  let next = made.value;
  const added: Step[] = [];
  const done = new Set<string>();
  for (const item of made.value.items) {
    if (!isLettering(item) || !keepsRadius(item) || done.has(item.curveId)) continue;
    done.add(item.curveId);
    const before = piece.items.find((one) => one.id === item.id);
    const [wasTrack, track] = [tracksOf(piece).get(item.curveId), tracksOf(next).get(item.curveId)];
    const curve = findCurve(next, item.curveId);
    if (!curve || !isFree(curve) || !track?.ok || (before === item && wasTrack === track)) continue;
    const resized = wasTrack?.ok && Math.abs(wasTrack.value.path.lengthMm / track.value.path.lengthMm - 1) > 1e-9;
    const baseMm = item.fit.baseRadiusMm === null || resized ? meanRadius(track.value) : item.fit.baseRadiusMm;
    const result = filled(item, next, faces, baseMm);
    const more: Step[] = [];
    if (baseMm !== item.fit.baseRadiusMm) more.push(setStep(next, item.id, ['fit', 'baseRadiusMm'], baseMm));
    if (result && Math.abs(result.lengthMm / track.value.path.lengthMm - 1) > 1e-10) more.push(setStep(next, curve.id, ['shape'], result.shape));
    const applied = applySteps(next, more);
    if (applied.ok) { next = applied.value; added.push(...more); }
  }
  return [...steps, ...added];
}
