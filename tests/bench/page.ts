/**
 * Runs in Chromium: what one edit costs here, and what it costs with the browser's own text on a path. Every
 * figure is for the same words on the same curve, in the same page, in one run.
 */
import { trackOf, type Track } from '#core/curves/index';
import { fitSketch } from '#core/import/sketch';
import { measurePath } from '#core/geometry/measuredPath';
import { type Path, cubic } from '#core/geometry/segment';
import { walkTo } from '#core/geometry/walk';
import { tracePath } from '#core/geometry/outlines/tracePath';
import { traceLetters } from '#core/drawing/traceLetters';
import { screenPathData, screenUnit } from '#core/output/screenPath';
import { STANDARD_FIT } from '#core/piece/seat';
import { STANDARD_SPACING } from '#core/piece/items/lettering';
import type { CurveShape, Lettering } from '#core/piece/types';
import { collisions } from '#core/setting/space/collisions';
import { evenOut } from '#core/setting/space/evenOut';
import { fillBy, wideRule } from '#core/setting/space/fill';
import { trueGaps } from '#core/setting/space/trueGaps';
import { setLettering } from '#core/setting/line/setLettering';
import { createFace, type Face } from '#core/type/face';

const SVG = 'http://www.w3.org/2000/svg';
const WORDS = 'THE OTTERMERE LIGHT RAILWAY RUNS TO THE SEDGE SHORE AT TIDES AND';
const LETTERS = 60;
/** As on a bench where the sheet fits the window: 4 px a mm. */
const UNIT = screenUnit(4);

/** The quickest tenth tells what a machine does that is busy with nothing else. */
export interface Figure {
  quick: number;
  median: number;
  worst: number;
}
export interface Result {
  what: string;
  count: number;
  ours: Figure;
  browser?: Figure;
}

const summary = (times: number[]): Figure => {
  const sorted = times.slice().sort((a, b) => a - b);
  return { quick: sorted[Math.floor(sorted.length / 10)]!, median: sorted[sorted.length >> 1]!, worst: sorted.at(-1)! };
};

const scaled = ({ quick, median, worst }: Figure, by: number): Figure => ({
  quick: quick / by,
  median: median / by,
  worst: worst / by,
});

/** Median and worst of many runs, µs. */
function time(runs: number, work: (n: number) => void, warmUp = 20): Figure {
  for (let n = 0; n < warmUp; n++) work(n);
  const times: number[] = [];
  // Never the same again as in the warm-up: a browser remembers path data that it has read before.
  for (let n = warmUp; n < warmUp + runs; n++) {
    const from = performance.now();
    work(n);
    times.push((performance.now() - from) * 1000);
  }
  return summary(times);
}

function stage(): SVGSVGElement {
  document.body.replaceChildren();
  const svg = document.createElementNS(SVG, 'svg');
  svg.setAttribute('viewBox', '0 0 200 200');
  svg.setAttribute('width', '800');
  svg.setAttribute('height', '800');
  document.body.append(svg);
  return svg;
}

const radius = (i: number): number => 40 + i;
function trackOfShape(shape: CurveShape): Track {
  const track = trackOf(shape);
  if (!track.ok) throw new Error(track.problem.message);
  return track.value;
}
const curveAt = (i: number): Track => trackOfShape({ kind: 'circle', centre: { x: 100, y: 100 }, radiusMm: radius(i) });
const lettering = (i: number, deg: number, edit: number): Lettering => ({
  type: 'lettering',
  id: `l${i}`,
  curveId: `c${i}`,
  wording: WORDS.slice(0, LETTERS - 1) + String.fromCharCode(65 + (edit % 26)),
  letterCase: 'typed',
  lineDistanceMm: 4,
  faceId: 'f',
  size: { by: 'cap', mm: 2.5 },
  width: 1,
  features: [],
  axes: [],
  seat: { tops: 'outward', side: 'outside', by: 'caps', hold: null, baselineShiftMm: 0 },
  anchor: { at: { kind: 'clock', deg }, startOffsetMm: 0, align: 'centre', by: 'ink' },
  bookends: { startU: 0.5, endU: 0.5 },
  corners: { kind: 'round', radiusMm: 2 },
  stance: { kind: 'turned', strength: 1, centre: null },
  adjustments: [],
  twin: null,
  locked: false,
  group: null,
  spacing: { ...STANDARD_SPACING, tracking: 20 },
  fit: STANDARD_FIT,
  hidden: false,
  fill: 'deep',
  stroke: null,
  halo: null,
  shade: null,
  underline: null,
  united: false,
});

