// `npm run shots`: renews docs/screenshots from the demo pieces, against the built application.
import { HOME } from './support/pieces';
import { Bench, openBrowser, openPage, Server } from './e2e/support';

const server = await Server.start();
const browser = await openBrowser();
const page = await openPage(browser, []);
const bench = new Bench(page, server);
const shot = async (name: string): Promise<void> => {
  await page.waitForTimeout(700);
  await page.screenshot({ path: `${HOME}docs/screenshots/${name}.png` });
};
const { pieces } = (await server.call('GET', '/pieces')).body;
const open = (name: string) => bench.open(pieces.find((one: { name: string }) => one.name === name).id);

await page.goto(server.base);
await page.getByText('Ottermere roundel').waitFor();
await shot('shelf');
await open('Ottermere roundel');
await page.getByRole('button', { name: /^OTTERMERE LIGHT/ }).click();
await bench.evened();
await shot('bench');
await page.locator('[data-gap]').nth(4).click();
await page.locator('.inspector').evaluate((panel) => panel.scrollTo(0, panel.querySelector('[aria-label=Space]')!.getBoundingClientRect().top - 60));
await shot('strip-gaps');
await page.keyboard.press('Escape');
await open('Fifty seasons');
await page.getByRole('button', { name: /^FIFTY SEASONS/ }).click();
await page.getByRole('button', { name: 'curvature' }).click();
await page.waitForTimeout(400);
await shot('strip-curvature');
await open('Ottermere roundel');
await page.getByRole('button', { name: 'Output' }).click();
await shot('output');
await open('Marmalade jar lid');
await page.getByRole('button', { name: /^Word ring/ }).click();
await shot('curve');
await open('Fifty seasons');
await page.getByRole('button', { name: /^FIFTY SEASONS/ }).click();
await shot('spiral');
await open('Luggage label');
await page.getByRole('button', { name: /^PASSENGER/ }).click();
await shot('label');
await open('Timetable header');
await page.getByRole('button', { name: /^Tide line/ }).click();
await page.getByRole('button', { name: 'Turn into nodes' }).click();
await page.locator('[data-handle="node-4"]').click();
await shot('nodes');
await open('Damson jar label');
await page.locator('[data-tool=points]').click();
for (const deg of [10, 60, 120, 190, 250, 300, 340]) {
  const t = (deg * Math.PI) / 180, turn = (8 * Math.PI) / 180, x = 34.3 * Math.cos(t), y = 31.3 * Math.sin(t);
  await bench.click(48 + x * Math.cos(turn) - y * Math.sin(turn), 36 + x * Math.sin(turn) + y * Math.cos(turn));
}
await shot('trace');
await open('Honey jar lid');
await page.getByRole('button', { name: /^SEDGE SHORE/ }).click();
await page.locator('.inspector').evaluate((panel) => panel.scrollTo(0, 250));
await shot('seat');
await open('Shore ticket');
await page.getByRole('button', { name: /^OTTERMERE LIGHT/ }).click();
await page.locator('.inspector').evaluate((panel) => panel.scrollTo(0, panel.querySelector('[aria-label=Stance]')!.getBoundingClientRect().top - 60));
await shot('stance');
await page.locator('.inspector').evaluate((panel) => panel.scrollTo(0, 0));
await page.getByRole('button', { name: 'Browse typefaces' }).click();
await page.waitForTimeout(2500);
await shot('typefaces');
await browser.close();
await server.end();
