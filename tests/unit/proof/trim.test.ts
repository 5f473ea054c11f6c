import { describe, expect, it } from 'vitest';
import type { Curve, Item, Piece } from '#core/piece/types';
import { makeStroke } from '#core/piece/make';
import { proofPiece, type Finding } from '#core/proof/index';
import { trim } from '#core/proof/checks/trim';
import type { ProofGround } from '#core/proof/check';
import { curve, lettering, piece } from '../../support/pieces';

/** A rectangle from one corner to the other, mm. */
const box = (x0: number, y0: number, x1: number, y1: number, more: Partial<Curve> = {}): Curve => ({
  ...curve(
    {
      kind: 'rectangle',
      centre: { x: (x0 + x1) / 2, y: (y0 + y1) / 2 },
      widthMm: x1 - x0,
      heightMm: y1 - y0,
      cornerMm: 0,
      turnDeg: 0,
    },
    'plate',
  ),
  name: 'Plate',
  fill: 'enamel',
  ...more,
});
/** A sheet that is wider than high, so that its sides can be told apart. */
const on = (bleedMm: number, ...items: Item[]): Piece => ({
  ...piece(items),
  sheet: { widthMm: 90, heightMm: 60, bleedMm },
});
const found = (p: Piece): Finding[] =>
  proofPiece(p, new Map()).filter(({ code }) => /trim|bleed|off-sheet|cut-off/.test(code));

/** A rectangle that reaches `mm` beyond one side of the sheet. */
const beyond: Readonly<Record<string, (mm: number) => Curve>> = {
  left: (mm) => box(-mm, 20, 40, 30),
  top: (mm) => box(20, -mm, 40, 30),
  right: (mm) => box(50, 20, 90 + mm, 30),
  bottom: (mm) => box(20, 40, 40, 60 + mm),
};
const places: Readonly<Record<string, { x: number; y: number }>> = {
  left: { x: 0, y: 25 },
  top: { x: 30, y: 0 },
  right: { x: 90, y: 25 },
  bottom: { x: 30, y: 60 },
};

describe.each(['left', 'top', 'right', 'bottom'])('what crosses the trim on the %s', (side) => {
  const at = { x: expect.closeTo(places[side]!.x, 1), y: expect.closeTo(places[side]!.y, 0) };
  it('wants bleed, and is told how much of it there is', () => {
    expect(found(on(0, beyond[side]!(1.5)))).toEqual([
      {
        code: 'bleed-missing',
        itemId: 'plate',
        mm: expect.closeTo(1.5, 6),
        at,
        message: `Plate crosses the trim on the ${side} by 1.50 mm, and the sheet has no bleed: a white edge may show.`,
        fix: {
          label: 'Give 3 mm of bleed',
          steps: [expect.objectContaining({ path: ['sheet', 'bleedMm'], value: 3 })],
        },
      },
    ]);
    expect(found(on(3, beyond[side]!(1.5)))).toEqual([
      {
        code: 'bleed-short',
        itemId: 'plate',
        mm: expect.closeTo(1.5, 6),
        at,
        message: `Plate ends 1.50 mm beyond the trim on the ${side}; the bleed is 3 mm.`,
      },
    ]);
    expect(found(on(3, beyond[side]!(3)))).toEqual([]);
    expect(found(on(3, beyond[side]!(2.98)))).toMatchObject([{ code: 'bleed-short' }]);
    expect(found(on(3, beyond[side]!(5)))).toEqual([]);
    expect(found(on(0, beyond[side]!(0.02)))).toMatchObject([{ code: 'bleed-missing' }]);
  });
  it('or ends exactly there is told, where it is filled', () => {
    expect(found(on(3, beyond[side]!(0)))).toEqual([
      {
        code: 'flush-with-trim',
        itemId: 'plate',
        at,
        message: `Plate ends exactly at the trim on the ${side}: where the knife is off by a hair a white edge shows. Let it run 3 mm beyond, into the bleed.`,
      },
    ]);
    expect(found(on(3, beyond[side]!(0.008)))).toMatchObject([{ code: 'flush-with-trim' }]);
    expect(found(on(3, beyond[side]!(-0.008)))).toMatchObject([{ code: 'flush-with-trim' }]);
    expect(found(on(3, beyond[side]!(-0.02)))).toEqual([]);
    // A line alone that ends there leaves no white edge.
    const line = { ...beyond[side]!(-0.5), fill: null, stroke: makeStroke('rust', 1) };
    expect(found(on(3, line))).toEqual([]);
  });
  it('wholly is said to lie off the sheet', () => {
    const away: Readonly<Record<string, Curve>> = {
      left: box(-30, 20, -0.1, 30),
      top: box(20, -30, 40, -0.1),
      right: box(90.1, 20, 120, 30),
      bottom: box(20, 60.1, 40, 95),
    };
    const { shape } = away[side]!;
    if (shape.kind !== 'rectangle') throw new Error('not a rectangle');
    expect(found(on(3, away[side]!))).toEqual([
      {
        code: 'off-sheet',
        itemId: 'plate',
        at: { x: expect.closeTo(shape.centre.x, 6), y: expect.closeTo(shape.centre.y, 6) },
        message: 'Plate lies wholly off the sheet and does not print.',
      },
    ]);
  });
});