/** A ring of four cubics, for a browser and for us. */
function cubicRing(r: number): { d: string; path: Path } {
  const k = r * 0.5522847498;
  const [c, t] = [100, 100 - r];
  const p = (x: number, y: number) => ({ x, y });
  const path: Path = {
    closed: true,
    segments: [
      cubic(p(c, t), p(c + k, t), p(c + r, c - k), p(c + r, c)),
      cubic(p(c + r, c), p(c + r, c + k), p(c + k, c + r), p(c, c + r)),
      cubic(p(c, c + r), p(c - k, c + r), p(c - r, c + k), p(c - r, c)),
      cubic(p(c - r, c), p(c - r, c - k), p(c - k, t), p(c, t)),
    ],
  };
  const d = `M${c} ${t}C${c + k} ${t} ${c + r} ${c - k} ${c + r} ${c}C${c + r} ${c + k} ${c + k} ${c + r} ${c} ${c + r}C${c - k} ${c + r} ${c - r} ${c + k} ${c - r} ${c}C${c - r} ${c - k} ${c - k} ${t} ${c} ${t}`;
  return { d, path };
}
const arcRing = (r: number): string => `M100 ${100 - r}A${r} ${r} 0 0 1 100 ${100 + r}A${r} ${r} 0 0 1 100 ${100 - r}`;

/** The browser: one text on a path each, moved by its start offset, laid out by asking for its extent. */
function browserTexts(count: number, ring: (i: number) => string): SVGTextPathElement[] {
  const svg = stage();
  return Array.from({ length: count }, (_, i) => {
    const path = document.createElementNS(SVG, 'path');
    path.id = `p${i}`;
    path.setAttribute('d', ring(i));
    const text = document.createElementNS(SVG, 'text');
    text.setAttribute('font-family', 'bench');
    text.setAttribute('font-size', '3.6');
    text.setAttribute('letter-spacing', '0.07');
    const on = document.createElementNS(SVG, 'textPath');
    on.setAttribute('href', `#p${i}`);
    on.textContent = WORDS.slice(0, LETTERS);
    text.append(on);
    svg.append(path, text);
    path.setAttribute('fill', 'none');
    return on;
  });
}
const layOut = (on: SVGTextPathElement): number =>
  on.getEndPositionOfChar(on.getNumberOfChars() - 1).x + on.getBBox().width;

function ourPaths(count: number): SVGPathElement[] {
  const svg = stage();
  return Array.from({ length: count }, () => {
    const path = document.createElementNS(SVG, 'path');
    path.setAttribute('transform', `scale(${UNIT})`);
    return svg.appendChild(path);
  });
}

const at = { x: 100, y: 100 };
const KINDS: readonly CurveShape[] = [
  { kind: 'circle', centre: at, radiusMm: 60 },
  { kind: 'ellipse', centre: at, radiusXMm: 70, radiusYMm: 40, turnDeg: 20 },
  { kind: 'spiral', centre: at, startRadiusMm: 10, endRadiusMm: 70, startDeg: 0, turns: 4, growth: 'even' },
  { kind: 'wave', from: { x: 10, y: 100 }, lengthMm: 180, turnDeg: 0, amplitudeMm: 20, waves: 3, phaseDeg: 0 },
  { kind: 'rectangle', centre: at, widthMm: 120, heightMm: 80, cornerMm: 8, turnDeg: 0 },
  {
    kind: 'drawn',
    closed: false,
    nodes: [
      { kind: 'corner', at: { x: 10, y: 150 }, back: null, ahead: { x: 60, y: 20 } },
      { kind: 'smooth', at: { x: 100, y: 90 }, back: { x: 80, y: 140 }, ahead: { x: 120, y: 40 } },
      { kind: 'corner', at: { x: 190, y: 120 }, back: { x: 150, y: 180 }, ahead: null },
    ],
  },
];

