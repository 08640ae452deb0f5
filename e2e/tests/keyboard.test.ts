import { readFileSync } from 'node:fs';
import { expect, saved, tabTo, test } from './bench';

test('by keyboard alone: from an empty job to the printed sheet, the file, and back in', async ({
  page,
  server,
}) => {
  test.setTimeout(240_000);
  const press = (key: string) => page.keyboard.press(key);
  const type = (text: string) => page.keyboard.type(text);
  const fill = async (label: string | RegExp, text: string) => {
    await tabTo(page, page.getByLabel(label, typeof label === 'string' ? { exact: true } : {}).first());
    await press('Control+a');
    await type(text);
  };
  const go = async (n: number) => {
    await press(`Alt+${n}`);
    await expect(page.locator('nav a.here')).toHaveAttribute('aria-keyshortcuts', `Alt+${n}`);
  };
  const headline = page.locator('app-headline h1');

  await page.goto(server.base);
  await expect(page.getByText('Hut warden')).toBeVisible();
  await press('n');
  await expect(page.getByLabel('Who is it for?')).toBeFocused();
  await press('Enter');
  await expect(page.getByText('Write a name or a trade')).toBeVisible();
  await type('Ferry pilot');
  await press('Enter');

  await expect(headline).toContainText('What is the vehicle for?');
  await fill('In words', 'mostly highway, some gravel');
  await press('Tab');
  await expect(headline).toContainText('Mostly highway, 75 %');
  await fill('Highway', '40');
  await fill('Gravel', '40');
  await fill('Loaded', '20');
  await expect(headline).toContainText('Mostly highway, 40 %');
  await tabTo(page, page.getByRole('radio', { name: 'A tyre' }));
  await press('Space');
  await fill('Since when', 'last winter');
  await fill('Payload', '200');
  await fill('Height limit', '2100');
  await fill(/Of what/, 'garage');

  await go(2);
  await tabTo(page, page.getByRole('combobox', { name: /What the customer says/ }));
  await type('halder 2021 crew diesel');
  await expect(page.getByRole('option').first()).toContainText('Corvane Halder');
  await press('Enter');
  await expect(headline).toContainText('2 questions still decide');
  await tabTo(page, page.getByRole('radio', { name: 'Standard' }));
  await press('Space');
  await tabTo(page, page.getByRole('radio', { name: 'Steel coils' }));
  await press('Space');
  await expect(headline).toContainText('everything that matters for fitment is known');

  await go(3);
  await expect(headline).toContainText('Look it over');
  const link = page.getByRole('radiogroup', { name: 'Bar link, left front' });
  await tabTo(page, link.getByRole('radio', { name: 'good' }));
  await press('ArrowRight');
  await press('ArrowRight');
  await press('Enter');
  await expect(headline).toContainText('Bar link, left front worn');
  await tabTo(page, page.getByRole('combobox', { name: /What is done about it/ }));
  await press('Enter');
  await page.getByRole('option', { name: 'replace complete' }).waitFor();
  await press('ArrowDown');
  await press('ArrowDown');
  await press('Enter');
  await fill('Thrust, + left', '0.1');

  await go(4);
  await fill('Left front', '18 1/2');
  await fill('Right front', '18-9/16"');
  await fill('Left rear', '492 mm');
  await fill('Right rear', '19.4');
  await expect(headline).toContainText('nose');

  await go(5);
  await tabTo(page, page.getByRole('combobox', { name: /Size, typed/ }));
  await type('285/75R17');
  await press('Escape');
  await fill(/Load index/, '121');
  await expect(headline).toContainText('front mud flap');
  await fill(/One more size/, '265/70R17');
  await press('Escape');
  await tabTo(page, page.getByRole('button', { name: 'Add', exact: true }));
  await press('Enter');
  await expect(headline).toContainText('265/70R17 clears with this plan');

  await go(5); // the next page of it: the rub map
  await expect(headline).toContainText('mud flap');
  await expect(page.getByText('Sizes that clear', { exact: false }).first()).toBeVisible();
  const cell = page.locator('.cell');
  const posed = await cell.textContent();
  await tabTo(page, page.getByRole('application'));
  await press('ArrowUp');
  await press('ArrowRight');
  await expect(cell).not.toHaveText(posed ?? '');

  await go(5);
  await expect(headline).toContainText('not known yet');

  await go(6);
  await expect(page.locator('section.plans')).toBeVisible();
  await go(6);
  await tabTo(page, page.getByRole('checkbox', { name: /TL-2810/ }));
  await press('Space');
  await expect(headline).toContainText('46 ±');
  await tabTo(page, page.getByRole('checkbox', { name: /TL-2835/ }));
  await press('Space');
  await tabTo(page, page.getByRole('button', { name: /Add IW-55/ }));
  await press('Enter');
  await expect(page.getByText('Outer front CV joint would run at 9')).toHaveCount(0);
  await tabTo(page, page.getByRole('button', { name: /^Front lift:/ }));
  await press('Enter');
  await expect(page.getByRole('heading', { name: /^Why / })).toBeVisible();
  await press('Escape');
  await expect(page.getByRole('heading', { name: /^Why / })).toHaveCount(0);

  await go(8);
  await expect(page.getByText('Ride-height line: wheels on the ground from here')).toBeVisible();
  const download = async (name: string) => {
    await tabTo(page, page.getByRole('button', { name }));
    const [file] = await Promise.all([page.waitForEvent('download'), press('Enter')]);
    return { name: file.suggestedFilename(), bytes: readFileSync(await file.path()) };
  };
  const pdf = await download('Print to PDF');
  expect(pdf.name).toMatch(/^build-sheet-\d+\.pdf$/);
  expect(pdf.bytes.subarray(0, 5).toString()).toBe('%PDF-');
  expect(pdf.bytes.length).toBeGreaterThan(20_000);
  const file = await download('Save as file');
  const job = JSON.parse(file.bytes.toString());
  expect(job).toMatchObject({
    format: 'apt-rigger-job',
    version: 10,
    sections: { head: { customer: 'Ferry pilot' } },
  });
  await go(7);
  await expect(headline).toContainText('with tax');
  const csv = await download('Parts list as CSV');
  expect(csv.bytes.toString()).toContain('TL-2810');
  await go(9);
  await expect(headline).toContainText('When it is down');
  await tabTo(page, page.getByRole('link', { name: 'tape it down and rolled' }));
  await press('Enter');
  await tabTo(page, page.getByRole('button', { name: 'Another round' }));
  await press('Enter');
  await expect(page.getByLabel('Left front')).toBeFocused();
  for (const mm of ['513', '515', '536', '537']) {
    await type(mm);
    await press('Tab');
  }
  await expect(headline).toContainText('than forecast');
  await go(9);
  await expect(page.getByRole('cell', { name: 'Front, down and rolled', exact: true })).toBeVisible();
  await fill(/Hours taken/, '6.5');
  await fill(/One line for whoever/, 'Soak the bolts the evening before.');
  await saved(page);

  await page.goto(server.base);
  await tabTo(page, page.getByRole('button', { name: 'Read a job file' }));
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press('Enter')]);
  await chooser.setFiles({ name: file.name, mimeType: 'application/json', buffer: file.bytes });
  await expect(headline).toContainText('Mostly highway');
  const again = (await server.jobs()).filter((j) => j.customer === 'Ferry pilot');
  expect(again).toHaveLength(2);
  const stored = await server.section(again[1]!.number, 'build');
  expect(stored.data.items.map((i: any) => i.code)).toEqual(['TL-2810', 'TL-2835', 'IW-55']);
});

test('find, keys and the board by keyboard', async ({ page, server }) => {
  await page.goto(server.base);
  await expect(page.getByText('Hut warden')).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('find a job');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.keyboard.press('/');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('nobody of that name');
  await expect(page.getByText('No job has that in it')).toBeVisible();
  for (let i = 0; i < 30; i++) await page.keyboard.press('Backspace');
  await page.keyboard.type('courser 2020');
  await expect(page.getByRole('option')).toHaveCount(1);
  await page.keyboard.press('Enter');
  await expect(page.locator('.who')).toHaveText('Farm vet');
  await page.locator('h1').first().click();
  await page.keyboard.press('b');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('jobs open');
});
