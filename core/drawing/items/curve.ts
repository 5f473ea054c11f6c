import { curveKind, type Track } from '../../curves';
import type { Trace } from '../../geometry/outlines/outlineSink';
import { tracePath } from '../../geometry/outlines/tracePath';
import type { Curve } from '../../piece/types';
import { drawnStroke, type Inks } from '../inks';
import { plain, type Hole, type PaintedPath } from '../painted';
import { asOffset } from '../strokePlace';
import type { ItemKind } from './kind';

function paintedCurve(curve: Curve, track: Track, inks: Inks, holes: readonly Hole[]): PaintedPath[] {
  const { path } = track.path;
  const fill = curve.fill ? (inks.get(curve.fill) ?? null) : null;
  const stroke = drawnStroke(curve.stroke, inks, path.closed ? track.path.lengthMm : null);
  if (curve.hidden || (!fill && !stroke)) return [];
  const own: Trace = (sink) => tracePath(path, sink);
  const beside =
    stroke && curve.stroke!.place !== 'centre' && path.closed
      ? asOffset(track, curve.stroke!.place, stroke.widthMm)
      : null;
  const under = curve.stroke?.under ?? false;
  if (!beside && holes.length === 0) return [{ ...plain(curve, 'own', fill, own), paint: { fill, stroke, under } }];
  const filled = fill ? [{ ...plain(curve, 'own', fill, own), holes }] : [];
  const stroked = stroke
    ? [
        {
          ...plain(curve, fill ? 'stroke' : 'own', null, beside ? (sink) => tracePath(beside, sink) : own),
          paint: { fill: null, stroke, under: false },
        },
      ]
    : [];
  return under ? [...stroked, ...filled] : [...filled, ...stroked];
}

export const curve: ItemKind<Curve> = {
  noun: 'curve',
  name: ({ name }) => name,
  summary: ({ shape }) => curveKind(shape).sizeLabel(shape),
  ink: ({ fill, stroke }) => fill ?? stroke?.ink ?? null,
  painting(item, { inks, ground, cutterOf }) {
    const track = ground.track(item.id);
    if (!track) return null;
    const holes = item.cuts.flatMap(({ itemId, marginMm }) => {
      const by = cutterOf(itemId);
      return by ? [{ ...by, marginMm }] : [];
    });
    return { on: [track, ...holes.map(({ of }) => of)], paint: () => paintedCurve(item, track, inks, holes) };
  },
  cutter({ id }, ground) {
    const track = ground.track(id);
    return track && { of: track, trace: (sink) => tracePath(track.path.path, sink) };
  },
  problems({ id, hidden }, { tracks }) {
    const track = tracks.get(id);
    return hidden || !track || track.ok ? [] : [{ ...track.problem, field: id }];
  },
};
