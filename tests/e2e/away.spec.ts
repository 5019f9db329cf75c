import { expect, test, type Page } from '@playwright/test';
import { at, enterDemo } from './hands';

const waits = (page: Page) => page.getByText('Waiting for the workshop’s server.');
const lastSaid = (page: Page) => page.getByText(/This is what it said last/);

/** Whoever comes back to the page sees what is, where that can be asked. */
const comeBack = (page: Page) => page.evaluate(() => window.dispatchEvent(new Event('visibilitychange')));

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('out of reach of the house a bench stays as it was, says so, and is right again by itself', async ({ page }) => {
    await enterDemo(page);
    await page.goto(at('/station/wash'));
    const liftBy = page.getByText('lift by', { exact: true }).first();
    await expect(liftBy).toBeVisible();
    // What was said less than five seconds ago is not asked again.
    await page.waitForTimeout(6000);
    await page.context().setOffline(true);
    await comeBack(page);
    await expect(lastSaid(page)).toBeVisible({ timeout: 30_000 });
    await expect(liftBy).toBeVisible();
    await expect(page.getByRole('button', { name: /^Lifted/ }).first()).toBeEnabled();
    // The words move nothing and cover neither rail nor button: they lie right above the rail.
    const words = (await lastSaid(page).boundingBox())!;
    const rail = (await page.getByRole('navigation').first().boundingBox())!;
    expect(words.y + words.height).toBeLessThanOrEqual(rail.y);

    // A page that was not asked for before says that it waits, and then why.
    await page.getByRole('navigation').getByRole('link', { name: /^Dry/ }).tap();
    await expect(waits(page)).toBeVisible();
    await expect(page.getByText(/^The workshop’s server cannot be reached just now\.$/)).toBeVisible({
      timeout: 30_000,
    });
    await expect(waits(page)).toBeHidden();

    await page.context().setOffline(false);
    await expect(page.getByRole('heading', { name: 'Dry', level: 1 })).toBeVisible({ timeout: 30_000 });
    await expect(lastSaid(page)).toBeHidden({ timeout: 30_000 });
  });
});

test('a house that is slow to answer is said to be waited for, from the first second on', async ({ page }) => {
  await enterDemo(page);
  let answer = () => {};
  const slow = new Promise<void>((go) => (answer = go));
  for (const path of ['session', 'runs'])
    await page.route(`**/api/${path}`, async (route) => {
      await slow;
      await route.continue();
    });
  await page.goto(at('/station/wash'));
  await expect(waits(page)).toBeVisible();
  answer();
  await expect(page.getByText('lift by', { exact: true }).first()).toBeVisible();
  await expect(waits(page)).toBeHidden();
});

test('a page whose answer comes late says that it waits, with the course beside it', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/'));
  let answer = () => {};
  const slow = new Promise<void>((go) => (answer = go));
  await page.route('**/api/lots?step=card', async (route) => {
    await slow;
    await route.continue();
  });
  await page.getByRole('navigation').getByRole('link', { name: /^Card/ }).click();
  await expect(waits(page)).toBeVisible();
  answer();
  await expect(page.getByRole('heading', { name: 'Card', level: 1 })).toBeVisible();
  await expect(waits(page)).toBeHidden();
});

test('after the database was away everything is asked for anew by itself, what was shown and what could not be', async ({
  page,
}) => {
  await enterDemo(page);
  await page.goto(at('/station/wash'));
  const liftBy = page.getByText('lift by', { exact: true }).first();
  await expect(liftBy).toBeVisible();
  await page.waitForTimeout(6000);
  // Everything is refused as it is then; the stream goes on.
  const api = /\/api\/(?!live)/;
  await page.route(api, (route) =>
    route.fulfill({
      status: 503,
      contentType: 'application/problem+json',
      body: JSON.stringify({ type: '/problems/database-away', detail: 'The database is away.' }),
    }),
  );
  await comeBack(page);
  await expect(lastSaid(page)).toBeVisible({ timeout: 30_000 });
  await expect(liftBy).toBeVisible();
  await page.unroute(api);
  await expect(lastSaid(page)).toBeHidden({ timeout: 20_000 });

  await page.route(api, (route) => route.fulfill({ status: 503, contentType: 'application/problem+json', body: '{}' }));
  await page.getByRole('navigation').getByRole('link', { name: /^Card/ }).click();
  await expect(page.getByText('The server answered 503.')).toBeVisible({ timeout: 30_000 });
  await page.unroute(api);
  await expect(page.getByRole('heading', { name: 'Card', level: 1 })).toBeVisible({ timeout: 20_000 });
});
