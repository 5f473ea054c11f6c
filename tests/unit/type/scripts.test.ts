import { readFileSync } from 'node:fs';
import { decompress } from 'woff2-encoder';
import { beforeAll, describe, expect, it } from 'vitest';
import { tracksOf } from '#core/curves/index';
import { settingOf } from '#core/setting/settingOf';
import type { CurveShape, Lettering } from '#core/piece/types';
import { shapeLines } from '#core/setting/line/measure';
import { switchableFeatures } from '#core/type/featureNames';
import { createFace, type Face } from '#core/type/face';
import { shapeWording } from '#core/type/shape';
import { circle, curve, faces, HOME, lettering, piece, seat, spacing } from '../../support/pieces';
import { setOn } from '../../support/setting';

let all: ReadonlyMap<string, Face>;
beforeAll(async () => {
  all = await faces();
});
const options = { kerning: true, ligatures: true };
const seen = (face: string, wording: string): string[] =>
  shapeWording(all.get(face)!, wording, options).letters.map((letter) => letter.text);
const on = (what: Lettering, shape: CurveShape = circle(40)) => setOn(all, what, shape);

describe('right-to-left words', () => {
  it('are seen from right to left, their letters in logical places', () => {
    const run = shapeWording(all.get('suez-one')!, 'שלום', options);
    expect(run.letters.map((letter) => letter.text).join('')).toBe('םולש');
    expect(run.letters.map((letter) => letter.index)).toEqual([3, 2, 1, 0]);
    expect([run.missing, run.joined]).toEqual([[], false]);
  });
  it('keep numbers and Latin words in them readable', () => {
    expect(seen('suez-one', 'שנת 50')).toEqual(['5', '0', ' ', 'ת', 'נ', 'ש']);
    expect(seen('suez-one', 'תה TEA').join('')).toBe('TEA הת');
    expect(seen('suez-one', 'TEA תה!').join('')).toBe('TEA הת!');
  });
  it('join in Arabic, cluster by cluster, and are not torn by tracking', () => {
    const face = all.get('marhey-bold')!;
    const run = shapeWording(face, 'محطة', options);
    expect(run.joined).toBe(true);
    expect(run.missing).toEqual([]);
    // Joined forms are not the forms that letters have alone.
    const alone = [...'محطة'].map((letter) => shapeWording(face, letter, options).letters[0]!.glyphs[0]!.id);
    expect(run.letters.flatMap((letter) => letter.glyphs.map((glyph) => glyph.id))).not.toEqual(alone.reverse());
    const plain = lettering('محطة', { faceId: 'marhey-bold' });
    const tracked = lettering('محطة', { faceId: 'marhey-bold', spacing: spacing({ tracking: 200 }) });
    expect(Array.from(on(tracked).measured.middles)).toEqual(
      Array.from(on({ ...tracked, spacing: { ...tracked.spacing, tracking: 0 } }).measured.middles),
    );
    expect(on(plain).stance.kind).toBe('bent');
  });
  it('keep their joins closed on a curve: neighbours overlap or touch wherever they did on a line', () => {
    // Bent by one map, ends that meet on the line meet on the curve.
    const what = (shape: CurveShape, more: Partial<Lettering>) =>
      setOn(all, lettering('محطة', { faceId: 'marhey-bold', size: { by: 'em', pt: 40 }, ...more }), shape);
    for (const tops of ['outward', 'inward'] as const) {
      const set = what(circle(26), { seat: seat(tops, 'outside') });
      expect(set.stance).toMatchObject({ kind: 'bent', strength: 1 });
      const spans = spansOf(set);
      spans.slice(1).forEach(([from], i) => expect(from).toBeLessThanOrEqual(spans[i]![1] + 0.02));
    }
  });
});

/** Where each letter's ink begins and ends along the line, mm, from left to right. */
function spansOf(set: ReturnType<typeof setOn>): [number, number][] {
  const { run, middles } = set.measured;
  return run.letters.map((letter, i): [number, number] => {
    const xs = letter.glyphs.flatMap((glyph) => {
      const box = run.face.bounds(glyph.id);
      return box ? [box.xMin, box.xMax].map((x) => (x + glyph.x - letter.advance / 2) * set.scaleX + middles[i]!) : [];
    });
    return [Math.min(...xs), Math.max(...xs)];
  });
}

