import { STOCK_NAMES, STOCKS, type ShippedStock } from '../ink/stocks';
import { field, limited, object, tagged, type TypeOf } from '../fields';

export const process = object({
  kind: tagged('offset', 'screen', 'foil', 'engraving', 'embroidery', 'plotter'),
  /** The paper, by whose profile inks look and pictures are separated. */
  stock: field(tagged(...STOCK_NAMES), { standard: 'coated', since: 10 }),
  /** Finest line or stroke of a letter, mm. */
  leastStrokeMm: limited('processMm'),
  /** Minimum gap: counters, gaps between letters, mm. */
  leastGapMm: limited('processMm'),
  /** Minimum cap height that can be read, mm. */
  leastLetterMm: limited('processMm'),
  /** Total ink limit, %. */
  mostInk: limited('mostInk'),
  /** Pixels in an inch that a picture must have at its size. */
  leastDpi: limited('leastDpi'),
});

/** How a piece is made real, and what that can still hold: each number may be changed. */
export type Process = TypeOf<typeof process>;
export type ProcessKind = Process['kind'];

/** What each process holds as a rule; a printer knows better. */
const USUAL: Readonly<Record<ProcessKind, Omit<Process, 'kind' | 'stock'>>> = {
  offset: { leastStrokeMm: 0.08, leastGapMm: 0.08, leastLetterMm: 1.2, mostInk: 300, leastDpi: 250 },
  screen: { leastStrokeMm: 0.3, leastGapMm: 0.4, leastLetterMm: 2, mostInk: 260, leastDpi: 180 },
  foil: { leastStrokeMm: 0.25, leastGapMm: 0.3, leastLetterMm: 2, mostInk: 300, leastDpi: 600 },
  engraving: { leastStrokeMm: 0.2, leastGapMm: 0.2, leastLetterMm: 1.5, mostInk: 400, leastDpi: 300 },
  embroidery: { leastStrokeMm: 1, leastGapMm: 1, leastLetterMm: 5, mostInk: 400, leastDpi: 100 },
  plotter: { leastStrokeMm: 0.8, leastGapMm: 0.8, leastLetterMm: 5, mostInk: 400, leastDpi: 100 },
};

export const isProcessKind = (kind: unknown): kind is ProcessKind =>
  typeof kind === 'string' && Object.hasOwn(USUAL, kind);

/** A process with its usual values; the total ink limit of offset print goes by the paper. */
export function usualProcess(kind: ProcessKind, stock: ShippedStock = 'coated'): Process {
  const usual = USUAL[kind];
  return { kind, stock, ...usual, mostInk: kind === 'offset' ? STOCKS[stock].mostInk : usual.mostInk };
}
