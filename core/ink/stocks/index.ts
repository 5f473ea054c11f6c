import { decodeTable } from '../decodeTable';
import { coated } from './coated';
import { newsprint } from './newsprint';
import { uncoated } from './uncoated';

/** Mixes on each side of the grid of screen colours, from 0 to 100 % of an ink. */
export const GRID = 9;
/** Colours on each side of the grid of separations, from 0 to 255 of a channel. */
export const RGB_GRID = 17;

/** A paper with the way inks look on it, as its profile in `profiles/` has it. */
interface Stock {
  /** sRGB of the grid of mixes, and inks of the grid of screen colours, base64 of bytes. */
  readonly tables: { readonly screen: string; readonly inks: string };
  /** Total ink limit that is usual on it, %. */
  readonly mostInk: number;
  /** How people choose it. */
  readonly title: string;
  /** What print files say of the printing condition, and of where its colours come from (ISO 32000-1, table 365). */
  readonly about: string;
  readonly source: string;
  /** The name under which the characterisation data are registered as a printing condition. */
  readonly registered: string;
}

/** One entry a paper; its profile is `profiles/NAME.icc`. */
export const STOCKS = {
  coated: {
    tables: coated,
    mostInk: 300,
    title: 'Coated',
    about: 'Offset on coated paper',
    source: 'Offset on coated paper, made from the FOGRA39 characterisation data',
    registered: 'FOGRA39',
  },
  uncoated: {
    tables: uncoated,
    mostInk: 300,
    title: 'Uncoated',
    about: 'Offset on uncoated white paper',
    source: 'Offset on uncoated white paper, made from the FOGRA29 characterisation data',
    registered: 'FOGRA29',
  },
  newsprint: {
    tables: newsprint,
    mostInk: 240,
    title: 'Newsprint',
    about: 'Coldset offset on newsprint',
    source: 'Coldset offset on newsprint, made from the characterisation data of CGATS TR 002',
    registered: 'CGATS TR 002',
  },
} as const satisfies Record<string, Stock>;
/** A paper whose profile ships. */
export type ShippedStock = keyof typeof STOCKS;
/** A profile of a printer's own that stands in for a paper, by its id. */
export type OwnStock = `own-${string}`;
/** What something is printed on. */
export type StockName = ShippedStock | OwnStock;
export const STOCK_NAMES = Object.keys(STOCKS) as readonly ShippedStock[];

/** A profile of a printer's own with all that colours go by. */
export interface OwnProfile {
  readonly name: string;
  /** The version of its specification, such as 2.4. */
  readonly version: string;
  /** The file as it came. */
  readonly bytes: Uint8Array;
  readonly tables: { readonly screen: Uint8Array; readonly inks: Uint8Array };
  /** Most ink that it prints with, %. */
  readonly mostInk: number;
}

const own = new Map<OwnStock, OwnProfile>();
/** From now on a profile can stand in for a paper. */
export const enterOwn = (stock: OwnStock, profile: OwnProfile): void => {
  own.set(stock, profile);
};
/** A profile that can stand in for a paper already; undefined for another. */
export const enteredOwn = (stock: OwnStock): OwnProfile | undefined => own.get(stock);
const isOwn = (stock: StockName): stock is OwnStock => stock.startsWith('own-');
/** A profile that was entered; null for a paper whose profile ships. */
export function ownOf(stock: StockName): OwnProfile | null {
  if (!isOwn(stock)) return null;
  const profile = own.get(stock);
  if (!profile) throw new Error(`The profile ${stock} was not read before it was drawn by.`);
  return profile;
}

/** What print files say of a printing condition. */
export function conditionOf(
  stock: StockName,
): Pick<Stock, 'about' | 'source' | 'registered'> & { readonly id: string } {
  if (!isOwn(stock)) return { id: `Under Arc ${stock}`, ...STOCKS[stock] };
  const { name } = ownOf(stock)!;
  return { id: 'Custom', about: name, source: name, registered: name };
}

const decoded = new Map<string, Uint8Array>();
/** A table of a stock, decoded once. */
export function tableOf(stock: StockName, of: keyof Stock['tables']): Uint8Array {
  if (isOwn(stock)) return ownOf(stock)!.tables[of];
  const key = `${stock} ${of}`;
  let table = decoded.get(key);
  if (!table) decoded.set(key, (table = decodeTable(STOCKS[stock].tables[of])));
  return table;
}