/** A place at a distance: a million of ours on each kind, a few hundred of the browser's, each as µs a query. */
function queries(): Result[] {
  return KINDS.map((shape) => {
    const { path } = trackOfShape(shape);
    const [element] = ourPaths(1);
    element!.setAttribute(
      'd',
      screenPathData((sink) => tracePath(path.path, sink), UNIT),
    );
    const row = new Float64Array(7);
    const ours = time(10, (n) => {
      for (let i = 0; i < 100_000; i++) walkTo(path, ((i * 7919 + n) % 100_003) * (path.lengthMm / 100_003), 0, row, 0);
    });
    const length = element!.getTotalLength();
    const browser = time(200, (n) => {
      element!.getPointAtLength((length * n) / 200);
    });
    return { what: `place at a distance on a ${shape.kind}`, count: 1, ours: scaled(ours, 100_000), browser };
  });
}

/**
 * One whole edit of ours: shape, place, write to the screen. The wording changes each time, so nothing is remembered.
 */
function edit(element: SVGPathElement, face: Face, i: number, n: number, curve: Track): void {
  const set = setLettering(lettering(i, n * 0.37, n), curve, face);
  if (set.ok)
    element.setAttribute(
      'd',
      screenPathData((sink) => traceLetters(set.value, sink), UNIT),
    );
}

async function frames(face: Face): Promise<Figure> {
  const paths = ourPaths(10);
  const curves = paths.map((_, i) => curveAt(i));
  paths.forEach((path, i) => edit(path, face, i, 0, curves[i]!));
  const times: number[] = [];
  for (let n = 0; n < 80; n++) {
    // From the beginning of a frame to the end of its style, layout and paint records.
    times.push(
      await new Promise<number>((resolve) =>
        requestAnimationFrame(() => {
          const from = performance.now();
          edit(paths[3]!, face, 3, n, curves[3]!);
          paths[3]!.getBBox();
          const channel = new MessageChannel();
          channel.port1.onmessage = () => resolve((performance.now() - from) * 1000);
          channel.port2.postMessage(0);
        }),
      ),
    );
  }
  return summary(times.slice(20));
}

/** Words of so many letters, with the seams of a sentence. */
const ofLength = (count: number): string => `${WORDS} `.repeat(Math.ceil(count / WORDS.length)).slice(0, count);

/**
 * Evening out, filling and looking for letters that touch, as after a few seconds of use; nothing remembered from one
 * run to the next.
 */
function space(face: Face): Result[] {
  const results: Result[] = [];
  for (const count of [60, 300])
    for (const [where, curve] of [
      ['a circle', trackOfShape({ kind: 'circle', centre: at, radiusMm: count * 0.75 })],
      [
        'an ellipse',
        trackOfShape({ kind: 'ellipse', centre: at, radiusXMm: count * 0.85, radiusYMm: count * 0.6, turnDeg: 10 }),
      ],
    ] as const) {
      const words = (n: number): Lettering => ({
        ...lettering(0, n * 0.37, n),
        wording: ofLength(count),
        spacing: { ...STANDARD_SPACING, tracking: 20, evenOut: 1 },
        bookends: { startU: 0.52, endU: 0.48 },
      });
      const runs = count === 60 ? 40 : 12,
        warmUp = count === 60 ? 40 : 8;
      results.push({
        what: `even out ${count} letters on ${where}`,
        count: 1,
        ours: time(
          runs,
          (n) => {
            evenOut(words(n), curve, face);
          },
          warmUp,
        ),
      });
      results.push({
        what: `fill by tracking, ${count} letters on ${where}`,
        count: 1,
        ours: time(
          runs,
          (n) => {
            fillBy({ lettering: words(n), track: curve, face, held: [], correction: null }, wideRule('tracking'), null);
          },
          warmUp,
        ),
      });
      const sets = Array.from({ length: runs + warmUp }, (_, n) => setLettering(words(n), curve, face));
      let next = 0;
      results.push({
        what: `true gaps, ${count} letters on ${where}`,
        count: 1,
        ours: time(
          runs,
          () => {
            const set = sets[next++ % sets.length]!;
            if (set.ok) trueGaps({ ...set.value });
          },
          warmUp,
        ),
      });
      results.push({
        what: `letters that touch, ${count} letters on ${where}`,
        count: 1,
        ours: time(
          runs,
          () => {
            const set = sets[next++ % sets.length]!;
            if (set.ok) collisions([{ ...set.value }]);
          },
          warmUp,
        ),
      });
    }
  return results;
}

