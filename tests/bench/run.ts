// `npm run bench`: figures measured in Chromium in one run, ours beside the browser's own text on a path.
import { createServer } from 'vite';
import { openBrowser } from '../e2e/support';
import { HOME } from '../support/pieces';
import type { Figure, Result } from './page';

const server = await createServer({
  root: HOME,
  configFile: false,
  logLevel: 'error',
  server: { port: 0, host: '127.0.0.1', hmr: false, watch: null },
  resolve: { alias: { '#core': `${HOME}core` } },
  optimizeDeps: { exclude: ['harfbuzzjs'], include: ['fit-curve'], noDiscovery: true },
  plugins: [
    {
      name: 'bench-page',
      configureServer(vite) {
        vite.middlewares.use((request, response, next) => {
          // Isolated pages get a clock of 5 µs instead of 100.
          response.setHeader('cross-origin-opener-policy', 'same-origin');
          response.setHeader('cross-origin-embedder-policy', 'require-corp');
          if (request.url === '/bench') {
            response.setHeader('content-type', 'text/html');
            response.end('<!doctype html><body></body>');
            return;
          }
          if (request.url?.startsWith('/faces/')) request.url = request.url.replace('/faces/', '/fonts/files/');
          next();
        });
      },
    },
  ],
});
await server.listen();
const browser = await openBrowser();
const page = await browser.newPage({ viewport: { width: 1000, height: 900 } });
page.on('pageerror', (error) => console.error(error));
await page.goto(`${server.resolvedUrls!.local[0]}bench`);
const results = await page.evaluate(async () =>
  ((await import('/tests/bench/page.ts' as string)) as { run: () => Promise<Result[]> }).run(),
);
await browser.close();
await server.close();

const digits = (value: number): string => value.toFixed(value < 10 ? 3 : value < 1000 ? 1 : 0);
const us = ({ quick, median, worst }: Figure): string =>
  `${digits(median).padStart(9)} (quickest tenth ${digits(quick)}, worst ${digits(worst)})`;
console.log('\nµs a run: median, quickest tenth and worst; 60 letters each, Chromium, this machine, one run\n');
for (const { what, count, ours, browser: theirs } of results) {
  console.log(`${what}, ${count === 1 ? 'one lettering' : `${count} letterings`}`);
  console.log(`  ours     ${us(ours)}`);
  if (theirs) console.log(`  browser  ${us(theirs)}\n  ratio    ${(theirs.median / ours.median).toFixed(1)} times`);
}
const LETTERS = 60;
const place = (what: string): number => (LETTERS / results.find((one) => one.what === what)!.ours.median) * 1000;

console.log(
  `\nletters placed in a ms: ${place('place on an arc').toFixed(0)} on an arc, ${place('place on cubics').toFixed(0)} on cubics`,
);
