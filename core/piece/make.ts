import type { Curve, CurveShape, Lettering, Piece, Side, Tops } from './types';

const INK = '#20303a';

/** A name that no curve of the piece has yet: "Circle", "Circle 2", … */
export function freeName(piece: Piece, title: string): string {
  const taken = new Set(piece.items.flatMap((item) => (item.type === 'curve' ? [item.name] : [])));
  for (let n = 1; ; n++) {
    const name = n === 1 ? title : `${title} ${n}`;
    if (!taken.has(name)) return name;
  }
}

/** A curve without ink. */
export const makeCurve = (id: string, name: string, shape: CurveShape): Curve =>
  ({ type: 'curve', id, name, shape, locked: false, hidden: false, fill: null, stroke: null });

export interface NewLettering {
  readonly id: string;
  readonly curve: Curve;
  /** How large the curve is, mm: its radius, or a third of its length. */
  readonly sizeMm: number;
  readonly tops: Tops;
  readonly side: Side;
  /** Where it is anchored. */
  readonly at: Lettering['anchor']['at'];
  readonly bookends: Lettering['bookends'];
  /** A lettering to take after: face, size, spacing, ink, and on the same side the same band. */
  readonly like: Lettering | null;
}

/** A lettering without words, ready to be typed into. */
export function makeLettering({ id, curve, sizeMm, tops, side, at, bookends, like }: NewLettering): Lettering {
  const shift = like && like.seat.side === side ? like.seat.baselineShiftMm * (like.seat.tops === tops ? 1 : -1) : 0;
  return {
    type: 'lettering', id, curveId: curve.id, wording: '',
    faceId: like?.faceId ?? 'limelight',
    size: like?.size ?? { by: 'cap', mm: Math.round(Math.min(Math.max(sizeMm * 0.18, 2), 12) * 2) / 2 },
    seat: { tops, side, baselineShiftMm: shift === 0 ? 0 : shift },
    anchor: { at, startOffsetMm: 0, align: 'centre' },
    bookends,
    spacing: like?.spacing ?? { tracking: 0, measuredAt: 0.5, kerning: true, ligatures: true },
    corners: like?.corners ?? { kind: 'round', radiusMm: 2 },
    fill: like ? like.fill : INK,
    stroke: like?.stroke ?? null,
  };
}
