import { expect, test, type Page } from '@playwright/test';
import { at, enterDemo, houseTime, post } from './hands';

const events = '**/api/runs/*/events';

/** The demo's running wash: a bath lies in the pot. */
async function atTheTub(page: Page) {
  await enterDemo(page);
  await page.goto(at('/station/wash'));
  const wash = page.getByRole('region', { name: 'Wash of C-01.2' });
  await expect(wash.getByText(/left$/)).toBeVisible();
  return wash;
}

const theWash = async (page: Page) =>
  (await (await page.request.get(at('/api/runs'))).json()).find((r: { craft: string }) => r.craft === 'wash');

test('a tap that waits for the server outlives a reload, goes in once, and keeps its time', async ({ page }) => {
  const wash = await atTheTub(page);
  await page.route(events, (route) => route.abort());
  await wash.getByLabel('It is now, °C').fill('49.6');
  await page.keyboard.press('Enter');
  await expect(wash.getByText(/what you tapped is kept here, with its time/)).toBeVisible();
  const tapped = await houseTime(page);
  await page.reload();
  // It is still not there, and still waits.
  await expect(wash.getByText(/what you tapped is kept here, with its time/)).toBeVisible();
  await expect(wash.getByRole('img', { name: /5 readings/ })).toBeVisible();
  await page.unroute(events);
  await expect(wash.getByRole('img', { name: /6 readings, the last 49\.6 °C/ })).toBeVisible({ timeout: 20_000 });
  const read = Date.parse((await theWash(page)).details.baths[0].dots.at(-1).at);
  expect(read).toBeLessThanOrEqual(tapped);
  expect(await houseTime(page)).toBeGreaterThan(read + 2000);
  await page.reload();
  await expect(wash.getByRole('img', { name: /6 readings/ })).toBeVisible();
});

test('a tap that is refused after a reload is said, not dropped', async ({ page }) => {
  const wash = await atTheTub(page);
  await page.route(events, (route) => route.abort());
  await wash.getByLabel('It is now, °C').fill('49.6');
  await page.keyboard.press('Enter');
  await expect(wash.getByText(/what you tapped is kept here/)).toBeVisible();
  await page.goto('about:blank');
  // Meanwhile somebody else leaves that wash.
  await post(page, `/api/runs/${(await theWash(page)).id}/end`);
  await page.unroute(events);
  await page.goto(at('/'));
  const said = page.getByText(/What you tapped before the page was left was not taken/);
  await expect(said).toBeVisible();
  await page.getByRole('button', { name: 'Seen' }).click();
  await expect(said).toBeHidden();
});
