import bidiFactory from 'bidi-js';
import { Buffer as HbBuffer, Direction, Feature, shape } from 'harfbuzzjs';
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
  /** From left to right as they are seen, whichever way they are read. */
  readonly letters: readonly Letter[];
  /** Characters that the face lacks, each once, in order; they are drawn as the face's missing-glyph box. */
  readonly missing: readonly string[];
  /** Whether its letters are joined to each other, as in Arabic: tracking would tear them. */
  readonly joined: boolean;
}

export interface ShapeOptions {
  readonly kerning: boolean;
  readonly ligatures: boolean;
  /** Features by tag, on top of these. */
  readonly features?: Readonly<Record<string, number>>;
}

const LIGATURES = ['liga', 'clig', 'dlig', 'hlig'];
const RIGHT_TO_LEFT =
  /[\p{Script=Hebrew}\p{Script=Arabic}\p{Script=Syriac}\p{Script=Thaana}\p{Script=Nko}\u200f\u202b\u202e\u2067]/u;
const JOINED = /[\p{Script=Arabic}\p{Script=Syriac}\p{Script=Mongolian}\p{Script=Nko}]/u;
/** One buffer for all: HarfBuzz's memory never shrinks, so nothing is made anew for each run. */
const buffer = new HbBuffer();
const known = new Map<string, Feature>();
function featureOf(tag: string, value: number): Feature {
  const key = `${tag}${value}`;
  let feature = known.get(key);
  if (!feature) known.set(key, (feature = new Feature(tag, value)));
  return feature;
}
let bidi: ReturnType<typeof bidiFactory> | undefined;

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly rightToLeft: boolean;
}

/** The stretches of one direction, from left to right as they are seen (Unicode Standard Annex 9). */
function stretchesOf(text: string): Stretch[] {
  if (!RIGHT_TO_LEFT.test(text)) return [{ from: 0, to: text.length, rightToLeft: false }];
  bidi ??= bidiFactory();
  const { levels } = bidi.getEmbeddingLevels(text);
  const runs: { from: number; to: number; level: number }[] = [];
  for (let i = 0; i < text.length; i++) {
    const last = runs.at(-1);
    if (last && last.level === levels[i]) last.to = i + 1;
    else runs.push({ from: i, to: i + 1, level: levels[i]! });
  }
  // Rule L2: from the highest level down to the lowest odd one, reverse what is at that level or higher.
  const highest = Math.max(...runs.map((run) => run.level));
  for (let level = highest; level > 0; level--) {
    for (let i = 0; i < runs.length; i++) {
      if (runs[i]!.level < level) continue;
      let end = i;
      while (end < runs.length && runs[end]!.level >= level) end++;
      runs.splice(i, end - i, ...runs.slice(i, end).reverse());
      i = end;
    }
  }
  return runs.map(({ from, to, level }) => ({ from, to, rightToLeft: level % 2 === 1 }));
}

function shapeStretch(
  face: Face,
  text: string,
  { from, to, rightToLeft }: Stretch,
  features: Feature[],
  letters: Letter[],
  missing: Set<string>,
): void {
  buffer.clearContents();
  buffer.addText(text, from, to - from);
  buffer.guessSegmentProperties();
  buffer.setDirection(rightToLeft ? Direction.RTL : Direction.LTR);
  shape(face.font, buffer, features);
  const infos = buffer.getGlyphInfos();
  const positions = buffer.getGlyphPositions();
  // Clusters end where the next greater cluster begins.
  const starts = [...new Set(infos.map((info) => info.cluster))].sort((a, b) => a - b);
  const endOf = new Map(starts.map((start, i) => [start, starts[i + 1] ?? to]));
  for (let i = 0; i < infos.length;) {
    const { cluster } = infos[i]!;
    let end = i + 1;
    while (end < infos.length && infos[end]!.cluster === cluster) end++;
    const own = text.slice(cluster, endOf.get(cluster));
    if (infos.slice(i, end).some((info) => info.codepoint === 0)) missing.add(own);
    let base = i;
    while (base < end - 1 && positions[base]!.xAdvance === 0) base++;
    const glyphs: PlacedGlyph[] = [];
    const before = positions[base]!.xOffset;
    let pen = 0;
    let basePen = 0;
    for (let g = i; g < end; g++) {
      if (g === base) basePen = pen;
      pen += positions[g]!.xAdvance;
    }
    const total = pen;
    pen = 0;
    for (let g = i; g < end; g++) {
      const { xAdvance, xOffset, yOffset } = positions[g]!;
      glyphs.push({ id: infos[g]!.codepoint, x: pen + xOffset - basePen - before, y: yOffset });
      pen += xAdvance;
    }
    const advance = positions[base]!.xAdvance === 0 ? 0 : face.advance(infos[base]!.codepoint);
    letters.push({
      glyphs,
      advance,
      before: basePen + before,
      after: total - basePen - before - advance,
      text: own,
      index: cluster,
    });
    i = end;
  }
}

