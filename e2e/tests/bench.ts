import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { copyFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';

const DIST = join(import.meta.dirname, '../../server/dist');
const MAIN = join(DIST, 'main.js');
/** The demo's catalogue with seven of its jobs: enough for a board, and small enough to count. */
const WEEK = [
  'bird-count',
  'farm-vet',
  'harbourmaster',
  'hut-warden',
  'mobile-library',
  'peat-crew',
  'seaweed-cutter',
];
const DEMO = join(import.meta.dirname, '../../demo');

/** On a connection of its own: while a command runs nothing here hears that the server has closed one that was kept. */
export const askOnce = (
  url: string,
  {
    headers,
    ...how
  }: Omit<RequestInit, 'headers'> & { readonly headers?: Readonly<Record<string, string>> } = {},
) => fetch(url, { ...how, headers: { ...headers, connection: 'close' } });
/** The product as it is shipped, on its own data; can be killed and started again on the same port. */
export class Server {
  private child: ChildProcess | null = null;
  private port = 0;
  private starts = 0;
  constructor(readonly database: string) {}
  get isStartedAgain(): boolean {
    return this.starts > 1;
  }
  get base(): string {
    return `http://127.0.0.1:${this.port}/`;
  }
  private get environment() {
    return {
      ...process.env,
      PORT: String(this.port),
      RIGGER_DB: this.database,
      RIGGER_BACKUPS: `${this.database}-backups`,
      LOG_LEVEL: 'error',
    };
  }
  /** A command on the shop's file: what it says, and how it ends. */
  command(name: 'import' | 'backup' | 'restore', ...args: string[]) {
    const done = spawnSync(process.execPath, [join(DIST, `${name}.js`), ...args], {
      env: this.environment,
      encoding: 'utf8',
    });
    return { said: done.stdout + done.stderr, code: done.status };
  }
  /** Reads the demo world in, with fewer jobs than `npm run demo` has. */
  importDemo(): void {
    const dir = mkdtempSync(join(tmpdir(), 'rigger-week-'));
    cpSync(DEMO, dir, {
      recursive: true,
      filter: (path) => !/jobs.[^/\\]+\.json$/.test(path) || WEEK.includes(basename(path, '.json')),
    });
    expect(this.command('import', dir)).toMatchObject({ code: 0 });
    rmSync(dir, { recursive: true });
  }
  async start(): Promise<void> {
    this.starts++;
    const child = spawn(process.execPath, [MAIN], {
      env: this.environment,
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.child = child;
    const said = await new Promise<string>((resolve, reject) => {
      let text = '';
      child.stdout.on('data', (d: Buffer) => {
        text += d.toString();
        if (text.includes('serves')) resolve(text);
      });
      child.once('exit', (code) => {
        reject(new Error(`the server ended with ${code ?? 'a signal'}: ${text}`));
      });
    });
    this.port = Number(/127\.0\.0\.1:(\d+)/.exec(said)?.[1]);
  }
  async stop(signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
    const { child } = this;
    this.child = null;
    if (child?.exitCode !== null) return;
    const gone = once(child, 'exit');
    child.kill(signal);
    await gone;
  }
  async jobs(): Promise<{ id: string; number: number; customer: string }[]> {
    return ((await (await askOnce(`${this.base}api/jobs`)).json()) as { jobs: [] }).jobs;
  }
  /** Address of one view of a job of the demo world. */
  async at(number: number, view: string): Promise<string> {
    const job = (await this.jobs()).find((j) => j.number === number);
    return `${this.base}jobs/${job?.id ?? 'none'}/${view}`;
  }
  async section(number: number, section: string): Promise<any> {
    const job = (await this.jobs()).find((j) => j.number === number);
    const whole = await (await askOnce(`${this.base}api/jobs/${job?.id ?? ''}`)).json();
    return whole.sections[section];
  }
}

/** Every page is watched: an error in the console, a refused resource or a request to anywhere else fails the test. */
export function watch(page: Page, wrong: string[], server: Server): void {
  // what is read out to those who cannot see stands on the page a second time, where nobody sees it
  const seen = page.locator('body > :not(.cdk-live-announcer-element)');
  page.getByText = (text, options) => seen.getByText(text, options);
  // heard from the beginning: asked for at the moment it opens, the machine's own dialog may come first, and nobody answers that
  page.on('filechooser', () => undefined);
  page.on('pageerror', (e) => wrong.push(`page error: ${e.message}`));
  page.on('console', (m) => {
    if (m.type() !== 'error') return;
    // a save that meets a dead or contradicting server is told to the person; the browser logs it by itself
    if (
      /net::ERR_(CONNECTION_REFUSED|EMPTY_RESPONSE|CONNECTION_RESET|INTERNET_DISCONNECTED|INCOMPLETE_CHUNKED_ENCODING|NETWORK_CHANGED)|409 \(Conflict\)|422 \(/.test(
        m.text(),
      )
    )
      return;
    if (server.isStartedAgain && m.text().includes('503 (Service')) return; // asked while it opened the shop's file
    if (/\/api\/jobs\/nobody$|\/somewhere\/else$/.test(m.location().url)) return; // asked for on purpose
    wrong.push(`console: ${m.text()}`);
  });
  page.on('request', (r) => {
    const url = r.url();
    if (!url.startsWith(server.base) && !/^(data|blob):/.test(url)) wrong.push(`foreign request: ${url}`);
  });
}

export const test = base.extend<{ server: Server; wrong: string[]; second: Page }, { week: string }>({
  /** the week read in once for all tests of a worker: each has its own copy */
  week: [
    async ({}, use) => {
      const dir = mkdtempSync(join(tmpdir(), 'rigger-week-'));
      const file = join(dir, 'week.sqlite');
      new Server(file).importDemo();
      await use(file);
      rmSync(dir, { recursive: true, force: true });
    },
    { scope: 'worker' },
  ],
  server: async ({ week }, use) => {
    const dir = mkdtempSync(join(tmpdir(), 'rigger-journey-'));
    const server = new Server(join(dir, 'shop.sqlite'));
    copyFileSync(week, server.database);
    await server.start();
    await use(server);
    await server.stop();
    rmSync(dir, { recursive: true, force: true });
  },
  wrong: async ({}, use) => {
    const wrong: string[] = [];
    await use(wrong);
    expect(wrong).toEqual([]);
  },
  page: async ({ page, server, wrong }, use) => {
    watch(page, wrong, server);
    await use(page);
  },
  /** another person at another machine */
  second: async ({ browser, server, wrong }, use) => {
    const context = await browser.newContext();
    const page = await context.newPage();
    watch(page, wrong, server);
    await use(page);
    await context.close();
  },
});
export { expect };

/** Presses Tab until the element has the focus: only what can be reached by keyboard can be used here. */
export async function tabTo(page: Page, target: Locator): Promise<void> {
  // looked up once: finding it by its role takes longer than pressing the key
  const find = () => target.elementHandle();
  let element = await find();
  for (let i = 0; i < 120; i++) {
    const is = await element.evaluate((e) =>
      e === document.activeElement ? 'focused' : e.isConnected ? 'elsewhere' : 'drawn anew',
    );
    if (is === 'focused') return;
    if (is === 'drawn anew') element = await find();
    else await page.keyboard.press('Tab');
  }
  throw new Error(`not reached by keyboard: ${String(target)}`);
}
/** What was just typed is on the server. The page first gets a turn to show that it is saving: without it a "saved" from
 *  before the edit would do. */
export async function saved(page: Page, withinMs?: number): Promise<void> {
  await page.evaluate(() => new Promise((turn) => setTimeout(turn, 50)));
  await expect(page.locator('.saved')).toHaveText(
    /^saved /,
    withinMs === undefined ? {} : { timeout: withinMs },
  );
}
/** Another view of the application that is open: as a link does it, without loading the page again. Its title says that it is there. */
export async function move(page: Page, url: string): Promise<void> {
  const before = await page.title();
  await page.evaluate((to) => {
    history.pushState({}, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, url);
  await expect.poll(() => page.title()).not.toBe(before);
  await expect(page.locator('app-headline h1')).toBeVisible();
}
/** A server that was away is asked again after half a minute at the longest. */
export const ASKED_AGAIN_MS = 35_000;
/** Nothing wider than the window. */
export async function noSidewaysScroll(page: Page): Promise<void> {
  const over = await page.evaluate(() => {
    const main = document.querySelector('.below main') ?? document.documentElement;
    return [document.documentElement.scrollWidth - innerWidth, main.scrollWidth - main.clientWidth];
  });
  expect(over.filter((px) => px > 0)).toEqual([]);
}
/** What the accessibility rules (or one of them) say against the page as it stands, once what fades in or out has done
 *  so: colours halfway through a fade are nobody's. */
export async function accessible(page: Page, only?: string): Promise<void> {
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every((a) => a.playState !== 'running' || a.effect?.getComputedTiming().endTime === Infinity),
  );
  // in the page itself and only what is wrong: the application has no frames, and what is right is not read
  const rules = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  if (only) rules.withRules(only);
  else rules.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice']);
  const { violations } = await rules.analyze();
  expect(violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
}
export const VIEWS = [
  'brief',
  'vehicle',
  'look-over',
  'tape',
  'tyre',
  'rub',
  'match',
  'sources',
  'bench',
  'gearing',
  'quote',
  'plan',
  'boxes',
  'papers',
  'after',
] as const;
