let profile: Promise<Uint8Array> | undefined;

/** The CMYK profile, fetched when the first print file is made. */
export const cmykProfile = (): Promise<Uint8Array> =>
  (profile ??= (async () => {
    const response = await fetch('/profiles/coated.icc.zlib');
    if (!response.ok) {
      profile = undefined;
      throw new Error('the CMYK profile could not be had from the server');
    }
    return new Uint8Array(await response.arrayBuffer());
  })());
