import { accessible, expect, saved, test } from './bench';

const lineOf = (name: RegExp) => ({ name });

test('a late box keeps a job out of its bay until somebody names a day', async ({ page, server }) => {
  await page.goto(await server.at(1013, 'boxes'));
  await expect(page.locator('app-headline h1')).toContainText('lines are here');
  await page.getByRole('button', { name: /^Open Rear coils, tow/ }).click();
  const comes = page.getByRole('textbox', { name: 'Comes on' });
  await comes.fill('2 Jan 2024');
  await page.keyboard.press('Tab');
  await expect(page.locator('app-headline h1')).toContainText('Rear coils, tow, 50 mm class late');
  await expect(page.locator('app-headline')).toContainText('nobody has said a day');
  await saved(page);

  await page.getByRole('link', { name: 'week', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'In no bay yet' })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(/Nobody has said when these come: Rear coils, tow/)).toBeVisible();
  await expect(page.locator('.lane.bay .bar')).toHaveCount(1);
  await accessible(page);

  await page.getByRole('link', { name: /^1013 / }).click();
  await page
    .getByRole('row', lineOf(/^1 Rear coils, tow/))
    .getByRole('button', { name: 'It is here' })
    .click();
  await expect(page.locator('app-headline h1')).toContainText('are here.');
  await saved(page);
  await page.getByRole('link', { name: 'week', exact: true }).click();
  await expect(page.locator('.lane.bay .bar')).toHaveCount(2, { timeout: 20_000 });

  // by keyboard a day later, and back
  const bar = page.locator('.lane.bay .bar', { hasText: '1014' });
  const before = (await bar.getAttribute('aria-label')) ?? '';
  await bar.press('ArrowRight');
  await expect(bar).not.toHaveAttribute('aria-label', before);
  await expect(page.getByRole('button', { name: 'let go' })).toHaveCount(1);
  await page.reload();
  await expect(page.getByRole('button', { name: 'let go' })).toHaveCount(1, { timeout: 20_000 });
  await bar.press('Delete');
  await expect(page.getByRole('button', { name: 'let go' })).toHaveCount(0);

  // and by mouse, two days later
  const [from, track] = [
    await bar.boundingBox(),
    await page.locator('.lane.bay .track').first().boundingBox(),
  ];
  const days = await page.locator('.lane.head .day').count();
  if (!from || !track) throw new Error('nothing to drag');
  const [x, y] = [from.x + from.width / 2, from.y + from.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 12, y, { steps: 4 });
  await page.mouse.move(x + (2 * track.width) / days, y, { steps: 10 });
  await page.mouse.up();
  await expect(page.getByRole('button', { name: 'let go' })).toHaveCount(1);
  await expect(bar).not.toHaveAttribute('aria-label', before);
  await page.getByRole('button', { name: 'Take the last move back' }).click();
  await expect(bar).toHaveAttribute('aria-label', before);
});

test('a job in two visits, and a box that is short of one bag', async ({ page, server, second }) => {
  await page.goto(await server.at(1014, 'boxes'));
  await expect(page.locator('app-headline h1')).toContainText('are here.');
  await page.getByRole('button', { name: /^Open Rear coil spacer/ }).click();
  await page.getByLabel(/^spacer, of 2/).fill('1');
  await page.keyboard.press('Tab');
  await expect(page.getByText('spacer: 1 of 2')).toBeVisible();
  await saved(page);
  const visits = page.getByRole('region', { name: 'What can be done as boxes come' });
  await expect(visits).toContainText('Do not open yet', { timeout: 20_000 });
  await expect(visits.getByRole('listitem')).toHaveCount(2);
  await expect(visits).toContainText('Rolls and drives after it');
  await accessible(page);

  await second.goto(`${server.base}buyer`);
  const wrong = second.getByRole('region', { name: 'Went wrong' });
  await expect(wrong.getByRole('row', { name: /Rear coil spacer 20 mm/ })).toContainText('spacer: 1 of 2', {
    timeout: 20_000,
  });
  await accessible(second);
  await wrong.getByRole('button', { name: /^All here: Rear coil spacer/ }).click();
  await expect(wrong.getByRole('row', { name: /Rear coil spacer 20 mm/ })).toHaveCount(0);
  await expect(page.locator('app-headline h1')).toContainText('are here.', { timeout: 20_000 });
  const [file] = await Promise.all([
    second.waitForEvent('download'),
    second.getByRole('button', { name: 'Pick list as PDF' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('pick-list.pdf');
});

test('a step is dragged where the order allows, refused where not; a way of taking apart is chosen', async ({
  page,
  server,
}) => {
  await page.goto(await server.at(1014, 'plan'));
  const step = (text: string | RegExp) => page.locator('article.step').filter({ hasText: text }).first();
  const drag = async (from: string | RegExp, to: string | RegExp) => {
    const [grip, target] = [step(from).locator('.grip'), step(to)];
    await target.evaluate((e) => {
      e.scrollIntoView({ block: 'center' });
    });
    const [a, b] = [await grip.boundingBox(), await target.boundingBox()];
    if (!a || !b) throw new Error('nothing to drag');
    await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
    await page.mouse.down();
    await page.mouse.move(a.x + a.width / 2, a.y - 8, { steps: 4 });
    await page.mouse.move(a.x + a.width / 2, b.y + 4, { steps: 10 });
    await page.mouse.move(a.x + a.width / 2, b.y + 2, { steps: 3 });
    await page.mouse.up();
  };
  const order = () => page.locator('article.step').evaluateAll((all) => all.map((x) => x.textContent.trim()));
  await expect(page.locator('article.step').nth(20)).toBeVisible();
  const before = await order();
  await drag(/top nuts out, strut out/, /anti-roll bar links off/);
  await expect(page.getByRole('alert')).toContainText('waits for it');
  expect(await order()).toHaveLength(before.length);
  await expect(page.getByRole('button', { name: 'Back to the planned order' })).toHaveCount(0);

  await drag(/Unclip brake hoses and sensor leads/, /anti-roll bar links off/);
  await expect(page.getByRole('button', { name: 'Back to the planned order' })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Back to the planned order' })).toBeVisible({
    timeout: 20_000,
  });
  const places = (await order()).map((x) => x.replaceAll(/\s+/g, ' '));
  const at = (text: RegExp) => places.findIndex((x) => text.test(x));
  expect(at(/Unclip brake hoses and sensor leads/)).toBeLessThan(at(/anti-roll bar links off/));
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(page.getByRole('button', { name: 'Back to the planned order' })).toHaveCount(0);

  await drag(/Wheels on the ground, jacks and stands away/, /Torque every rubber pivot front/);
  await expect(page.getByRole('alert')).toContainText('cannot go past the ride-height line');

  const ways = page.getByRole('group', { name: /^Anti-roll bar front/ });
  await ways.getByRole('radio', { name: /^at the frame/ }).check();
  await expect(step(/frame clamps off/)).toContainText('Way: at the frame');
  await expect(ways).toContainText('chosen for this job');
  await saved(page);
  await page.goto(await server.at(1014, 'papers'));
  for (const [paper, name] of [
    ['Rack sheet, PDF', /^rack-1014\.pdf$/],
    ['Labels, 21 a sheet', /^labels-1014-21\.pdf$/],
    ['Calendar, Calendar file', /^plan-1014\.ics$/],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: paper }).click(),
    ]);
    expect(file.suggestedFilename()).toMatch(name);
  }
});
