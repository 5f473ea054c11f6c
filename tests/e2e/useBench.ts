import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect } from 'vitest';
import { Bench, openBrowser, openPage, Server } from './support';

/** A server, a browser and a bench for the tests of one file; an error on the page fails them. */
export function useBench(): { server: Server; page: Page; bench: Bench } {
  const it = {} as { server: Server; page: Page; bench: Bench };
  const errors: string[] = [];
  let browser: Browser;
  beforeAll(async () => {
    it.server = await Server.start();
    browser = await openBrowser();
    it.page = await openPage(browser, errors);
    it.bench = new Bench(it.page, it.server);
  });
  afterAll(async () => {
    await browser.close();
    await it.server.end();
    expect(errors).toEqual([]);
  });
  return it;
}
