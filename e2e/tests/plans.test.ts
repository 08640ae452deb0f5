import { accessible, expect, saved, tabTo, test } from './bench';

test('plans by keyboard: why a kit is out, a part left out, one taken', async ({ page, server }) => {
  test.setTimeout(240_000);
  const press = (key: string) => page.keyboard.press(key);
  await page.goto(await server.at(1019, 'match'));
  await expect(page.locator('app-headline h1')).toContainText('no better one exists', { timeout: 40_000 });
  const take = page.getByRole('button', { name: /^Take / });
  await expect(take.first()).toBeVisible();
  const plans = await page.locator('section.plans thead th').count();
  expect(plans).toBeGreaterThanOrEqual(3);

  // a kit for another vehicle, and what speaks against it
  await tabTo(page, page.getByRole('combobox', { name: 'A kit or part' }));
  await page.keyboard.type('halder levelling');
  // on a busy machine the keys are faster than the list
  await expect(page.locator('mat-option').first()).toContainText('levelling');
  await press('ArrowDown');
  await press('Enter');
  await expect(page.getByText(/^Two Larches Halder L? ?levelling kit$/)).toBeVisible({
    timeout: 40_000,
  });
  await expect(page.getByText(/Not listed for the/).first()).toBeVisible();

  // what is in the first plan, and one part of it left out
  await tabTo(page, page.getByRole('button', { name: /^What is in it/ }).first());
  await press('Enter');
  await expect(page.getByText('sets the height').first()).toBeVisible({ timeout: 20_000 });
  const out = page.getByRole('button', { name: /^Leave out / }).first();
  const code = ((await out.textContent()) ?? '').replace(/^.*Leave out\s*/s, '').trim();
  await tabTo(page, out);
  await press('Enter');
  await expect(page.getByText(new RegExp(`left out: .*`))).toBeVisible();
  await expect(page.locator('app-headline h1')).toContainText('no better one exists', { timeout: 40_000 });
  await expect(page.locator('.inside')).toHaveCount(0, { timeout: 20_000 });

  // one is taken: it stands in the job, without the part that was left out
  await expect(take.first()).toBeVisible();
  await tabTo(page, take.first());
  await press('Enter');
  await expect(page.getByText('Taken', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByText('Taken', { exact: true })).toBeVisible({ timeout: 40_000 });
  await page.goto(await server.at(1019, 'plan'));
  await expect(page.getByRole('heading', { name: 'Work, in order' })).toBeVisible();
  await expect(page.getByText(code, { exact: true })).toHaveCount(0);
});

test('a call at the counter is answered and becomes a job', async ({ page, server }) => {
  await page.goto(`${server.base}counter`);
  const line = page.getByRole('textbox');
  await expect(line).toBeFocused();
  await page.keyboard.type('+50 courser 2019');
  await expect(page.locator('app-headline h1')).toContainText('+50 mm takes', { timeout: 20_000 });
  await expect(page.getByText('Sarnby Courser 2017–2025')).toBeVisible();
  await accessible(page);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/match$/);
  await expect(page.getByText('Caller: +50 courser 2019').first()).toBeVisible();
  await expect(page.locator('app-headline h1')).toContainText(/worth choosing|Looking/);
});

test('a quote: a plan beside the chosen one, given, revised, and the customer takes the other', async ({
  page,
  second,
  server,
}) => {
  test.setTimeout(240_000);
  await page.goto(await server.at(1019, 'match'));
  await expect(page.locator('app-headline h1')).toContainText('no better one exists', { timeout: 40_000 });
  await page
    .getByRole('button', { name: /^Take / })
    .first()
    .click();
  await page
    .getByRole('button', { name: /^Quote it too/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: /^Off the quote/ })).toHaveCount(1);

  await page.getByRole('link', { name: 'Quote', exact: true }).click();
  const headline = page.locator('app-headline');
  await expect(headline).toContainText('1 alternative beside it', { timeout: 20_000 });
  const give = page.getByRole('button', { name: 'Give this quote' });
  // as the shop says
  await expect(page.getByText(/Nothing written: 30 days from the one it is given on/)).toBeVisible();
  await expect(give).toBeEnabled();
  await page.getByRole('textbox', { name: 'Holds until' }).fill('1 Jan 2024');
  await page.keyboard.press('Tab');
  await expect(give).toBeDisabled();
  await expect(page.locator('#hinders')).toHaveText('Its last day is past.');
  await page.getByRole('textbox', { name: 'Holds until' }).fill('1 Jan 2099');
  await page.keyboard.press('Tab');
  await expect(headline).toContainText('Holds until');
  await accessible(page);
  await give.click();
  const given = page.getByRole('region', { name: 'Given' });
  await expect(given.getByText('Revision 1', { exact: true })).toBeVisible();

  // somebody else who looks at it sees each as it is given
  await second.goto(await server.at(1019, 'quote'));
  await expect(second.getByText('Revision 1', { exact: true })).toBeVisible();

  // freight comes on: a revision beside the first, which stays
  await page.getByLabel('Freight, A').fill('140');
  await page.keyboard.press('Tab');
  await expect(page.getByText('Freight where none is named')).toBeVisible(); // of the other plan
  await saved(page);
  await give.click();
  await expect(given.getByText('Revision 2', { exact: true })).toBeVisible();
  await expect(second.getByText('Revision 2', { exact: true })).toBeVisible();
  await expect(given).toContainText(/Against the one before: 168\smk more/);
  await page.reload();
  await expect(given.getByText('Revision 1', { exact: true })).toBeVisible();
  const [pdf] = await Promise.all([
    page.waitForEvent('download'),
    given.getByRole('button', { name: 'PDF of revision 1' }).click(),
  ]);
  expect(pdf.suggestedFilename()).toMatch(/^quote-1019-1\.pdf$/);

  // the customer takes the other: the first stands beside it with its freight, and a step back undoes it
  const columns = page.locator('section.plans thead th');
  const [was, other] = await columns.allInnerTexts();
  await page.getByRole('button', { name: /^Take it instead/ }).click();
  await expect(columns.first()).toContainText(other!.split('\n')[1]!);
  await expect(page.getByLabel('Freight, B')).toHaveValue('140');
  await page.getByRole('button', { name: 'undo' }).click();
  await expect(columns.first()).toContainText(was!.split('\n')[1]!);
});
