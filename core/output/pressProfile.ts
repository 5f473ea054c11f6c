import { zlibSync } from 'fflate';
import { ownOf, type StockName } from '../ink/stocks';
import type { FileTools } from './formats/kind';

/** The CMYK profile by which a drawing is printed, compressed as PDF files hold it (zlib, RFC 1950). */
export async function pressProfile(stock: StockName, shipped: FileTools['profile']): Promise<Uint8Array> {
  const own = ownOf(stock);
  return own ? zlibSync(own.bytes, { level: 9 }) : shipped(stock);
}
