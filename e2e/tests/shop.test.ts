import { cpSync, readFileSync, rmSync, writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { accessible, askOnce, expect, noSidewaysScroll, saved, test, VIEWS } from './bench';

const DEMO = join(import.meta.dirname, '../../demo');

test('history: who changed what, an earlier state brought back, a job archived and put back', async ({
  page,
  second,
  server,
}) => {
  await page.goto(await server.at(1012, 'history'));
  await page.getByLabel('Your name on this device').fill('Weir keeper');
  await page.keyboard.press('Enter');
  await page.goto(await server.at(1012, 'brief'));
  const payload = page.getByLabel('Payload', { exact: true });
  await payload.fill('310');
  await saved(page);
  await page.getByRole('link', { name: 'history' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('by Weir keeper: Brief.');
  const lines = page.locator('.line');
  await lines.first().click();
  await expect(page.locator('.state').first()).toContainText('250 kg310 kg');
  await accessible(page);
  await lines.filter({ hasText: 'Brief' }).last().click();
  await page.getByRole('button', { name: 'Bring back Brief as it was then' }).click();
  await expect(lines.first()).toContainText('brought back from an earlier state');
  expect((await server.section(1012, 'brief')).data.payloadKg).toBe(250);
  // somebody else sees it, under its author
  await second.goto(await server.at(1012, 'history'));
  await expect(second.locator('.line').first()).toContainText('Weir keeper');

  await page.getByRole('button', { name: 'Archive this job' }).click();
  await expect(page.getByText('This job is in the archive.').first()).toBeVisible();
  await page.goto(server.base);
  await expect(page.getByRole('link', { name: 'Farm vet' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Hut warden' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Archive 1' }).click();
  await page.getByRole('link', { name: 'Hut warden' }).click();
  await page.getByRole('button', { name: 'Put it back on the board' }).first().click();
  await page.goto(server.base);
  await expect(page.getByRole('link', { name: 'Hut warden' })).toBeVisible();
  await page.getByLabel('Find on the board').fill('courser 2020');
  await expect(page.getByRole('link', { name: 'Hut warden' })).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Farm vet' })).toBeVisible();
});

test('a catalogue is read in from a folder; jobs keep theirs until the change is taken over; a backup brings all back', async ({
  page,
  server,
}) => {
  const dir = mkdtempSync(join(tmpdir(), 'rigger-own-'));
  const own = join(dir, 'own');
  cpSync(DEMO, own, { recursive: true });
  const file = join(own, 'parts.json');
  const parts = JSON.parse(readFileSync(file, 'utf8')) as {
    code: string;
    priceMinor: number;
    operation: string;
  }[];
  const part = parts.find((p) => p.code === 'TL-2810')!;

  await page.goto(`${server.base}shop/backups`);
  await page.getByRole('button', { name: 'Make a backup now' }).click();
  await expect(page.getByText('Made and checked')).toBeVisible();
  await accessible(page);
  await page.getByRole('link', { name: 'Catalogue' }).click();
  const folder = page.locator('input[type=file]');
  part.operation = 'no-such-work';
  writeFileSync(file, JSON.stringify(parts));
  await folder.setInputFiles(own);
  await expect(page.getByText('no-such-work is not among the operations')).toBeVisible();
  part.operation = (JSON.parse(readFileSync(join(DEMO, 'parts.json'), 'utf8')) as typeof parts).find(
    (p) => p.code === 'TL-2810',
  )!.operation;
  part.priceMinor += 2000;
  writeFileSync(file, JSON.stringify(parts));
  await folder.setInputFiles(own);
  await expect(page.getByRole('heading', { name: 'What own would change' })).toBeVisible();
  await accessible(page);
  await page.getByRole('button', { name: 'Read it in' }).click();
  await expect(page.getByText('The catalogue was read in')).toBeVisible();

  await page.goto(await server.at(1012, 'quote'));
  const notice = page.getByRole('region', { name: 'Changed in the catalogue' });
  await expect(notice).toContainText('part TL-2810: price');
  const total = page.locator('tr.sum');
  await expect(total).toContainText('mk');
  const before = await total.textContent();
  await notice.getByRole('button', { name: 'Take over' }).click();
  await expect(notice).toHaveCount(0);
  await expect(total).not.toHaveText(before ?? '');

  await page.goto(`${server.base}shop/backups`);
  await page
    .getByRole('button', { name: /What would change/ })
    .last()
    .click();
  await expect(page.getByRole('row', { name: /Catalogue/ })).toContainText('goes back');
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByText('Put back.')).toBeVisible();
  await page.goto(await server.at(1012, 'quote'));
  await expect(total).toHaveText(before ?? '');
  rmSync(dir, { recursive: true });
});

test('what the shop sets is what quotes are made with; a place that limits less, and a tool that is not there', async ({
  page,
  server,
}) => {
  await page.goto(await server.at(1012, 'quote'));
  const total = page.locator('tr.sum');
  await expect(total).toContainText('mk');
  const before = (await total.textContent()) ?? '';
  await page.getByRole('link', { name: 'shop', exact: true }).click();
  await page.getByRole('link', { name: 'Settings', exact: true }).click();
  await expect(page.locator('app-headline h1')).toContainText('86 mk an hour');
  await accessible(page);
  await noSidewaysScroll(page);
  await page.getByLabel('Labour, an hour').fill('120');
  await page.getByLabel('A quote holds, days').fill('');
  await page.keyboard.press('Tab');
  await expect(page.locator('app-headline h1')).toContainText('120 mk an hour');
  await expect(page.locator('app-headline')).toContainText('Not said yet: how long a quote holds');
  await page.reload();
  await expect(page.locator('app-headline h1')).toContainText('120 mk an hour');
  await page.goto(await server.at(1012, 'quote'));
  await expect(total).not.toHaveText(before);
  await expect(page.getByText('Say until when it holds.')).toBeVisible();

  await page.goto(`${server.base}shop/workshop`);
  await expect(page.locator('app-headline h1')).toContainText('2 bays');
  await accessible(page);
  const tools = page.getByLabel('One a line');
  await tools.fill((await tools.inputValue()).replace('torque wrench\n', ''));
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'torque wrench', exact: true })).toBeVisible();
  await page.goto(await server.at(1012, 'plan'));
  await expect(page.getByText(/Not in the shop: .*torque wrench/)).toBeVisible();
});

