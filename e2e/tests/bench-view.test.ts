import { readFileSync } from 'node:fs';
import { expect, test } from './bench';

test('the bench: drag, steer, type, play, switch a part off, save the curves', async ({ page, server }) => {
  await page.goto(await server.at(1012, 'bench'));
  const headline = page.locator('app-headline h1');
  await expect(headline).toContainText('Front axle stands 46 mm higher');
  const travel = page.locator('.slide').first();
  await expect(travel).toContainText('Travel 0 mm');
  const front = page.getByRole('img', { name: 'Front view of the linkage, today and planned' });
  const box = (await front.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 - 20, { steps: 4 });
  await page.mouse.up();
  await expect(travel).not.toContainText('Travel 0 mm');
  await page.getByRole('button', { name: 'Ride height' }).click();
  await expect(travel).toContainText('Travel 0 mm');
  await page.getByRole('textbox', { name: 'Hub to arch' }).fill('498');
  await expect(travel).toContainText('Travel 20 mm');
  await page.getByRole('button', { name: 'Ride height' }).click();
  const toe = page.locator('tr', { hasText: /^Toe/ }).locator('td').nth(2);
  const before = await toe.textContent();
  await page.getByRole('slider', { name: 'Rack, to the left' }).fill('40');
  await expect(toe).not.toHaveText(before ?? '');
  await page.getByRole('button', { name: 'Animate travel' }).click();
  await expect(travel).not.toContainText('Travel 0 mm');
  await page.getByRole('button', { name: 'Pause' }).click();
  await page.getByRole('checkbox', { name: /IW-55/ }).uncheck();
  await expect(headline).toContainText('4.4° to 8.9°');
  await page.locator('.line', { hasText: 'Outer CV joint' }).getByRole('button').click();
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'All curves as CSV' }).click(),
  ]);
  expect(readFileSync(await csv.path(), 'utf8').split('\r\n')).toHaveLength(102);
  const [png] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'This curve as PNG' }).click(),
  ]);
  expect(
    readFileSync(await png.path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
  await page.getByRole('radio', { name: 'Rear' }).click();
  await expect(headline).toContainText('Rear axle stands');
});
