import { accessible, askOnce, expect, saved, test } from './bench';

test('bad entries name value, limit and way out, and lose nothing', async ({ page, server }) => {
  await page.goto(await server.at(1012, 'brief'));
  const payload = page.getByLabel('Payload', { exact: true });
  await payload.fill('99999');
  await expect(page.getByRole('alert')).toContainText('99999 kg is outside 0 to 3000 kg');
  await payload.fill('25o');
  await expect(page.getByRole('alert')).toContainText('cannot be read from character 3');
  await page.getByLabel('Highway', { exact: true }).fill('140');
  await expect(page.getByRole('alert')).toHaveCount(2);
  await page.keyboard.press('Alt+3');
  await page.keyboard.press('Alt+1');
  await expect(payload).toHaveValue('25o');
  expect((await server.section(1012, 'brief')).data).toMatchObject({
    payloadKg: 250,
    usage: { highway: 30 },
  });
  await payload.fill('260');
  await saved(page);
  expect((await server.section(1012, 'brief')).data.payloadKg).toBe(260);
});

test('days are typed as people write them or picked; one that can be read two ways is not taken', async ({
  page,
  server,
}) => {
  await page.goto(await server.at(1012, 'brief'));
  const promised = page.getByRole('textbox', { name: 'Promised for' });
  await promised.fill('4/12/2027');
  await promised.press('Tab');
  await expect(page.getByRole('alert')).toContainText('can be Sat 4 Dec or Mon 12 Apr');
  await promised.fill('4 Dec 2027');
  await promised.press('Tab');
  await expect(promised).toHaveValue('Sat 4 Dec 2027');
  await saved(page);
  expect((await server.section(1012, 'head')).data.promiseDate).toBe('2027-12-04');
  await page.getByRole('button', { name: 'Calendar: Promised for' }).click();
  await accessible(page);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(promised).toHaveValue('Sun 5 Dec 2027');
  await saved(page);
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(promised).toHaveValue('Sat 4 Dec 2027');
});

test('corners and sizes that cannot be read say where, and the rest goes on', async ({ page, server }) => {
  await page.goto(await server.at(1012, 'tape'));
  await page.getByLabel('Left rear', { exact: true }).fill('19 3/');
  await expect(page.getByRole('alert')).toContainText('cannot be read from character 6');
  await expect(page.getByText('two corners needed')).toBeVisible();
  await page.getByLabel('Left rear', { exact: true }).fill('3 m');
  await expect(page.getByRole('alert')).toContainText('hub centre to arch, not ground to arch');
  await page.keyboard.press('Alt+5');
  const size = page.getByRole('combobox', { name: /Size, typed/ });
  await size.fill('25S/70R16');
  await expect(page.getByRole('alert')).toContainText('cannot be read from character 3 (“S”)');
  await size.fill('305/70R99');
  await expect(page.getByRole('alert')).toContainText('rim of 99 in is no tyre');
  await expect(page.getByText('One of the sizes cannot be read yet')).toBeVisible();
  await size.fill('265/70R17');
  await expect(page.getByText('Side by side, against today')).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('a bad job file is refused with the path of each fault', async ({ page, server }) => {
  await page.goto(server.base);
  const read = async (name: string, text: string) => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Read a job file' }).click(),
    ]);
    await chooser.setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
  };
  await read('notes.txt', 'no json at all');
  await expect(page.getByRole('dialog')).toContainText('is not JSON');
  await page.keyboard.press('Escape');
  const [job] = await server.jobs();
  const file = await (await askOnce(`${server.base}api/jobs/${job!.id}/file`)).json();
  file.sections.brief.payloadKg = 'heavy';
  file.sections.build.items = [{ id: 'a', kind: 'part', code: 'X', quantity: 0, takenOver: '' }];
  await read('job.json', JSON.stringify(file));
  await expect(page.getByRole('dialog')).toContainText('sections.brief.payloadKg');
  await expect(page.getByRole('dialog')).toContainText('sections.build.items[0].quantity');
  expect(await server.jobs()).toHaveLength(7);
});

test('addresses that lead nowhere say so and lead back', async ({ page, server }) => {
  await page.goto(`${server.base}jobs/nobody/brief`);
  await expect(page.getByRole('alert')).toContainText('No job has this id');
  await page.getByRole('link', { name: 'Back to the board' }).click();
  await expect(page.getByText('Hut warden')).toBeVisible();
  await page.goto(`${server.base}somewhere/else`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
});

test('the drawing moves with each change, lengths follow the unit of the shop', async ({ page, server }) => {
  await page.goto(await server.at(1012, 'sources'));
  const drawing = page.getByRole('img', { name: /Side elevation/ });
  await expect(drawing).toHaveAttribute('aria-label', /front 518 mm planned, 471 mm today/);
  await page.getByRole('checkbox', { name: /TL-2810/ }).uncheck();
  await expect(drawing).toHaveAttribute('aria-label', /front 47\d mm planned/);
  await page.getByRole('button', { name: 'Lengths in mm, switch' }).click();
  await expect(drawing).toHaveAttribute('aria-label', /front 18 \d+\/\d+ in planned/);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Lengths in in, switch' })).toBeVisible();
});
