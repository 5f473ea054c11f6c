import type { StockName } from '#core/ink/stocks/index';

const profiles = new Map<StockName, Promise<Uint8Array>>();

async function fetched(stock: StockName): Promise<Uint8Array> {
  const response = await fetch(`/profiles/${stock}.icc.zlib`);
  if (!response.ok) throw new Error('the CMYK profile could not be had from the server');
  return new Uint8Array(await response.arrayBuffer());
}

/** The CMYK profile of a paper, compressed, fetched when the first print file for it is made. */
export function cmykProfile(stock: StockName): Promise<Uint8Array> {
  let profile = profiles.get(stock);
  if (!profile) {
    profile = fetched(stock);
    profiles.set(stock, profile);
    profile.catch(() => profiles.delete(stock));
  }
  return profile;
}
