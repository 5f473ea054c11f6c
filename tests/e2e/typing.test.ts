import { PNG } from 'pngjs';
import { beforeEach, describe, expect, it } from 'vitest';
import { circle, curve, lettering, piece } from '../support/pieces';
import { made } from './support';
import { useBench } from './useBench';

describe('words on the sheet itself', () => {
  const on = useBench();
  const onClock = (deg: number, radius: number): [number, number] => [
    42 + radius * Math.sin((deg * Math.PI) / 180),
    42 - radius * Math.cos((deg * Math.PI) / 180),
  ];
  const words = () => on.bench.lettering();
  beforeEach(async () => {
    await on.bench.open(await made(on.server, piece([curve(circle(30)), lettering('TIDE')])));
    await on.page.locator('[data-item=words]').waitFor();
  });
  const double = async (deg: number) => {
    const { x, y } = await on.bench.point(...onClock(deg, 32.5));
    await on.page.mouse.dblclick(x, y);
  };

  it('are typed into where they stand, the caret between the letters that were pointed at', async () => {
    await double(0.3);
    await on.page.locator('.caret').waitFor();
    await on.page.keyboard.type('M');
    await on.page.keyboard.press('End');
    await on.page.keyboard.type('S');
    await on.bench.kept();
    expect((await words()).wording).toBe('TIMDES');
    // The caret goes along.
    const [a, b] = [
      await on.page.locator('.caret').getAttribute('x1'),
      await on.page.keyboard
        .press('Home')
        .then(() => on.bench.settle())
        .then(() => on.page.locator('.caret').getAttribute('x1')),
    ];
    expect(Number(b)).toBeLessThan(Number(a));
    await on.page.keyboard.press('Escape');
    await on.page.locator('.caret').waitFor({ state: 'detached' });
  });

  it('are painted on the sheet first; what stands beside it follows right after', async () => {
    await on.page.getByRole('button', { name: /^TIDE/ }).first().click();
    const field = on.bench.field('Wording');
    await field.click();
    await on.bench.settle();
    const seen = await on.page.evaluate(async () => {
      const bench = document.querySelector('.bench')!,
        input = document.querySelector<HTMLTextAreaElement>('textarea.wording')!;
      const parts = new Set<string>();
      const watcher = new MutationObserver((changes) => {
        for (const { target } of changes)
          parts.add(
            target === input
              ? 'words'
              : ([...bench.children].find((part) => part.contains(target))?.classList[0] ?? 'elsewhere'),
          );
      });
      await new Promise((resolve) => requestAnimationFrame(resolve));
      watcher.observe(bench, { subtree: true, attributes: true, childList: true, characterData: true });
      input.value = 'TIDES';
      input.dispatchEvent(new InputEvent('input', { bubbles: true }));
      // Right behind the frame in which the key is painted.
      await new Promise((resolve) => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = resolve;
        port2.postMessage(0);
      });
      watcher.disconnect();
      return [...parts];
    });
    expect(seen).toContain('desk');
    // The bar alone must not wait: it would say that all is saved when it is not.
    expect(seen.filter((part) => !['desk', 'words', 'top'].includes(part))).toEqual([]);
    await on.page
      .getByRole('button', { name: /^TIDES/ })
      .first()
      .waitFor();
    await on.page.getByText('5 characters').waitFor();
  });

  it('wait with what stands beside the sheet until gaps are evened out, or a moment', async () => {
    await on.page.getByRole('button', { name: /^TIDE/ }).first().click();
    await on.bench.type('Even out', '100');
    await on.bench.evened();
    await on.bench.field('Wording').click();
    await on.bench.settle();
    const [followed, settled] = await on.page.evaluate(
      () =>
        new Promise<readonly [number, number]>((resolve) => {
          const desk = document.querySelector('.desk')!,
            input = document.querySelector<HTMLTextAreaElement>('textarea.wording')!,
            list = document.querySelector('.left')!;
          const began = performance.now();
          let evened = Infinity;
          new MutationObserver(() => {
            if (desk.getAttribute('aria-busy') === 'false') evened = Math.min(evened, performance.now() - began);
          }).observe(desk, { attributes: true, attributeFilter: ['aria-busy'] });
          new MutationObserver(() => {
            resolve([performance.now() - began, evened]);
          }).observe(list, { subtree: true, attributes: true, childList: true, characterData: true });
          input.value = 'TIDES';
          input.dispatchEvent(new InputEvent('input', { bubbles: true }));
        }),
    );
    expect(followed).toBeGreaterThanOrEqual(Math.min(settled, 150));
    await on.page
      .getByRole('button', { name: /^TIDES/ })
      .first()
      .waitFor();
  });

  it('stand beside choices that show what is chosen', async () => {
    await on.page.getByRole('button', { name: /^TIDE/ }).first().click();
    const choices = on.page.locator('.inspector .el-select__wrapper');
    for (let n = 0; n < 3; n++) {
      const { data } = PNG.sync.read(await choices.nth(n).screenshot());
      let inked = 0;
      for (let i = 0; i < data.length; i += 4) if (data[i]! + data[i + 1]! + data[i + 2]! < 300) inked++;
      expect(inked, `choice ${n + 1}`).toBeGreaterThan(40);
    }
  });

  it('are picked by a drag along the curve, and typed over', async () => {
    await double(0.3);
    await on.bench.drag(onClock(-12, 32.5), onClock(0.3, 32.5));
    await on.page.locator('.picked-letters').waitFor();
    const field = on.bench.field('Wording');
    const range = await field.evaluate((input) => {
      const { selectionStart, selectionEnd } = input as HTMLTextAreaElement;
      return [selectionStart, selectionEnd];
    });
    expect(range).toEqual([0, 2]);
    await on.page.keyboard.type('OC');
    await on.bench.kept();
    expect((await words()).wording).toBe('OCDE');
  });

  it('let one letter be picked, dragged, turned and kerned, its neighbours staying', async () => {
    await on.bench.click(...onClock(-7, 32.5));
    await on.bench.click(...onClock(-9, 32.5));
    await on.page.getByRole('region', { name: 'Selected letters' }).waitFor();
    const before = await words();
    await on.bench.drag(onClock(-9, 32.5), onClock(-9, 34.5));
    const [first] = (await words()).adjustments;
    expect(first.offMm).toBeCloseTo(2, 0);
    expect(Math.abs(first.alongMm)).toBeLessThan(0.4);
    expect((await words()).anchor).toEqual(before.anchor);
    await on.bench.type('Turned by', '12');
    await on.bench.type('Gap after', '80');
    await on.bench.kept();
    expect((await words()).adjustments).toMatchObject([{ at: first.at, turnDeg: 12, kern: 80 }]);
    // Words put in before it take nothing from it.
    await on.bench.type('Wording', 'A TIDE');
    await on.bench.kept();
    expect((await words()).adjustments).toMatchObject([{ at: first.at + 2, turnDeg: 12 }]);
  });

  it('let a letter be picked and moved on the flat strip', async () => {
    await on.page.getByRole('button', { name: /^TIDE/ }).first().click();
    const strip = on.page.getByRole('region', { name: 'Flat strip' });
    const box = (await strip.locator('.letters path').first().boundingBox())!;
    const [x, y] = [box.x + box.width - 8, box.y + box.height / 2];
    await on.page.mouse.click(x, y);
    await strip.locator('.picked').waitFor();
    await on.page.mouse.move(x, y);
    await on.page.mouse.down();
    await on.page.mouse.move(x + 12, y, { steps: 4 });
    await on.bench.settle();
    await on.page.mouse.up();
    await on.bench.kept();
    const [one] = (await words()).adjustments;
    expect(one).toMatchObject({ at: 3, offMm: 0 });
    expect(one.alongMm).toBeGreaterThan(0.3);
    expect((await words()).anchor.at).toEqual({ kind: 'clock', deg: 0 });
    await on.page.getByRole('button', { name: 'Reset it' }).click();
    await on.bench.kept();
    expect((await words()).adjustments).toEqual([]);
  });
});