test('a shop without a catalogue says so and how to get one', async ({ page, server }) => {
  await server.stop();
  rmSync(server.database);
  await server.start();
  await page.goto(server.base);
  await expect(page.getByRole('heading', { name: 'This shop has no catalogue yet.' })).toBeVisible();
  await accessible(page);
  await page.keyboard.press('n');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.keyboard.type('Peat cutter');
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/jobs\/.+/);
  for (const view of VIEWS) {
    await page.goto(`${server.base}jobs/${(await server.jobs())[0]!.id}/${view}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  }
});

test('backup and restore are commands too, and a running shop goes on with what was put back', async ({
  server,
}) => {
  const passphrase = `${server.database}.passphrase`;
  writeFileSync(passphrase, 'three larches\n');
  const made = server.command('backup', '--passphrase-file', passphrase);
  expect(made.said).toMatch(/rigger-[\d-]+\.sealed: [\d.]+ MB, checked, sealed\./);
  const [file = ''] = made.said.split(': ');
  await askOnce(`${server.base}api/jobs`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: '{"customer":"Came later"}',
  });
  expect(server.command('restore', file)).toMatchObject({ code: 2 });
  expect(server.command('restore', `${file}x`).said).toContain('There is no such file.');
  const asked = server.command('restore', file, '--passphrase-file', passphrase);
  expect(asked.said).toContain('Jobs that go (they are not in the backup): 1020');
  expect(asked.said).toContain('Nothing was changed.');
  expect(await server.jobs()).toHaveLength(8);
  const done = server.command('restore', file, '--yes', '--passphrase-file', passphrase);
  expect(done).toMatchObject({ code: 0 });
  expect(done.said).toContain('Done. What was there before is ');
  expect(await server.jobs()).toHaveLength(7);

  // a shop that is gone, and one that is torn, come back as well; nothing is done without --yes
  await server.stop();
  for (const lost of [
    () => {
      rmSync(server.database);
    },
    () => {
      writeFileSync(server.database, 'torn'.repeat(3000));
    },
  ]) {
    lost();
    expect(server.command('restore', file, '--passphrase-file', passphrase).said).toContain(
      'Nothing was changed.',
    );
    const back = server.command('restore', file, '--yes', '--passphrase-file', passphrase);
    expect(back.said).toContain('The backup is in its place.');
    await server.start();
    expect(await server.jobs()).toHaveLength(7);
    await server.stop();
  }
  await server.start();
});
