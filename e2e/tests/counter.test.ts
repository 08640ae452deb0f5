import { expect, move, noSidewaysScroll, saved, test, VIEWS } from './bench';

/** what the whole conversation may take */
const MOST_PRESSES = 130;

test('a counter conversation by keyboard, counted', async ({ page, server }) => {
  test.setTimeout(180_000);
  let presses = 0;
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      presses++;
      await page.keyboard.press(key);
    }
  };
  const type = async (text: string) => {
    presses += text.length;
    await page.keyboard.type(text);
  };
  const focused = (name: string | RegExp) => expect(page.locator(':focus')).toHaveAccessibleName(name);
  const headline = page.locator('app-headline h1');
  await page.goto(server.base);
  await expect(page.getByText('Hut warden')).toBeVisible();

  await press('n');
  await focused('Who is it for?');
  await type('Ferry pilot');
  await press('Enter');
  await focused('In words');
  await press('Tab');
  await focused('Highway');
  await type('40');
  await press('Tab');
  await type('40');
  await press('Tab', 'Tab', 'Tab');
  await type('20');
  await press('Tab', 'Tab', 'Tab');
  await focused('A tyre');
  await press('Space', 'Tab', 'Tab', 'Tab', 'Tab', 'Tab');
  await focused('Payload');
  await type('200');
  await press('Tab', 'Tab');
  await focused('Height limit');
  await type('2100');
  await press('Tab');
  await type('garage');

  await press('Alt+2');
  await focused(/What the customer says/);
  await type('halder 21 crew diesel');
  await expect(page.getByRole('option').first()).toContainText('Corvane Halder');
  await press('Enter');
  // the first question has the focus, then the next
  await focused('Standard');
  await press('Space');
  await expect(page.getByRole('radio', { name: 'Standard' })).toHaveCount(0);
  await expect(page.locator(':focus')).toHaveAttribute('type', 'radio');
  await press('Space');
  await expect(headline).toContainText('everything that matters for fitment is known');

  await press('Alt+4');
  await focused('Left front');
  await type('470');
  await press('Tab');
  await type('472');
  await press('Tab');
  await type('492');
  await press('Tab');
  await type('494');

  await press('Alt+5');
  await focused(/Size, typed/);
  await type('LT285/70R17');
  await expect(page.getByRole('option').first()).toBeVisible();
  await press('ArrowDown', 'Enter');

  await press('Alt+6');
  await expect(headline).toContainText(/worth choosing|no better one exists|settles everything/, {
    timeout: 40_000,
  });
  // the search is there; this customer knows which spacer he wants
  await press('Alt+6');
  await expect(page.locator(':focus')).toHaveAttribute('type', 'checkbox');
  const wanted = page.getByRole('checkbox', { name: /TL-2810/ });
  while (!(await wanted.evaluate((e) => e === document.activeElement))) await press('ArrowDown');
  await press('Space');
  await expect(headline).toContainText('±');

  await press('Alt+8');
  await focused('Print to PDF');
  await saved(page);
  const [file] = await Promise.all([page.waitForEvent('download'), press('Enter')]);
  expect(file.suggestedFilename()).toMatch(/^build-sheet-\d+\.pdf$/);
  // the button keeps the focus while it prints
  await focused('Print to PDF');
  console.log(`The counter conversation took ${presses} presses.`);
  expect(presses).toBeLessThanOrEqual(MOST_PRESSES);
});

test('single letters act on nothing that has the focus, and digits lead to the sections', async ({
  page,
  server,
}) => {
  await page.goto(await server.at(1012, 'brief'));
  const stage = page.getByRole('combobox', { name: 'Stage' });
  await stage.focus();
  await page.keyboard.press('b');
  await expect(stage).toContainText('Quote');
  await page.getByRole('checkbox', { name: /Must be reversible/ }).focus();
  await page.keyboard.press('4');
  await expect(page.getByLabel('Left front')).toBeVisible();
  await page.getByLabel('Left front').focus();
  await page.keyboard.press('Escape');
  await page.keyboard.press('8');
  await expect(page.getByRole('button', { name: 'Print to PDF' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('outside a text');
});

test.describe('a phone in the yard', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('finds a job, tapes it, looks, calls: by thumb, nothing cut and nothing beside the screen', async ({
    page,
    server,
  }) => {
    const tap = async (target: ReturnType<typeof page.getByRole>) => {
      await target.scrollIntoViewIfNeeded();
      const box = (await target.boundingBox())!;
      expect(box.x).toBeGreaterThanOrEqual(0);
      expect(box.x + box.width).toBeLessThanOrEqual(390);
      expect(box.height).toBeGreaterThanOrEqual(44);
      await target.tap();
    };
    await page.goto(server.base);
    await noSidewaysScroll(page);
    await tap(page.getByRole('button', { name: 'find' }));
    await page.getByRole('combobox', { name: 'Customer, vehicle, tyre or number' }).fill('warden');
    await tap(page.getByRole('option', { name: /Hut warden/ }));
    await expect(page.locator('app-headline h1')).toContainText('Mostly gravel');
    await expect(page.getByRole('link', { name: 'call' })).toHaveAttribute('href', 'tel:5550112');
    await tap(page.getByRole('button', { name: /^Brief/ }));
    await tap(page.getByRole('link', { name: /^Tape/ }));
    const corner = page.getByLabel('Left front');
    await corner.tap();
    await corner.fill('18 3/4');
    await expect(page.getByText('476 mm')).toBeVisible();
    await page.getByText('Arch heights').tap();
    await expect
      .poll(async () => (await server.section(1012, 'tape')).data.rounds[0].corners.leftFront)
      .toBe('18 3/4');
    await tap(page.getByRole('button', { name: 'show the drawing' }));
    await expect(page.locator('app-elevation-view')).toBeVisible();
    await tap(page.getByRole('button', { name: 'fold' }));
    for (const view of [...VIEWS, 'history']) {
      await page.goto(await server.at(1012, view));
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
      await noSidewaysScroll(page);
    }
  });
});

test('at twice the size half the height is the view’s', async ({ page, server }) => {
  test.setTimeout(180_000);
  await page.setViewportSize({ width: 640, height: 400 });
  await page.goto(server.base);
  await expect(page.getByText('Hut warden')).toBeVisible();
  for (const view of VIEWS) {
    await move(page, await server.at(1012, view));
    const main = page.locator('.below main');
    await expect(main.getByRole('heading', { level: 1 }).first()).toBeVisible();
    expect((await main.boundingBox())!.height).toBeGreaterThanOrEqual(200);
    await noSidewaysScroll(page);
  }
});
