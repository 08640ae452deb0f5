import { accessible, expect, move, noSidewaysScroll, test, VIEWS } from './bench';

const IN_THE_BAY = { width: 834, height: 1112 };
const AT_THE_COUNTER = { width: 1280, height: 800 };
// the second job shows what hangs on the kind of suspension; in the dark only the colours differ
for (const [number, of, views, sizes] of [
  [1012, 'a job', VIEWS, [IN_THE_BAY, AT_THE_COUNTER]],
  [1015, 'another kind', ['tape', 'tyre', 'rub', 'match', 'sources', 'bench', 'quote', 'plan'], []],
] as const)
  test(`every screen of ${of} (${number}) meets the accessibility rules, and scrolls sideways at no size`, async ({
    page,
    server,
  }) => {
    test.setTimeout(420_000);
    const look = async () => {
      await page.emulateMedia({ colorScheme: 'light' });
      await accessible(page);
      if (sizes.length > 0) {
        await page.emulateMedia({ colorScheme: 'dark' });
        await accessible(page, 'color-contrast');
      }
      for (const size of sizes) {
        await page.setViewportSize(size);
        await noSidewaysScroll(page);
      }
    };
    await page.goto(server.base);
    await expect(page.getByText('Hut warden')).toBeVisible();
    await look();
    for (const view of views) {
      await move(page, await server.at(number, view));
      await look();
    }
  });

test('dialogs, the open Why and an error meet them too', async ({ page, server }) => {
  await page.goto(server.base);
  await expect(page.getByText('Hut warden')).toBeVisible();
  for (const key of ['n', '/', '?']) {
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog')).toBeVisible();
    await accessible(page);
    await page.keyboard.press('Escape');
    if (key === '/') await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  await page.goto(await server.at(1013, 'sources'));
  await page.getByRole('button', { name: /^Front lift:/ }).click();
  await expect(page.getByRole('heading', { name: /^Why / })).toBeVisible();
  await accessible(page);
  await page.goto(await server.at(1012, 'brief'));
  await page.getByLabel('Payload', { exact: true }).fill('x');
  await expect(page.getByRole('alert')).toBeVisible();
  await accessible(page);
});

/** where few figures are computed, or none before something is taped */
const LEAST_FIGURES: Readonly<Record<string, number>> = { tape: -1, after: -1, quote: 2 };
/** one tyre beside today's, for several would only repeat the rows; a search that soon comes to its end */
const FEWER: Readonly<Record<string, number>> = { tyre: 1014, match: 1019 };
test('every computed figure of every screen opens its because-chain', async ({ page, server }) => {
  test.setTimeout(240_000);
  await page.goto(server.base);
  await expect(page.getByText('Hut warden')).toBeVisible();
  for (const view of ['tape', 'tyre', 'rub', 'match', 'sources', 'bench', 'gearing', 'quote', 'after']) {
    await move(page, await server.at(FEWER[view] ?? 1012, view));
    if (view === 'rub')
      await expect(page.getByRole('heading', { name: /Sizes that clear/ })).toBeVisible({ timeout: 40_000 });
    const figures = page.locator('app-figure button[aria-label*=", computed."]');
    // plans are there once the search has come to its end
    if (view === 'match') {
      await expect(page.locator('app-headline h1')).toContainText('no better one', { timeout: 40_000 });
      await expect(figures.nth(4)).toBeVisible();
    }
    // what is worked out beside the page comes a moment after its headline
    await expect.poll(() => figures.count()).toBeGreaterThan(LEAST_FIGURES[view] ?? 4);
    const count = await figures.count();
    for (let i = 0; i < count; i++) {
      await figures.nth(i).click();
      const panel = page.locator('app-why-panel section');
      await expect(panel.locator('li').first()).toBeVisible();
    }
  }
});

test('the policy of the page lets in nothing from elsewhere, and a missing file is missing', async ({
  page,
  server,
}) => {
  const page1 = await page.goto(server.base);
  const policy = page1!.headers()['content-security-policy'] ?? '';
  expect(policy).toContain("default-src 'none'");
  expect(policy).not.toContain('unsafe');
  expect((await page.request.get(`${server.base}chunk-NOTHERE1.js`)).status()).toBe(404);
  expect((await page.request.get(`${server.base}api/openapi.json`)).status()).toBe(200);
});
