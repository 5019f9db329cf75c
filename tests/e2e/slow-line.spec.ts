import { expect, test, type Page } from '@playwright/test';
import { at, enterDemo, post, register } from './hands';

/** Every answer to a tap is held back for a second and a half. */
const slowLine = (page: Page) =>
  page.route(/\/api\/runs\/[^/]+\/(events|withdraw)$/, async (route) => {
    const response = await route.fetch();
    await new Promise((done) => setTimeout(done, 1500));
    await route.fulfill({ response }).catch(() => undefined);
  });

interface Details {
  passes: { loads: { mass: { grams: number } | null }[] }[];
  loads: { transfers: number }[];
  counts: { of: string; count: number }[];
}

const runAt = async (page: Page, craft: string) =>
  ((await (await page.request.get(at('/api/runs'))).json()) as { craft: string; details: Details }[]).find(
    (r) => r.craft === craft,
  )!.details;

const free = (page: Page) => page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());

/** Twelve taps in six seconds, by a foot switch. */
async function twelve(page: Page) {
  await free(page);
  for (let i = 0; i < 12; i++) {
    await page.keyboard.press('Space');
    await page.waitForTimeout(500);
  }
}

test('twelve loads at the cards on a slow line are twelve; the last is taken back, and two weights stay two', async ({
  page,
}) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '800 g', form: 'clean', humidityPercent: 65 });
  await page.goto(at('/station/card'));
  await page.getByRole('button', { name: 'Card in loads' }).click();
  const planning = page.getByRole('form', { name: 'Card in loads' });
  await planning.getByLabel('The most on them at once').fill('40 g');
  await planning.getByRole('button', { name: 'Begin carding' }).click();
  const bench = page.getByRole('region', { name: /^At the cards/ });
  const count = bench.getByRole('status').filter({ hasText: / of 20\s*pass/ });
  await expect(count).toHaveText(/^0 of 20/);

  await slowLine(page);
  await twelve(page);
  // Counted at once, though the line has answered a few of them at most.
  await expect(count).toHaveText(/^12 of 20/, { timeout: 500 });
  await bench.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(count).toHaveText(/^11 of 20/, { timeout: 500 });
  await bench.getByLabel('It weighs').fill('37');
  await page.keyboard.press('Enter');
  await expect(bench.getByLabel('It weighs')).toHaveValue('', { timeout: 500 });
  await page.keyboard.type('36');
  await page.keyboard.press('Enter');
  await expect(count).toHaveText(/^13 of 20/, { timeout: 500 });
  // What has not gone in yet outlives a reload.
  await page.reload();
  await expect(count).toHaveText(/^13 of 20/);
  await expect
    .poll(async () => (await runAt(page, 'card')).passes[0]!.loads.map((l) => l.mass?.grams ?? 0), { timeout: 60_000 })
    .toEqual([...Array<number>(11).fill(0), 37, 36]);
  await expect(count).toHaveText(/^13 of 20/);
});

test('taps at the combs on a slow line go by what they would come to: transfers, then the load', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '300 g', form: 'clean', humidityPercent: 65 });
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(at('/station/comb'));
  await page.getByRole('button', { name: 'Comb in loads' }).click();
  const planning = page.getByRole('form', { name: 'Comb in loads' });
  await planning.getByLabel('The most on them at once').fill('30 g');
  await planning.getByLabel('Transfers at least').fill('3');
  await planning.getByRole('button', { name: 'Begin combing' }).click();
  const bench = page.getByRole('region', { name: /^On the combs/ });
  const count = bench
    .getByRole('status')
    .filter({ hasText: / of \d+/ })
    .last();
  await expect(count).toHaveText(/^0 of 10\s*0 of 3/);
  await slowLine(page);
  await twelve(page);
  await expect(count).toHaveText(/^3 of 10\s*0 of 3/, { timeout: 500 });
  await expect
    .poll(async () => (await runAt(page, 'comb')).loads.map((l) => l.transfers), {
      timeout: 60_000,
    })
    .toEqual([3, 3, 3]);
});

test('loads of a blend and joins while spinning are each counted once on a slow line', async ({ page }) => {
  await register(page);
  for (const mass of ['300 g', '200 g']) await post(page, '/api/fleeces', { mass, form: 'clean', humidityPercent: 65 });
  await page.goto(at('/station/blend'));
  const plan = page.getByRole('form', { name: 'Blend', exact: true });
  const lots = plan.getByRole('group', { name: 'Lots' }).getByRole('button');
  await expect(lots).toHaveCount(2);
  for (const lot of await lots.all()) await lot.click();
  await plan.getByLabel('All of it').fill('400 g');
  await plan.getByLabel('The most on it at once').fill('20 g');
  const shares = plan.getByLabel(/, %$/);
  await shares.first().fill('60');
  await shares.last().fill('40');
  await plan.getByRole('button', { name: 'Begin blending' }).click();
  const bench = page.getByRole('region', { name: /^Blend of/ });
  const count = bench.getByRole('status').filter({ hasText: / of 20\s*pass/ });
  await expect(count).toHaveText(/^0 of 20/);
  await slowLine(page);
  await twelve(page);
  await expect(count).toHaveText(/^12 of 20/, { timeout: 500 });
  await expect.poll(async () => (await runAt(page, 'blend')).loads.length, { timeout: 60_000 }).toBe(12);
  await page.unrouteAll({ behavior: 'wait' });

  await enterDemo(page, '/station/spin');
  const joined = page.getByRole('button', { name: /^Joined/ });
  const before = Number(/\d+/.exec((await joined.textContent()) ?? '')?.[0] ?? 0);
  await slowLine(page);
  for (let i = 0; i < 12; i++) {
    await joined.click();
    await page.waitForTimeout(300);
  }
  await expect(joined).toHaveText(`Joined · ${before + 12}`, { timeout: 500 });
  await expect
    .poll(async () => (await runAt(page, 'spin')).counts.find((c) => c.of === 'joins')?.count, { timeout: 60_000 })
    .toBe(before + 12);
  // Two touches within a moment are one.
  await page.evaluate(() => {
    const button = [...document.querySelectorAll('button')].find((b) => b.textContent!.startsWith('Joined'))!;
    button.click();
    button.click();
  });
  await expect(joined).toHaveText(`Joined · ${before + 13}`);
  await page.waitForTimeout(2000);
  await expect(joined).toHaveText(`Joined · ${before + 13}`);
});
