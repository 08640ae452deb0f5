import { expect, saved, test } from './bench';

test('two people on one job: what does not collide is put together, what does is asked', async ({
  page,
  second,
  server,
}) => {
  const url = await server.at(1012, 'brief');
  await page.goto(url);
  await second.goto(url);
  await page.getByLabel('Payload', { exact: true }).fill('310');
  await saved(page);
  await second.getByLabel('Tongue load', { exact: true }).fill('90');
  await saved(second);
  // told as a merge, or the newer one had come in by itself before: that is a race of two people
  expect((await server.section(1012, 'brief')).data).toMatchObject({ payloadKg: 310, tongueKg: 90 });
  await expect(second.getByLabel('Payload', { exact: true })).toHaveValue('310');
  await page.bringToFront();
  await page.evaluate(() => window.dispatchEvent(new Event('focus')));
  await expect(page.getByLabel('Tongue load', { exact: true })).toHaveValue('90');

  await page.getByLabel('Who drives it').fill('the warden');
  await saved(page);
  await second.getByLabel('Who drives it').fill('two pilots');
  const dialog = second.getByRole('dialog');
  await expect(dialog).toContainText('the warden');
  await expect(dialog).toContainText('two pilots');
  expect((await server.section(1012, 'brief')).data.driver).toBe('the warden');
  await dialog.getByRole('button', { name: 'Keep mine' }).click();
  await saved(second);
  expect((await server.section(1012, 'brief')).data).toMatchObject({
    driver: 'two pilots',
    payloadKg: 310,
    tongueKg: 90,
  });

  await page.getByLabel('Who drives it').fill('somebody else');
  await page.getByRole('dialog').getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Who drives it')).toHaveValue('two pilots');
});

test('both choose parts at once, and both parts are in', async ({ page, second, server }) => {
  const url = await server.at(1015, 'match');
  await page.goto(url);
  await second.goto(url);
  await page.getByRole('checkbox', { name: /TL-2810/ }).check();
  await second.getByRole('checkbox', { name: /TL-2830/ }).check();
  await saved(page);
  await saved(second);
  await expect
    .poll(async () => (await server.section(1015, 'build')).data.items.map((i: any) => i.code).sort())
    .toEqual(['TL-2810', 'TL-2830']);
});

test('the server is killed between edits: nothing acknowledged is lost, and what was typed meanwhile arrives', async ({
  page,
  server,
}) => {
  await page.goto(await server.at(1013, 'brief'));
  const notes = page.getByLabel('Notes');
  await notes.fill('before the power went');
  await saved(page);
  await server.stop('SIGKILL');
  await notes.fill('typed while it was gone');
  await expect(page.locator('.saved')).toContainText('server does not answer; kept here');
  await server.start();
  await saved(page);
  expect((await server.section(1013, 'brief')).data.notes).toBe('typed while it was gone');
  await server.stop('SIGKILL');
  await server.start();
  await page.reload();
  await expect(notes).toHaveValue('typed while it was gone');
});

test('a reload in the middle of typing loses nothing, and undo still goes back', async ({ page, server }) => {
  await page.goto(await server.at(1012, 'tape'));
  const corner = page.getByLabel('Left front', { exact: true });
  await corner.fill('17 7/8');
  await page.reload();
  await expect(corner).toHaveValue('17 7/8');
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(corner).toHaveValue('18 1/2');
  await page.keyboard.press('Control+Shift+z');
  await expect(corner).toHaveValue('17 7/8');
  await saved(page);
  expect((await server.section(1012, 'tape')).data.corners.leftFront).toBe('17 7/8');
});
