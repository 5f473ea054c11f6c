import { takeProfile } from '#core/ink/icc/takeProfile';
import type { OwnProfile, StockName } from '#core/ink/stocks/index';
import { fail, ok, type Result } from '#core/result';

const profiles = new Map<StockName, Promise<Uint8Array>>();

async function fetched(stock: StockName): Promise<Uint8Array> {
  const response = await fetch(`/profiles/${stock}.icc.zlib`);
  if (!response.ok) throw new Error('the CMYK profile could not be had from the server');
  return new Uint8Array(await response.arrayBuffer());
}

/**
 * Reads a profile of a printer's own from the server, so that it can stand in for a paper.
 *
 * @returns what is in it, or why it cannot be used
 */
export async function readOwnProfile(id: string): Promise<Result<OwnProfile>> {
  const response = await fetch(`/api/profiles/${encodeURIComponent(id)}`);
  if (!response.ok)
    return fail({
      code: 'no-profile',
      message: 'The profile that was chosen is no longer here. Add it again, or choose another.',
    });
  const taken = takeProfile(id, new Uint8Array(await response.arrayBuffer()));
  return taken.ok ? ok(taken.value.profile) : taken;
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
