import type { Trace } from '../../geometry/outlines/outlineSink';
import { sweepOf } from '../../geometry/outlines/sweep';
import type { Lettering } from '../../piece/types';
import type { SetLettering } from '../../setting/line/set';
import { traceRegion } from '../booleans';
import { drawnStroke, type Inks } from '../inks';
import { plain, type PaintedPath, type Part } from '../painted';
import { traceLettering } from '../traceLetters';
import { traceUnderline } from '../underline';
import type { ItemKind } from './kind';

/** Letters with everything beneath them, the lowest first: halo, shade, underline, then the letters themselves. */
function paintedLettering(set: SetLettering, inks: Inks): PaintedPath[] {
  const { lettering: item } = set;
  const { fill, stroke, halo, shade, underline, united } = item;
  const letters: Trace = (sink) => traceLettering(set, sink);
  const swept = shade && sweepOf(letters, shade.deg, shade.depthMm);
  const shadow: Trace | null = swept && ((sink) => traceRegion(swept, sink));
  const line: Trace = (sink) => traceUnderline(set, underline!.offMm, sink);
  const paths: PaintedPath[] = [];
  const haloInk = halo && inks.get(halo.ink);
  if (halo && haloInk) {
    const margin = (part: Part, trace: Trace, widthMm: number, filled: boolean): PaintedPath => ({
      ...plain(item, part, filled ? haloInk : null, trace),
      paint: {
        fill: filled ? haloInk : null,
        stroke: { ink: haloInk, widthMm, join: 'round', dashMm: null },
        under: false,
      },
    });
    const outer = stroke ? stroke.widthMm : 0;
    if (shadow) paths.push({ ...margin('halo-shade', shadow, 2 * halo.marginMm, true), united: true });
    if (underline) paths.push(margin('halo-underline', line, underline.widthMm + 2 * halo.marginMm, false));
    paths.push(margin('halo', letters, 2 * halo.marginMm + outer, true));
  }
  const shadeInk = shade && inks.get(shade.ink);
  if (shadeInk) paths.push({ ...plain(item, 'shade', shadeInk, shadow!), united: true });
  const underInk = underline && inks.get(underline.ink);
  if (underInk)
    paths.push({
      ...plain(item, 'underline', null, line),
      paint: {
        fill: null,
        stroke: { ink: underInk, widthMm: underline.widthMm, join: 'round', dashMm: null },
        under: false,
      },
    });
  const drawn = drawnStroke(stroke, inks, null);
  const filled = fill ? (inks.get(fill) ?? null) : null;
  if (filled || drawn)
    paths.push({
      ...plain(item, 'own', filled, letters),
      paint: { fill: filled, stroke: drawn, under: stroke?.under ?? false },
      united,
    });
  return paths;
}

/** A wording on one line; longer ones are cut where a sentence speaks of them. */
const MOST_IN_SENTENCE = 24;
const onOneLine = (wording: string): string => wording.replace(/\n/g, ' ');

/** The beginning of a wording, for sentences. */
export const shortWording = (wording: string): string => {
  const line = onOneLine(wording);
  return line.length > MOST_IN_SENTENCE ? `${line.slice(0, MOST_IN_SENTENCE - 1)}…` : line;
};

export const lettering: ItemKind<Lettering> = {
  noun: 'lettering',
  name: ({ wording }) => onOneLine(wording) || 'no words yet',
  quoted: ({ wording }) => `“${shortWording(wording)}”`,
  summary: ({ hidden }) => (hidden ? 'hidden' : ''),
  ink: ({ fill, stroke }) => fill ?? stroke?.ink ?? null,
  painting(item, { inks, ground }) {
    const set = item.hidden ? null : ground.set(item.id);
    return set && { on: [set], paint: () => paintedLettering(set, inks) };
  },
  cutter({ id }, ground) {
    const set = ground.set(id);
    return set && { of: set, trace: (sink) => traceLettering(set, sink) };
  },
  problems({ id, hidden }, { sets }) {
    const set = sets.get(id);
    if (hidden || !set) return [];
    return (set.ok ? set.value.notes : [set.problem]).map((problem) => ({ ...problem, field: id }));
  },
};