function shapeAnew(face: Face, wording: string, options: ShapeOptions): ShapedRun {
  const text = wording.replace(/\p{Cc}/gu, ' ');
  const switched = {
    ...(options.kerning ? {} : { kern: 0 }),
    ...(options.ligatures ? {} : Object.fromEntries(LIGATURES.map((tag) => [tag, 0]))),
    ...options.features,
  };
  const features = Object.entries(switched).map(([tag, value]) => featureOf(tag, value));
  const letters: Letter[] = [];
  const missing = new Set<string>();
  for (const stretch of stretchesOf(text)) shapeStretch(face, text, stretch, features, letters, missing);
  return { face, wording, letters, missing: [...missing], joined: JOINED.test(text) };
}

const runs = new WeakMap<Face, Map<string, ShapedRun>>();
const CACHED_RUNS = 2000;

/**
 * Shapes a wording: kerning, ligatures, marks, direction and script as the face has them (HarfBuzz).
 * Control characters count as spaces. The same wording gives the same run object.
 *
 * @param wording any string, up to the limit of a lettering; an empty one gives no letters
 */
export function shapeWording(face: Face, wording: string, options: ShapeOptions): ShapedRun {
  let cached = runs.get(face);
  if (!cached) runs.set(face, (cached = new Map()));
  const more = options.features
    ? Object.entries(options.features)
        .map(([tag, value]) => `${tag}${value}`)
        .join()
    : '';
  const key = `${options.kerning ? 1 : 0}${options.ligatures ? 1 : 0}${more}|${wording}`;
  let run = cached.get(key);
  if (!run) {
    run = shapeAnew(face, wording, options);
    if (cached.size >= CACHED_RUNS) cached.delete(cached.keys().next().value!);
    cached.set(key, run);
  }
  return run;
}

/** How a face places two characters beside each other on a straight line, in font units. */
export interface PairPlace {
  /** Glyphs of the two, and the distance of their origins. */
  readonly first: number;
  readonly second: number;
  readonly distance: number;
  /** What the face's kerning adds to the first one's own advance. */
  readonly kern: number;
}

const MELTING = [...LIGATURES, 'calt', 'rlig', 'ccmp'];

/**
 * Places many pairs of characters at once, with the face's kerning and without ligatures. A pair of which the face
 * lacks one, or that it sets as something else, comes as null.
 *
 * @param pairs strings of two characters of the basic plane
 */
export function placePairs(face: Face, pairs: readonly string[]): (PairPlace | null)[] {
  buffer.clearContents();
  buffer.addText(pairs.join(' '));
  buffer.guessSegmentProperties();
  buffer.setDirection(Direction.LTR);
  shape(
    face.font,
    buffer,
    MELTING.map((tag) => featureOf(tag, 0)),
  );
  const infos = buffer.getGlyphInfos(),
    positions = buffer.getGlyphPositions();
  const glyphs = new Map<string, number>();
  const nominal = (character: string): number => {
    let id = glyphs.get(character);
    if (id === undefined) glyphs.set(character, (id = face.font.nominalGlyph(character.codePointAt(0)!) ?? 0));
    return id;
  };
  const at = new Map<number, number>();
  infos.forEach(({ cluster }, i) => {
    at.set(cluster, at.has(cluster) ? -1 : i);
  });
  return pairs.map((pair, n) => {
    const [first, second] = [nominal(pair[0]!), nominal(pair[1]!)];
    const [a, b] = [at.get(n * 3), at.get(n * 3 + 1)];
    if (
      a === undefined ||
      b !== a + 1 ||
      !first ||
      !second ||
      infos[a]!.codepoint !== first ||
      infos[b]!.codepoint !== second
    )
      return null;
    const distance = positions[a]!.xAdvance - positions[a]!.xOffset + positions[b]!.xOffset;
    return { first, second, distance, kern: distance - face.advance(first) };
  });
}
