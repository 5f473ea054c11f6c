import { Blob as HbBlob, Face as HbFace } from 'harfbuzzjs';
import { readFileSync } from 'node:fs';
import { describe, expect, it, vi } from 'vitest';
import { createFace } from '#core/type/face';
import { shapeWording } from '#core/type/shape';
import { emPt, mmPerUnit } from '#core/setting/line/size';
import { shapeFor } from '#core/setting/line/measure';
import { convexHull } from '#core/geometry/outlines/outline';
import { faces, HOME } from '../../support/pieces';
import { STANDARD_SPACING } from '#core/piece/items/lettering';

const options = { kerning: true, ligatures: true };
const spacing = STANDARD_SPACING;

describe('faces', () => {
  it('ship at least eight, whole, with heights measured from the outlines', async () => {
    const all = await faces();
    expect(all.size).toBeGreaterThanOrEqual(8);
    for (const face of all.values()) {
      expect(face.metrics.source).toEqual({ cap: 'outline', x: 'outline' });
      const top = face.bounds(face.font.nominalGlyph('H'.codePointAt(0)!)!)!;
      expect(face.metrics.capHeight).toBe(top.yMax);
      expect(face.metrics.capHeight / face.metrics.upem).toBeGreaterThan(0.5);
    }
  });

  it('are read though the memory of HarfBuzz grows meanwhile', () => {
    const { getName } = HbFace.prototype;
    const growing = vi.spyOn(HbFace.prototype, 'getName').mockImplementation(function (this: HbFace, ...about) {
      void new HbBlob(new Uint8Array(64 << 20));
      return getName.apply(this, about);
    });
    const made = createFace('x', 'Own', readFileSync(`${HOME}/fonts/files/alfa-slab-one.ttf`));
    growing.mockRestore();
    expect(made.ok && made.value.family).toMatchObject({ name: 'Alfa Slab One', weight: 400 });
  });

  it('refuse what is not a font, and a font cut short', async () => {
    const rubbish = createFace('x', 'Rubbish', new TextEncoder().encode('not a font at all'));
    expect(rubbish).toMatchObject({ ok: false, problem: { code: 'not-a-font' } });
    expect(createFace('x', 'Empty', new Uint8Array(0))).toMatchObject({ ok: false });
  });

  it('draw a box for a missing glyph even where their own sign is blank', async () => {
    for (const face of (await faces()).values()) expect(face.outline(0).commands.length).toBeGreaterThan(4);
  });
});

describe('shaping', () => {
  it('kerns, and keeps the kern out of the letter’s own advance', async () => {
    const face = (await faces()).get('playfair-display-bold')!;
    const kerned = shapeWording(face, 'AV', options),
      plain = shapeWording(face, 'AV', { ...options, kerning: false });
    expect(kerned.letters[0]!.advance).toBe(plain.letters[0]!.advance);
    expect(plain.letters[0]!.after).toBe(0);
    expect(kerned.letters[0]!.after).toBeLessThan(0);
  });

  it('joins ligatures, and parts them while letters are tracked', async () => {
    const face = (await faces()).get('playfair-display-bold')!;
    expect(shapeFor(face, 'fi', spacing).letters).toHaveLength(1);
    expect(shapeFor(face, 'fi', { ...spacing, tracking: 10 }).letters).toHaveLength(2);
    expect(shapeFor(face, 'fi', { ...spacing, ligatures: false }).letters).toHaveLength(2);
  });

  it('keeps marks with their letter, and names what is missing once', async () => {
    const face = (await faces()).get('comfortaa-bold')!;
    const run = shapeWording(face, 'ẃx☃☃', options);
    expect(run.letters.map((letter) => letter.text)).toEqual(['ẃ', 'x', '☃', '☃']);
    expect(run.missing).toEqual(['☃']);
  });

  it('gives the same run for the same words, and takes control characters for spaces', async () => {
    const face = (await faces()).get('limelight')!;
    expect(shapeWording(face, 'TIDE', options)).toBe(shapeWording(face, 'TIDE', options));
    const run = shapeWording(face, 'A\u0007B', options);
    expect(run.missing).toEqual([]);
    expect(run.letters).toHaveLength(3);
  });
});

describe('letter size', () => {
  it('by cap height and by em say the same', async () => {
    const { metrics } = (await faces()).get('rye')!;
    const pt = emPt(mmPerUnit({ by: 'cap', mm: 6 }, metrics), metrics);
    expect(mmPerUnit({ by: 'em', pt }, metrics) * metrics.capHeight).toBeCloseTo(6, 12);
    expect(mmPerUnit({ by: 'x', mm: 4 }, metrics) * metrics.xHeight).toBeCloseTo(4, 12);
    expect(mmPerUnit({ by: 'ink', mm: 7 }, metrics, 1400) * 1400).toBeCloseTo(7, 12);
    expect(mmPerUnit({ by: 'em', pt: 72 }, metrics) * metrics.upem).toBeCloseTo(25.4, 12);
  });
});

describe('convex hull', () => {
  it('keeps the corners and drops what is inside or between', () => {
    const hull = convexHull(Float64Array.from([0, 0, 2, 0, 1, 0, 2, 2, 0, 2, 1, 1, 0.5, 1.5]));
    expect(hull.length / 2).toBe(4);
  });

  it('is found by its family, weight and style, not by its full name', async () => {
    const all = await faces();
    expect(all.get('cinzel-bold')!.family).toMatchObject({ name: 'Cinzel', weight: 700, italic: false });
    expect(all.get('frank-ruhl-libre-black')!.family).toMatchObject({ name: 'Frank Ruhl Libre', weight: 900 });
    expect(all.get('limelight')!.family).toMatchObject({ name: 'Limelight', weight: 400 });
  });
});
