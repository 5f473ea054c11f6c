import type { Locator, Page } from 'playwright-core';

/** Numbers from 0 to 1 that follow from a seed (mulberry32, public domain). */
export function randomOf(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

const MODIFIERS = ['Shift', 'Alt', 'Control'] as const;
const PLAIN = '1 2 3 4 5 6 7 0 g k i l o t d p f ? [ ] + - 9 Delete Escape Enter Tab F6 PageUp PageDown Home End';
const HELD =
  'Control+a Control+d Control+c Control+v Control+x Control+z Control+y Control+g Control+] Shift+Tab Shift+G Shift+K';
const ARROWS = 'ArrowLeft ArrowRight ArrowUp ArrowDown Shift+ArrowLeft Alt+ArrowLeft Alt+ArrowRight Control+ArrowLeft';
const KEYS = `${PLAIN} ${HELD} ${ARROWS}`.split(' ');
const WORDS = ['Ottermere', 'שלום', 'مرحبا', 'AV To', '🚂', 'é', 'two\nlines', '7'];
const VALUES = ['0', '1', '-3', '12.5', '45', '-180', '720', '99999', '3+4', 'x', '', '0.01', '50%', '2 in', ...WORDS];
/** Parts of the page with buttons; the bar leads away from the bench. */
const PARTS = ['.inspector', '.inspector', '.left', '.strip', '.desk'];
/** How long something that may have gone meanwhile is waited for, ms. */
const GONE = { timeout: 800 };
const missed = (): undefined => undefined;

/** A hand that does anything a person may do on the bench, each time something else. Each action gives what it did. */
export function randomHand(page: Page, random: () => number): () => Promise<string> {
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
  const maybe = <T>(share: number, one: () => T): T | null => (random() < share ? one() : null);
  const anywhere = () => ({ x: 250 + random() * 720, y: 60 + random() * 660 });

  /** A place on something drawn, or anywhere on the sheet. */
  async function place(): Promise<{ x: number; y: number }> {
    const boxes = await page.evaluate(() =>
      [...document.querySelectorAll('.surface path, .surface [data-lettering], .surface [data-handle]')]
        .slice(0, 60)
        .map((one) => one.getBoundingClientRect().toJSON() as DOMRect),
    );
    if (boxes.length === 0 || random() < 0.4) return anywhere();
    const { x, y, width, height } = pick(boxes);
    const [across, down] = [pick([0, 1, random()]), pick([0, 1, random()])];
    return { x: Math.min(Math.max(x + across * width, 245), 970), y: Math.min(Math.max(y + down * height, 56), 760) };
  }
  const dialog = page.locator('.el-dialog:visible').first();
  const part = async (name = '.inspector'): Promise<Locator> =>
    (await dialog.count()) > 0 ? dialog : page.locator(name).first();
  /** Any of what there is, with its name; null for none. */
  async function anyOf(all: Locator): Promise<{ one: Locator; name: string } | null> {
    const count = await all.count();
    if (count === 0) return null;
    const one = all.nth(Math.floor(random() * count));
    const name =
      (await one.getAttribute('aria-label', GONE).catch(missed)) ?? (await one.innerText(GONE).catch(missed));
    return { one, name: (name ?? '').replaceAll('\n', ' ').slice(0, 50) };
  }
  async function press(all: Locator, what: string): Promise<string> {
    const any = await anyOf(all);
    await any?.one.click(GONE).catch(missed);
    return `${what} ${any?.name ?? '-'}`;
  }
  async function drag(): Promise<string> {
    const from = await place(),
      to = await place(),
      held = maybe(0.15, () => pick(MODIFIERS)),
      key = maybe(0.1, () => pick(['Escape', 'Control+z', 'Delete', 'Tab']));
    if (held) await page.keyboard.down(held);
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 4 });
    if (key) await page.keyboard.press(key);
    await page.mouse.up();
    if (held) await page.keyboard.up(held);
    return `drag ${JSON.stringify(from)} to ${JSON.stringify(to)} ${held ?? ''} ${key ?? ''}`;
  }
  async function click(): Promise<string> {
    const at = await place(),
      clickCount = maybe(0.3, () => 2) ?? 1;
    await page.mouse.click(at.x, at.y, { clickCount });
    return `${clickCount} clicks at ${JSON.stringify(at)}`;
  }
  async function menu(): Promise<string> {
    const at = await place();
    await page.mouse.click(at.x, at.y, { button: 'right' });
    return press(page.locator('[role=menu]:visible [role=menuitem]'), 'menu');
  }
  async function fill(): Promise<string> {
    const any = await anyOf((await part()).locator('input:visible:not([readonly]):not([type=file]), textarea:visible'));
    const value = pick(VALUES).replace('\n', ' '),
      end = pick(['Enter', 'Tab', 'Escape']);
    await any?.one.fill(value, GONE).catch(missed);
    await page.keyboard.press(end);
    return `field ${any?.name ?? '-'}: ${value} ${end}`;
  }
  async function choose(): Promise<string> {
    const opened = await press((await part()).locator('.el-select:visible'), 'list');
    return press(page.locator('.el-select-dropdown__item:visible'), opened);
  }
  async function roll(): Promise<string> {
    const at = anywhere();
    await page.mouse.move(at.x, at.y);
    const held = maybe(0.5, () => 'Control');
    if (held) await page.keyboard.down(held);
    await page.mouse.wheel((random() - 0.5) * 200, (random() - 0.5) * 300);
    if (held) await page.keyboard.up(held);
    return `wheel ${held ?? ''}`;
  }
  async function key(name: string): Promise<string> {
    await page.keyboard.press(name);
    return `key ${name}`;
  }
  async function type(): Promise<string> {
    const words = pick(WORDS);
    await page.keyboard.type(words);
    return `type ${words}`;
  }
  const button = async (): Promise<string> =>
    press((await part(pick(PARTS))).locator('button:visible:not([disabled])'), 'button');
  const tick = async (): Promise<string> =>
    press((await part()).locator('[role=radio]:visible, label:visible, summary:visible'), 'tick');

  const acts = [
    drag,
    drag,
    drag,
    click,
    click,
    click,
    menu,
    fill,
    fill,
    button,
    button,
    tick,
    tick,
    choose,
    roll,
    type,
  ];
  return () => (random() < 0.25 ? key(pick(KEYS)) : pick(acts)());
}
