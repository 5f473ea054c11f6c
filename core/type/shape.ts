import { Buffer as HbBuffer, Feature, shape } from 'harfbuzzjs';
import type { Face } from './face';

/** One glyph of a letter, in font units from the letter's own origin (baseline, left end of its advance). */
export interface PlacedGlyph {
  readonly id: number;
  readonly x: number;
  readonly y: number;
}

/**
 * What stands and moves as one: a letter with its marks, or a ligature. All numbers in font units.
 * `advance` is the letter's own, without kerning; what the face's kerning adds or takes lies in `before` and
 * `after`, so that a kerned letter still turns about the middle of its own width.
 */
export interface Letter {
  readonly glyphs: readonly PlacedGlyph[];
  readonly advance: number;
  readonly before: number;
  readonly after: number;
  /** The characters it stands for, and where they begin in the wording (UTF-16 units). */
  readonly text: string;
  readonly index: number;
}

export interface ShapedRun {
  readonly face: Face;
  readonly wording: string;
  readonly letters: readonly Letter[];
  /** Characters that the face lacks, each once, in order; they are drawn as the face's missing-glyph box. */
  readonly missing: readonly string[];
}

export interface ShapeOptions {
  readonly kerning: boolean;
  readonly ligatures: boolean;
}

const OFF = { kern: new Feature('kern', 0), ligatures: ['liga', 'clig', 'dlig', 'hlig'].map((tag) => new Feature(tag, 0)) };
/** One buffer for all: HarfBuzz's memory never shrinks, so nothing is made anew for each run. */
const buffer = new HbBuffer();

function shapeAnew(face: Face, wording: string, options: ShapeOptions): ShapedRun {
  buffer.clearContents();
  buffer.addText(wording);
  buffer.guessSegmentProperties();
  const features = [...(options.kerning ? [] : [OFF.kern]), ...(options.ligatures ? [] : OFF.ligatures)];
  shape(face.font, buffer, features);
  const infos = buffer.getGlyphInfos();
  const positions = buffer.getGlyphPositions();
  // Clusters end where the next greater cluster begins.
  const starts = [...new Set(infos.map((info) => info.cluster))].sort((a, b) => a - b);
  const endOf = new Map(starts.map((start, i) => [start, starts[i + 1] ?? wording.length]));
  const letters: Letter[] = [];
  const missing = new Set<string>();
  for (let i = 0; i < infos.length;) {
    const { cluster } = infos[i]!;
    let end = i + 1;
    while (end < infos.length && infos[end]!.cluster === cluster) end++;
    const text = wording.slice(cluster, endOf.get(cluster));
    if (infos.slice(i, end).some((info) => info.codepoint === 0)) missing.add(text);
    let base = i;
    while (base < end - 1 && positions[base]!.xAdvance === 0) base++;
    const glyphs: PlacedGlyph[] = [];
    const before = positions[base]!.xOffset;
    let pen = 0;
    let basePen = 0;
    for (let g = i; g < end; g++) { if (g === base) basePen = pen; pen += positions[g]!.xAdvance; }
    const total = pen;
    pen = 0;
    for (let g = i; g < end; g++) {
      const { xAdvance, xOffset, yOffset } = positions[g]!;
      glyphs.push({ id: infos[g]!.codepoint, x: pen + xOffset - basePen - before, y: yOffset });
      pen += xAdvance;
    }
    const own = face.advance(infos[base]!.codepoint);
    const advance = positions[base]!.xAdvance === 0 ? 0 : own;
    letters.push({ glyphs, advance, before: basePen + before, after: total - basePen - before - advance, text, index: cluster });
    i = end;
  }
  return { face, wording, letters, missing: [...missing] };
}

const runs = new WeakMap<Face, Map<string, ShapedRun>>();
const KEPT_RUNS = 2000;

/**
 * Shapes a wording: kerning, ligatures, marks, direction and script as the face has them (HarfBuzz).
 * Control characters count as spaces. The same wording gives the same run object.
 *
 * @param wording any string, up to the limit of a lettering; an empty one gives no letters
 */
export function shapeWording(face: Face, wording: string, options: ShapeOptions): ShapedRun {
  let known = runs.get(face);
  if (!known) runs.set(face, (known = new Map()));
  const key = `${options.kerning ? 1 : 0}${options.ligatures ? 1 : 0}${wording}`;
  let run = known.get(key);
  if (!run) {
    run = { ...shapeAnew(face, wording.replace(/\p{Cc}/gu, ' '), options), wording };
    if (known.size >= KEPT_RUNS) known.delete(known.keys().next().value!);
    known.set(key, run);
  }
  return run;
}