describe('other scripts', () => {
  it('have their letters where the list of faces says so', () => {
    for (const [id, word] of [
      ['lobster', 'Поезд'],
      ['comfortaa-bold', 'Θάλασσα'],
      ['unbounded-bold', 'Море'],
      ['playfair-display-bold', 'Чай'],
      ['frank-ruhl-libre-black', 'תחנה'],
    ] as const) {
      expect(shapeWording(all.get(id)!, word, options).missing, id).toEqual([]);
    }
  });
  it('keep marks with their letters', () => {
    const run = shapeWording(all.get('playfair-display-bold')!, 'e\u0301a', options);
    expect(run.letters.map((letter) => letter.index)).toEqual([0, 2]);
    expect(shapeWording(all.get('playfair-display-bold')!, '\u0301', options).letters).toHaveLength(1);
    expect(shapeWording(all.get('limelight')!, '🚂', options).missing).toEqual(['🚂']);
  });
});

describe('features of a face', () => {
  it('are those that it has, by name, and change the letters when they are switched', () => {
    const face = all.get('playfair-display-bold')!;
    expect(switchableFeatures(face.features).map((one) => one.tag)).toEqual(
      expect.arrayContaining(['smcp', 'onum', 'lnum']),
    );
    expect(switchableFeatures(all.get('rye')!.features)).toEqual([]);
    expect(switchableFeatures(['ss02', 'ss01', 'kern', 'ss99']).map((one) => one.name)).toEqual([
      'stylistic set 1',
      'stylistic set 2',
    ]);
    const glyphs = (features: Lettering['features']): number[] =>
      shapeLines(face, lettering('1889', { faceId: face.id, features }))[0]!.run.letters.flatMap((letter) =>
        letter.glyphs.map((glyph) => glyph.id),
      );
    expect(glyphs([{ tag: 'lnum', value: 1 }])).not.toEqual(glyphs([{ tag: 'onum', value: 1 }]));
  });
  it('give small capitals of the face’s own where it has them', () => {
    const face = all.get('playfair-display-bold')!;
    const [line] = shapeLines(face, lettering('Tide', { faceId: face.id, letterCase: 'small-capitals' }));
    expect(line!.scales).toBeNull();
    expect(line!.run.letters.map((letter) => letter.glyphs[0]!.id)).not.toEqual(
      shapeLines(face, lettering('Tide', { faceId: face.id }))[0]!.run.letters.map((letter) => letter.glyphs[0]!.id),
    );
  });
});

describe('a variable face', () => {
  it('has axes, and letters that follow them', async () => {
    const packed = readFileSync(
      `${HOME}node_modules/@fontsource-variable/instrument-sans/files/instrument-sans-latin-standard-normal.woff2`,
    );
    const made = createFace('sans', 'Sans', new Uint8Array(await decompress(packed)));
    if (!made.ok) throw new Error(made.problem.message);
    const face = made.value;
    expect(face.axes.map(({ tag, min, max }) => [tag, min, max])).toEqual([
      ['wdth', 75, 100],
      ['wght', 400, 700],
    ]);
    expect(face.vary([])).toBe(face);
    expect(face.vary([{ tag: 'none', value: 3 }])).toBe(face);
    const bold = face.vary([{ tag: 'wght', value: 700 }]);
    expect(face.vary([{ tag: 'wght', value: 700 }])).toBe(bold);
    const advance = (one: Face): number => shapeWording(one, 'M', options).letters[0]!.advance;
    expect(advance(bold)).not.toBe(advance(face));
    expect(advance(face.vary([{ tag: 'wdth', value: 75 }]))).toBeLessThan(advance(face));
    // On a piece it is the lettering that says so.
    const p = piece([curve(circle(40)), lettering('M', { faceId: 'sans', axes: [{ tag: 'wght', value: 700 }] })]);
    const set = settingOf(p.items[1] as Lettering, tracksOf(p), new Map([['sans', face]]));
    expect(set.ok && set.value.measured.run.face).toBe(bold);
  });
});