describe('a ground that is larger than the sheet', () => {
  it('may reach as far as it likes where there is bleed', () => {
    expect(found(on(3, box(-200, -200, 300, 300)))).toEqual([]);
    expect(found(on(3, box(-200, 20, 40, 300)))).toEqual([]);
    expect(found(on(0, box(-200, -200, 300, 300)))).toMatchObject([{ code: 'bleed-missing', mm: 200 }]);
  });
});

describe('words at the trim', () => {
  /** The ground of a check whose letters fill a rectangle. */
  const ground = (bleedMm: number, x0: number, y0: number, x1: number, y1: number): ProofGround => {
    const p = on(bleedMm, curve({ kind: 'line', from: { x: 0, y: 0 }, to: { x: 9, y: 0 } }), lettering('TIDE'));
    const path = {
      itemId: 'words',
      part: 'own',
      within: null,
      holes: [],
      paint: { fill: { id: 'deep' }, stroke: null, under: false },
      trace: (sink: {
        moveTo: (x: number, y: number) => void;
        lineTo: (x: number, y: number) => void;
        closePath: () => void;
      }) => {
        sink.moveTo(x0, y0);
        sink.lineTo(x1, y0);
        sink.lineTo(x1, y1);
        sink.lineTo(x0, y1);
        sink.closePath();
      },
    };
    return { piece: p, paths: [path, path] } as unknown as ProofGround;
  };
  it('are never meant to be cut, whatever the bleed, and are told of once', () => {
    for (const bleedMm of [0, 3])
      expect(trim(ground(bleedMm, 20, 55, 40, 63))).toEqual([
        {
          code: 'cut-off',
          itemId: 'words',
          mm: 3,
          at: { x: 30, y: 60 },
          message: '“TIDE” is cut off by the trim on the bottom: 3.00 mm of it lie beyond. Move it in.',
        },
      ]);
  });
  it('keep 1.5 mm from it', () => {
    expect(trim(ground(0, 1.4, 20, 30, 30))).toEqual([
      {
        code: 'near-trim',
        itemId: 'words',
        mm: 1.4,
        at: { x: 0, y: 25 },
        message: '“TIDE” comes within 1.40 mm of the trim on the left; keep 1.5 mm.',
      },
    ]);
    expect(trim(ground(0, 1.5, 20, 30, 30))).toEqual([]);
    expect(trim(ground(0, 20, 20, 88.6, 30))).toMatchObject([{ code: 'near-trim', at: { x: 90, y: 25 } }]);
    expect(trim(ground(0, 20, 0.2, 30, 30))).toMatchObject([{ code: 'near-trim', at: { x: 25, y: 0 } }]);
  });
});
