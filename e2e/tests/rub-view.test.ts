import { readFileSync } from 'node:fs';
import { expect, saved, test } from './bench';

test('the rub map: where it touches, another pose, a relief ticked, the rear axle, and a reload keeps it', async ({
  page,
  server,
}) => {
  await page.goto(await server.at(1012, 'rub'));
  const headline = page.locator('app-headline h1');
  await expect(headline).toContainText('LT285/70R17');
  const map = page.getByRole('application');
  const cell = page.locator('.cell');
  await expect(cell).toHaveText(/^Travel .+: .+ (clears|rubs) by/);
  const before = await cell.textContent();
  // a pose chosen at once, while the map is still coarse, stays chosen
  const box = (await map.boundingBox())!;
  await map.click({ position: { x: box.width * 0.3, y: box.height * 0.2 } });
  await expect(cell).not.toHaveText(before ?? '');
  // how far up it is depends on how coarse the map still was
  const chosen = /^Travel −?\d+ mm, rack \d+ mm right/;
  await expect(cell).toHaveText(chosen);
  await expect(page.getByRole('heading', { name: /Sizes that clear/ })).toBeVisible({ timeout: 15_000 });
  await expect(cell).toHaveText(chosen);
  // the drawings follow: contact marked, obstacles around it
  const plan = page.getByRole('img', { name: 'Plan view of the chosen pose' });
  await expect(plan.locator('.contact text')).toContainText(' mm');
  expect(await plan.locator('.near').count()).toBeGreaterThan(8);
  const drawn = await plan.locator('polygon.tyre').first().getAttribute('points');
  await map.focus();
  for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowRight');
  await expect(plan.locator('polygon.tyre').first()).not.toHaveAttribute('points', drawn ?? '');

  const flap = page.getByRole('checkbox', { name: /Take the mud flaps off/ });
  await flap.check();
  await saved(page);
  await expect(page.locator('tr', { hasText: 'mud flap' })).toContainText('off');
  expect((await server.section(1012, 'tire')).data.reliefs).toEqual([
    { axle: 'front', obstacle: 'flap', relief: 'remove-flap' },
  ]);
  await page.reload();
  await expect(page.getByRole('checkbox', { name: /Take the mud flaps off/ })).toBeChecked();
  await page
    .getByRole('radio', { name: 'Rear' })
    .or(page.getByText('Rear', { exact: true }))
    .first()
    .click();
  await expect(headline).toContainText('rear');
  await expect(cell).toContainText('other wheel at');
  await page.goto(await server.at(1012, 'plan'));
  await expect(page.getByText('Take the flaps off, cap the holes')).toBeVisible();
});

test('the rub map is worked out in slices and can be stopped and gone on with', async ({ page, server }) => {
  await page.goto(await server.at(1013, 'rub'));
  const stop = page.getByRole('button', { name: 'Stop', exact: true });
  await stop.click();
  await expect(page.getByText('only part of it')).toBeVisible();
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByRole('heading', { name: /Sizes that clear/ })).toBeVisible({ timeout: 40_000 });
  await expect(stop).toHaveCount(0);
});

test('gearing: ratios, the lines, and the calibration card on paper', async ({ page, server }) => {
  await page.goto(await server.at(1012, 'gearing'));
  const headline = page.locator('app-headline h1');
  await expect(headline).toContainText('instead of');
  await page.getByRole('combobox', { name: 'Axle ratio in it, off the plate' }).click();
  await page.getByRole('option', { name: '3.73' }).click();
  await expect(headline).toContainText('3.73 axles');
  await page.getByRole('button', { name: '4.10', exact: true }).click();
  await expect(page.getByRole('heading', { name: /by gear, 4\.10/ })).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Print the card' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('calibration-1012.pdf');
  expect(
    readFileSync(await file.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
  expect((await server.section(1012, 'tire')).data.axleRatio).toBe(3.73);
});

test('sizes side by side: one added, one wanted instead, and undone', async ({ page, server }) => {
  await page.goto(await server.at(1012, 'tyre'));
  const headline = page.locator('app-headline h1');
  await expect(headline).toContainText('reliefs or another wheel');
  const columns = page.locator('.table thead th');
  await expect(columns).toHaveCount(5);
  await page.getByRole('combobox', { name: 'One more size' }).fill('255/75R17');
  await page.keyboard.press('Enter');
  await expect(columns).toHaveCount(6);
  await columns.nth(2).getByRole('button', { name: 'want it' }).click();
  await expect(columns.nth(1)).toContainText('265/70R17');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(columns.nth(1)).toContainText('LT285/70R17');
  await page.reload();
  await expect(columns).toHaveCount(6);
});
