import { fileURLToPath } from 'node:url';

const inRoot = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  // The bench is a program in the browser; nothing of it is worth rendering on the server.
  ssr: false,
  telemetry: false,
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', '@element-plus/nuxt'],
  alias: { '#core': inRoot('core') },
  css: ['@fontsource-variable/instrument-sans/wdth.css', '~/assets/theme.css'],
  components: ['controls', 'bench', 'shelf', 'proof', 'output'].map((room) => ({
    path: `~/${room}`,
    pathPrefix: false,
  })),
  imports: { dirs: ['gestures'] },
  elementPlus: { importStyle: 'css', icon: false },
  app: {
    head: {
      title: 'Under Arc',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }],
    },
  },
  experimental: { appManifest: false },
  vite: {
    worker: { format: 'es' },
    optimizeDeps: { exclude: ['harfbuzzjs'] },
    build: { target: 'es2022', chunkSizeWarningLimit: 1500 },
  },
  nitro: {
    esbuild: { options: { target: 'es2022' } },
    publicAssets: [
      { dir: inRoot('fonts/files'), baseURL: '/faces', maxAge: 60 * 60 * 24 * 30 },
      { dir: inRoot('profiles'), baseURL: '/profiles', maxAge: 60 * 60 * 24 * 30 },
    ],
    // The server runs from the checkout, so packages are taken from its node_modules as they are.
    externals: { trace: false },
    errorHandler: '~~/server/errorHandler.ts',
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, exactOptionalPropertyTypes: false } },
  },
});
