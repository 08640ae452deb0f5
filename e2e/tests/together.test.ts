import { ASKED_AGAIN_MS, expect, saved, test } from './bench';

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
  // it comes by itself, and each sees that the other is there
  await expect(page.getByLabel('Tongue load', { exact: true })).toHaveValue('90');
  await expect(page.getByText('somebody is here too')).toBeVisible();

  // on one field: the second one hears of the first only with the own save
  await second.context().setOffline(true);
  await page.getByLabel('Who drives it').fill('the warden');
  await saved(page);
  await second.getByLabel('Who drives it').fill('two pilots');
  await expect(second.locator('.saved')).toContainText('trying again');
  await second.context().setOffline(false);
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

  await expect(page.getByLabel('Who drives it')).toHaveValue('two pilots');
  await page.context().setOffline(true);
  await second.getByLabel('Who drives it').fill('both in turn');
  await saved(second);
  await page.getByLabel('Who drives it').fill('somebody else');
  await page.context().setOffline(false);
  await page.getByRole('dialog').getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByLabel('Who drives it')).toHaveValue('both in turn');
});

test('both choose parts at once, and both parts are in', async ({ page, second, server }) => {
  const url = await server.at(1015, 'sources');
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
  await saved(page, ASKED_AGAIN_MS);
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
  expect((await server.section(1012, 'tape')).data.rounds[0].corners.leftFront).toBe('17 7/8');
});

test('two jobs opened quickly, answers in the other order: the one asked for last is shown and saved', async ({
  page,
  server,
}) => {
  const [first, second] = [await server.at(1012, 'brief'), await server.at(1014, 'brief')];
  const { pathname } = new URL(first);
  const id = pathname.split('/')[2] ?? '';
  let answer: () => void = () => undefined;
  const late = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await page.route(`**/api/jobs/${id}`, async (route) => {
    await late;
    await route.continue().catch(() => undefined); // nobody waits for it any more
  });
  await page.goto(server.base);
  await page.getByRole('link', { name: 'Hut warden' }).click();
  await expect(page.getByRole('heading', { name: 'Opening the job' })).toBeVisible();
  await page.goBack();
  await page.getByRole('link', { name: 'Farm vet' }).click();
  await expect(page).toHaveURL(second);
  await page.getByLabel('Who drives it').fill('the vet');
  answer();
  await saved(page);
  await expect(page.locator('.who')).toHaveText('Farm vet');
  expect((await server.section(1014, 'brief')).data.driver).toBe('the vet');
  expect((await server.section(1012, 'brief')).data.driver).not.toBe('the vet');
});

test('a browser whose storage is full still saves, and a day without the server loses neither entries nor new jobs', async ({
  page,
  second,
  server,
}) => {
  await page.addInitScript(() => {
    const full = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    Storage.prototype.setItem = full;
    IDBFactory.prototype.open = full;
  });
  await page.goto(await server.at(1012, 'brief'));
  await page.getByLabel('Who drives it').fill('storage is full');
  await saved(page);
  expect((await server.section(1012, 'brief')).data.driver).toBe('storage is full');

  await second.goto(await server.at(1012, 'brief'));
  await expect(second.getByLabel('Payload', { exact: true })).toBeVisible();
  await second.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await server.stop('SIGKILL');
  await second.getByLabel('Who drives it').fill('without the server');
  await expect(second.locator('.saved')).toContainText('server does not answer');
  // a section that was never opened before, and a reload of the page itself
  await second.keyboard.press('Alt+5');
  await expect(second.getByRole('link', { name: 'Gearing' })).toBeVisible();
  await second.getByRole('link', { name: 'Gearing' }).click();
  await expect(second.locator('app-gearing h1')).toBeVisible();
  await second.goto(server.base);
  await expect(second.getByText('The server does not answer').first()).toBeVisible();
  await second.keyboard.press('n');
  await second.getByLabel('Who is it for?').fill('Island nurse');
  await second.keyboard.press('Enter');
  await expect(second.locator('.waiting', { hasText: 'Island nurse' })).toBeVisible();
  await second.reload();
  await expect(second.locator('.waiting', { hasText: 'Island nurse' })).toBeVisible();

  await server.start();
  await second.evaluate(() => window.dispatchEvent(new Event('online')));
  await expect(second.locator('.waiting', { hasText: 'Island nurse' })).toHaveCount(0);
  expect((await server.jobs()).filter((j) => j.customer === 'Island nurse')).toHaveLength(1);
  await second.goto(await server.at(1012, 'brief'));
  await expect(second.getByLabel('Who drives it')).toHaveValue('without the server');
  await saved(second);
  expect((await server.section(1012, 'brief')).data.driver).toBe('without the server');
});

test('a worker that throws is said, and the rest goes on', async ({ page, server }) => {
  await page.route(/bench.*worker|worker.*\.js$/i, (route) =>
    route.fulfill({ contentType: 'text/javascript', body: 'throw new Error("broken")' }),
  );
  await page.goto(await server.at(1012, 'bench'));
  await expect(page.getByText('could not be posed')).toBeVisible();
  await page.keyboard.press('Alt+4');
  await expect(page.getByLabel('Left front')).toBeVisible();
});

test('what cannot be read is said to everybody and stops the printing until it is corrected', async ({
  page,
  second,
  server,
}) => {
  await page.goto(await server.at(1012, 'brief'));
  const payload = page.getByLabel('Payload', { exact: true });
  await payload.fill('25o');
  await page.keyboard.press('Tab');
  await saved(page);
  await second.goto(await server.at(1012, 'plan'));
  await expect(second.getByRole('heading', { name: 'Cannot be read, so nothing is printed' })).toBeVisible();
  await expect(second.getByRole('button', { name: 'Print to PDF' })).toBeDisabled();
  await expect(second.locator('nav').getByText('cannot be read: payload')).toBeVisible();
  await second.getByRole('link', { name: 'Correct it' }).click();
  await expect(second.getByLabel('Payload', { exact: true })).toHaveValue('25o');
  // a step back takes the slip alone, and says so from another screen
  await page.keyboard.press('Alt+4');
  await expect(page.getByLabel('Left front')).toBeVisible();
  await page.locator('main').focus();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Undone: Payload 250 kg')).toBeVisible();
  await page.getByRole('button', { name: 'Show' }).click();
  await expect(payload).toHaveValue('250');
  await saved(page);
  await expect(second.getByLabel('Payload', { exact: true })).toHaveValue('250');
});