async function load(id: string): Promise<Face> {
  const bytes = await (await fetch(`/faces/${id}.ttf`)).arrayBuffer();
  const made = createFace(id, id, new Uint8Array(bytes.slice(0)));
  if (!made.ok) throw new Error(made.problem.message);
  document.fonts.clear();
  document.fonts.add(await new FontFace('bench', bytes).load());
  return made.value;
}

export async function run(): Promise<Result[]> {
  const results: Result[] = [];
  let face = await load('limelight');
  for (const id of ['limelight', 'league-gothic'])
    for (const count of [1, 10, 50]) {
      face = await load(id);
      const runs = count === 50 ? 60 : 200;
      // As after a few seconds of dragging: code that has not been compiled yet is not what is asked about.
      const warmUp = 300 / count;
      const texts = browserTexts(count, (i) => arcRing(radius(i)));
      const browser = time(
        runs,
        (n) => {
          for (const on of texts) {
            on.setAttribute('startOffset', String(10 + n * 0.31));
            on.textContent = WORDS.slice(0, LETTERS - 1) + String.fromCharCode(65 + (n % 26));
          }
          for (const on of texts) layOut(on);
        },
        warmUp,
      );
      const paths = ourPaths(count);
      const curves = paths.map((_, i) => curveAt(i));
      const ours = time(
        runs,
        (n) => {
          paths.forEach((path, i) => edit(path, face, i, n, curves[i]!));
          for (const path of paths) path.getBBox();
        },
        warmUp,
      );
      results.push({ what: `edit on circles (${id}): shape, place, write, lay out`, count, ours, browser });
    }

  // The parts of one edit, to see where the time goes.
  {
    const [path] = ourPaths(1);
    const ring = curveAt(0);
    const set = (n: number) => setLettering(lettering(0, n * 0.37, n), ring, face);
    const written = Array.from({ length: 400 }, (_, n) => {
      const one = set(n);
      return one.ok ? screenPathData((sink) => traceLetters(one.value, sink), UNIT) : '';
    });
    const ready = Array.from({ length: 40 }, (_, n) => set(n));
    results.push({ what: 'part: shape and place', count: 1, ours: time(300, set) });
    results.push({
      what: 'part: write path data',
      count: 1,
      ours: time(300, (n) => {
        const one = ready[n % 40]!;
        if (one.ok) screenPathData((sink) => traceLetters(one.value, sink), UNIT);
      }),
    });
    results.push({
      what: `part: browser takes and lays out the path, ${(written[0]!.length / 1000).toFixed(1)} kB`,
      count: 1,
      ours: time(300, (n) => {
        path!.setAttribute('d', written[n % 400]!);
        path!.getBBox();
      }),
    });
  }

  // Placing alone, 60 letters: ours against the browser's layout after the start offset has moved.
  const row = new Float64Array(7);
  const advance = 3.2;
  for (const [what, ring, path] of [
    ['place on an arc', arcRing(40), curveAt(0).path],
    ['place on cubics', cubicRing(40).d, measurePath(cubicRing(40).path)],
  ] as const) {
    const [on] = browserTexts(1, () => ring);
    const browser = time(300, (n) => {
      on!.setAttribute('startOffset', String(10 + n * 0.31));
      layOut(on!);
    });
    // A clock ticks too coarsely for one placing, so a hundred are timed at once.
    const hundred = time(100, (n) => {
      for (let k = 0; k < 100; k++)
        for (let i = 0; i < LETTERS; i++) walkTo(path, n * 0.31 + k * 0.01 + i * advance, 1.25, row, 0);
    });
    results.push({ what, count: 1, ours: scaled(hundred, 100), browser });
  }

  results.push(...space(face));
  results.push(...queries());
  const hand = Array.from({ length: 2000 }, (_, i) => ({
    x: 5 + i * 0.09,
    y: 100 + 30 * Math.sin(i / 220) + Math.sin(i * 12.9898) * 0.1,
  }));
  results.push({
    what: 'fit of a freehand line of 2,000 points',
    count: 1,
    ours: time(20, () => {
      fitSketch(hand, 0.35, 0.1);
    }),
  });
  results.push({ what: 'whole frame of a drag, ten on the sheet', count: 10, ours: await frames(face) });
  return results;
}
