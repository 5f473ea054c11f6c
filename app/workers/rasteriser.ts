import type { RenderPixels } from '#core/output/pictures';

/** The rasteriser is fetched when the first picture is made or decoded. */
let loading: Promise<(typeof import('@resvg/resvg-wasm'))['Resvg']> | undefined;
const loaded = (): NonNullable<typeof loading> =>
  (loading ??= (async () => {
    const [{ initWasm, Resvg }, { default: wasm }] = await Promise.all([
      import('@resvg/resvg-wasm'),
      import('@resvg/resvg-wasm/index_bg.wasm?url'),
    ]);
    await initWasm(fetch(wasm));
    return Resvg;
  })());

export const renderPixels: RenderPixels = async (svg) => {
  const drawn = new (await loaded())(svg),
    image = drawn.render(),
    { pixels } = image;
  // The memory of WebAssembly is given back by hand.
  image.free();
  drawn.free();
  return pixels;
};
