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
// The server draws each piece when it is first asked for.
await page.waitForFunction(() => [...document.images].every((image) => image.complete && image.naturalWidth > 0));
await shot('shelf');
await open('Ottermere roundel');
await page.getByRole('button', { name: /^OTTERMERE LIGHT/ }).click();
await bench.evened();
await shot('bench');
await page.locator('[data-gap]').nth(4).click();
await page
  .locator('.inspector')
  .evaluate((panel) => panel.scrollTo(0, panel.querySelector('[aria-label=Space]')!.getBoundingClientRect().top - 60));
await shot('strip-gaps');
await page.keyboard.press('Escape');
await open('Fifty seasons');
await page.getByRole('button', { name: /^FIFTY SEASONS/ }).click();
await page.getByRole('button', { name: 'curvature' }).click();
await page.waitForTimeout(400);
await shot('strip-curvature');
await open('Volunteer badge');
await page.getByRole('button', { name: 'Output' }).click();
await page.getByText('Crop and registration marks').click();
await page.getByRole('radio', { name: 'Ottermere teal' }).waitFor();
await shot('output');
await page.getByRole('tab', { name: 'Series' }).click();
await page.locator('[data-csv]').setInputFiles(`${HOME}demo/volunteers.csv`);
await page.locator('[data-series=check]').click();
await page.getByText('All rows are fine.').waitFor();
await shot('series');
await open('Marmalade jar lid');
await page.getByRole('button', { name: /^Seville/ }).click();
await page
  .locator('.inspector')
  .evaluate((panel) => panel.scrollTo(0, panel.querySelector('[aria-label=Ink]')!.getBoundingClientRect().top - 60));
await shot('ink');
await page
  .getByRole('region', { name: 'Ink' })
  .getByRole('button', { name: /^Fill:/ })
  .click();
await page.locator('.inks:visible').getByText('Inks of the piece…').click();
await shot('inks');
await open('Shore badge');
await page.getByRole('button', { name: /^Shore at the late tide/ }).click();
await shot('picture');
await open('Timetable header');
await page.getByRole('button', { name: /^Proof/ }).click();
await page.getByRole('combobox', { name: 'Process' }).click({ force: true });
await page.getByRole('option', { name: 'Embroidery' }).click();
await page.locator('[data-finding] .what').first().waitFor();
await page.locator('[data-finding] .what').first().click();
await shot('proof');
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
await page.getByRole('button', { name: 'Convert to nodes' }).click();
await page.locator('[data-handle="node-4"]').click();
await shot('nodes');
await open('Damson jar label');
await page.locator('[data-tool=points]').click();
for (const deg of [10, 60, 120, 190, 250, 300, 340]) {
  const t = (deg * Math.PI) / 180,
    turn = (8 * Math.PI) / 180,
    x = 34.3 * Math.cos(t),
    y = 31.3 * Math.sin(t);
  await bench.click(48 + x * Math.cos(turn) - y * Math.sin(turn), 36 + x * Math.sin(turn) + y * Math.cos(turn));
}
await shot('trace');
await open('Honey jar lid');
await page.getByRole('button', { name: /^SEDGE SHORE/ }).click();
await page.locator('.inspector').evaluate((panel) => panel.scrollTo(0, 250));
await shot('seat');
await open('Shore ticket');
await page.getByRole('button', { name: /^OTTERMERE LIGHT/ }).click();
await page
  .locator('.inspector')
  .evaluate((panel) => panel.scrollTo(0, panel.querySelector('[aria-label=Stance]')!.getBoundingClientRect().top - 60));
await shot('stance');
await page.locator('.inspector').evaluate((panel) => panel.scrollTo(0, 0));
await page.getByRole('button', { name: 'Browse typefaces' }).click();
await page.waitForTimeout(2500);
await shot('typefaces');
await browser.close();
await server.end();
