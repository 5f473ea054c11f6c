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
await shot('bench');
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
await browser.close();
await server.end();
