import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { writeEmptyDatabase } from './bin/write-empty-database.mjs';
import { buildCli } from './cli/bundle.mjs';

const inRoot = (path: string): string => fileURLToPath(new URL(path, import.meta.url));

const { version } = JSON.parse(readFileSync(inRoot('package.json'), 'utf8')) as { version: string };

/** This server alone. */
const OWN = "'self'";

export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  // The bench is a program in the browser; nothing of it is worth rendering on the server.
  ssr: false,
  telemetry: false,
  devtools: { enabled: false },
  modules: ['@pinia/nuxt', '@element-plus/nuxt', 'nuxt-security'],
  runtimeConfig: { version },
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
  // The server's thread for what takes long is a program of its own, beside the command line.
  hooks: {
    'build:before': async () => {
      await buildCli();
      await writeEmptyDatabase();
    },
  },
  experimental: { appManifest: false },
  security: {
    headers: {
      contentSecurityPolicy: {
        'default-src': [OWN],
        'base-uri': ["'none'"],
        'object-src': ["'none'"],
        'form-action': [OWN],
        'frame-ancestors': ["'none'"],
        'script-src': [OWN, "'nonce-{{nonce}}'", "'strict-dynamic'", "'wasm-unsafe-eval'"],
        'script-src-attr': ["'none'"],
        'style-src': [OWN, "'nonce-{{nonce}}'"],
        'style-src-attr': ["'none'"],
        'img-src': [OWN, 'data:', 'blob:'],
        'font-src': [OWN, 'data:', 'blob:'],
        'connect-src': [OWN, 'data:', 'blob:'],
        'worker-src': [OWN, 'blob:'],
        'upgrade-insecure-requests': false,
      },
      crossOriginEmbedderPolicy: false,
      crossOriginOpenerPolicy: 'same-origin',
      crossOriginResourcePolicy: 'same-origin',
      referrerPolicy: 'no-referrer',
      // Whether there is a certificate, what stands before it knows.
      strictTransportSecurity: false,
      xContentTypeOptions: 'nosniff',
      xFrameOptions: 'DENY',
      permissionsPolicy: {
        'camera': [],
        'display-capture': [],
        'fullscreen': ['self'],
        'geolocation': [],
        'microphone': [],
      },
    },
    // These are done by the door and the bodies' readers, with messages of their own.
    requestSizeLimiter: false,
    rateLimiter: false,
    xssValidator: false,
    corsHandler: false,
    allowedMethodsRestricter: false,
    hidePoweredBy: true,
    removeLoggers: false,
  },
  // A worker obeys the policy of its own file.
  routeRules: {
    '/_nuxt/**': { security: { headers: { contentSecurityPolicy: { 'script-src': [OWN, "'wasm-unsafe-eval'"] } } } },
  },
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
    entry: inRoot('server/entry.ts'),
    compressPublicAssets: { gzip: true, brotli: true },
    errorHandler: '~~/server/errorHandler.ts',
  },
  typescript: {
    strict: true,
    tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true, exactOptionalPropertyTypes: false } },
  },
});
