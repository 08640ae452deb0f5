import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from './bootstrap.mjs';
import { importDemo, openBrowser, startServer } from './running-product.mjs';

// One current picture of each main view, from fresh demo data.
ensureInstalled();
ensureChromium();
ensureBuilt();
const dir = mkdtempSync(path.join(tmpdir(), 'rigger-shots-'));
const out = path.join(root, 'docs/screenshots');
mkdirSync(out, { recursive: true });
const database = path.join(dir, 'shots.sqlite');
importDemo(database);
const server = await startServer(database);
const { base } = server;
const browser = await openBrowser();
const desk = { width: 1280, height: 800 };
const bay = { width: 834, height: 1112 };
const phone = { width: 390, height: 844 };
/** name, job, view, and what is done before the picture is taken */
const SHOTS = [
  ['board', null, '', desk],
  ['brief', 1012, 'brief', desk],
  ['look-over', 1014, 'look-over', desk],
  ['tape', 1009, 'tape', desk],
  ['tyre', 1012, 'tyre', desk],
  ['rub', 1015, 'rub', desk],
  ['rub-dark', 1013, 'rub', desk, null, 'dark'],
  ['plans', 1022, 'match', desk],
  ['counter', null, 'counter', desk, async (page) => page.keyboard.type('halder 2021 crew 33s')],
  ['match', 1013, 'sources', desk],
  ['phone-tape', 1012, 'tape', phone],
  ['bench-linked-axle', 1013, 'bench', desk],
  [
    'quote',
    1022,
    'quote',
    desk,
    async (page) => {
      await page.getByRole('textbox', { name: 'Holds until' }).fill('24 Dec');
      await page.keyboard.press('Tab');
      await page.getByText('Holds until Thu 24 Dec').waitFor();
    },
  ],
  ['plan', 1025, 'plan', desk],
  ['plan-bay', 1014, 'plan', bay],
  ['boxes', 1024, 'boxes', desk],
  ['week', null, 'week', desk],
  ['buyer', null, 'buyer', desk],
  ['after', 1010, 'after', desk],
];
const jobs = (await (await fetch(`${base}api/jobs`)).json()).jobs;
for (const [name, number, view, viewport, act, colorScheme] of SHOTS) {
  const context = await browser.newContext({
    viewport,
    colorScheme: colorScheme ?? 'light',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  const job = jobs.find((j) => j.number === number);
  await page.goto(job ? `${base}jobs/${job.id}/${view}` : `${base}${view}`);
  await page.getByRole('heading', { level: 1 }).waitFor();
  await page.evaluate(() => globalThis.document.fonts.ready);
  // a rub map refines while it is looked at: the picture is of the finished one
  if (view === 'rub') await page.getByRole('heading', { name: /Sizes that clear/ }).waitFor();
  if (view === 'sources') await page.getByRole('checkbox').first().waitFor();
  // the search has come to its end
  if (view === 'match') await page.getByText('no better one exists').waitFor();
  if (act) await act(page);
  await page.mouse.move(0, viewport.height - 1);
  await page.waitForTimeout(view === 'counter' || view === 'match' ? 3500 : 900);
  await page.screenshot({ path: path.join(out, `${name}.png`) });
  await context.close();
  console.log(`docs/screenshots/${name}.png`);
}
await browser.close();
await server.stop();
rmSync(dir, { recursive: true, force: true });
