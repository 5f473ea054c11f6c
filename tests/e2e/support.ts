import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Locator, type Page } from 'playwright-core';
import { PNG } from 'pngjs';
import { HOME } from '../support/pieces';
import { freePort } from '../support/postgres';

export const freshFolder = (): string => mkdtempSync(join(tmpdir(), 'under-arc-e2e-'));

/** Runs a command of the project and waits for its end. */
export const run = (
  command: string,
  args: string[],
  env: Record<string, string>,
): Promise<{ code: number; said: string }> =>
  new Promise((resolve) => {
    execFile(join(HOME, command), args, { env: { ...process.env, ...env } }, (error, out, err) => {
      resolve({ code: (error?.code as number | undefined) ?? 0, said: out + err });
    });
  });

/** The built application, as bin/start runs it, on a port and a data folder of its own. */
export class Server {
  private child: ChildProcess | null = null;
  output = '';
  constructor(
    readonly folder: string,
    readonly port: number,
    private readonly more: Readonly<Record<string, string>> = {},
  ) {}
  get pid(): number {
    return this.child!.pid!;
  }
  get base(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** @param more for its environment */
  static async start(folder = freshFolder(), more: Readonly<Record<string, string>> = {}): Promise<Server> {
    const server = new Server(folder, await freePort(), more);
    await server.up();
    return server;
  }

  spawn(): ChildProcess {
    const child = spawn('node', ['.output/server/index.mjs'], {
      cwd: HOME,
      env: {
        ...process.env,
        PORT: String(this.port),
        HOST: '127.0.0.1',
        UNDER_ARC_DATA: this.folder,
        UNDER_ARC_HOME: HOME,
        ...this.more,
      },
    });
    const take = (text: Buffer): void => {
      this.output += text.toString();
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    return child;
  }

  async up(): Promise<void> {
    this.child = this.spawn();
    for (let n = 0; n < 200; n++) {
      const answer = await fetch(`${this.base}/api/pieces`).catch(() => null);
      if (answer?.ok) return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error(`The server did not come up:\n${this.output}`);
  }

  /** Ends the server the given way and waits until it is gone. */
  async end(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const { child } = this;
    this.child = null;
    if (!child || child.exitCode !== null) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await gone;
  }

  async call<T = any>(method: string, path: string, body?: unknown): Promise<{ status: number; body: T }> {
    const response = await fetch(`${this.base}/api${path}`, {
      method,
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
    });
    return { status: response.status, body: (await response.json()) as T };
  }
}

/** The picture of a piece on the shelf. */
export async function shelfPicture(server: Server, id: string): Promise<PNG> {
  const answer = await fetch(`${server.base}/api/pieces/${id}/picture.png`);
  return PNG.sync.read(Buffer.from(await answer.arrayBuffer()));
}

export const BROWSER_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
export const openBrowser = (): Promise<Browser> =>
  chromium.launch({ executablePath: '/usr/bin/chromium', args: BROWSER_ARGS });

/** A page whose errors fail the test that caused them. `bypassCSP` lets a test put styles and documents of its own in. */
export async function openPage(browser: Browser, errors: string[], { bypassCSP = false } = {}): Promise<Page> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    bypassCSP,
  });
  const page = await context.newPage();
  page.on('pageerror', (error) => errors.push(error.message));
  // What the policy of the page forbids would fail without a word.
  page.on('console', (message) => {
    if (/Content Security Policy|Permissions policy/i.test(message.text())) errors.push(message.text());
  });
  return page;
}

/** The bench of one piece, with the words that tests need. */
export class Bench {
  constructor(
    readonly page: Page,
    readonly server: Server,
  ) {}

  async open(id: string): Promise<void> {
    await this.page.goto(`${this.server.base}/piece/${id}`);
    await this.page.locator('.bench').waitFor();
  }

  /** Screen point of a place on the sheet, mm. */
  async point(xMm: number, yMm: number): Promise<{ x: number; y: number }> {
    const paper = (await this.page.locator('.paper').boundingBox())!;
    const widthMm = Number((await this.piece()).sheet.widthMm);
    const scale = paper.width / widthMm;
    return { x: paper.x + xMm * scale, y: paper.y + yMm * scale };
  }

  async click(xMm: number, yMm: number): Promise<void> {
    const { x, y } = await this.point(xMm, yMm);
    await this.page.mouse.click(x, y);
  }

  async drag(from: readonly [number, number], to: readonly [number, number], steps = 8): Promise<void> {
    const [a, b] = [await this.point(...from), await this.point(...to)];
    await this.page.mouse.move(a.x, a.y);
    await this.page.mouse.down();
    await this.page.mouse.move(b.x, b.y, { steps });
    await this.settle();
    await this.page.mouse.up();
    await this.kept();
  }

  /** Two frames: what was moved has been drawn. */
  async settle(): Promise<void> {
    await this.page.evaluate(
      () => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))),
    );
  }

  /** Whatever is to be evened out has been, and is drawn. */
  async evened(): Promise<void> {
    await this.page.locator('.desk[aria-busy="false"]').waitFor();
    await this.settle();
  }

  async kept(): Promise<void> {
    await this.page.getByText('All changes saved').waitFor();
  }

  /** The piece as the server has it. */
  async piece(): Promise<any> {
    const id = new URL(this.page.url()).pathname.split('/').at(-1)!;
    return (await this.server.call('GET', `/pieces/${id}`)).body.piece;
  }

  async lettering(index = 0): Promise<any> {
    return (await this.piece()).items.filter((item: any) => item.type === 'lettering')[index];
  }

  field(name: string): Locator {
    return this.page.getByRole('complementary', { name: 'Inspector' }).getByRole('textbox', { name }).first();
  }

  async type(name: string, text: string): Promise<void> {
    await this.field(name).fill(text);
    await this.field(name).press('Enter');
  }
}

/** Makes a piece on the server and gives its id. */
export async function made(server: Server, piece: unknown): Promise<string> {
  const { status, body } = await server.call('POST', '/pieces', piece);
  if (status !== 201) throw new Error(JSON.stringify(body));
  return body.id;
}

/**
 * Two programs smooth the same edge differently, by up to some 80 of 255 levels on a line one pixel wide; an edge
 * that lies elsewhere differs by the whole step between the colours.
 */
const SMOOTHING = 96;

/**
 * How many pixels of `a` find nothing alike within one pixel in `b`, or the other way round: 0 when two pictures
 * agree within anti-aliasing.
 */
export function disagreement(a: Buffer, b: Buffer): number {
  const [p, q] = [PNG.sync.read(a), PNG.sync.read(b)];
  if (p.width !== q.width || p.height !== q.height)
    throw new Error(`${p.width}×${p.height} against ${q.width}×${q.height}`);
  const alike = (one: PNG, other: PNG): number => {
    let off = 0;
    for (let y = 1; y < one.height - 1; y++)
      for (let x = 1; x < one.width - 1; x++) {
        const at = (y * one.width + x) * 4;
        let best = 255;
        for (let dy = -1; dy <= 1 && best > 60; dy++)
          for (let dx = -1; dx <= 1; dx++) {
            const there = at + (dy * one.width + dx) * 4;
            best = Math.min(
              best,
              Math.max(...[0, 1, 2].map((c) => Math.abs(one.data[at + c]! - other.data[there + c]!))),
            );
          }
        if (best > SMOOTHING) off++;
      }
    return off;
  };
  return Math.max(alike(p, q), alike(q, p));
}
