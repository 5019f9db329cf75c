import { expect, test } from '@playwright/test';
import { at, post, register } from './hands';

test('1.2 kg of four components with 2 % sparkle: what the 1 g scale cannot tell is weighed once', async ({ page }) => {
  await register(page);
  const lots = [
    { mass: '600 g', form: 'clean', breed: 'Romney', price: 12, colour: 'white' },
    { mass: '600 g', form: 'clean', fibre: 'alpaca', price: 18, colour: 'fawn' },
    { mass: '300 g', form: 'top', fibre: 'silk', price: 30, colour: 'woad' },
  ];
  for (const lot of lots) await post(page, '/api/fleeces', { ...lot, humidityPercent: 65 });

  await page.goto(at('/station/blend'));
  const plan = page.getByRole('form', { name: 'Blend', exact: true });
  // The sparkle is bought: it comes in as it is, with its price, in the same step.
  await plan.getByLabel('Bought fibre').selectOption('polyester');
  await plan.getByLabel('Its colour').fill('gold');
  await plan.getByLabel('It weighs').fill('much');
  await plan.getByRole('button', { name: 'Take it in' }).click();
  await expect(plan.getByText(/does not read as a weight/)).toBeVisible();
  await plan.getByLabel('It weighs').fill('50 g');
  await plan.getByLabel('It cost').fill('5');
  await plan.getByRole('button', { name: 'Take it in' }).click();
  const group = plan.getByRole('group', { name: 'Lots' });
  await expect(group.getByRole('button', { pressed: true })).toHaveCount(1);
  for (const code of ['R-01', 'F-01', 'F-02']) await group.getByRole('button', { name: new RegExp(code) }).click();
  await expect(group.getByRole('button', { pressed: true })).toHaveCount(4);

  await plan.getByLabel('All of it').fill('1.2 kg');
  await plan.getByLabel('The most on it at once').fill('50 g');
  const shares = plan.getByLabel(/, %$/);
  const labels = await shares.evaluateAll((fields) =>
    fields.map((f) => (f as HTMLInputElement).labels![0]!.textContent!),
  );
  const of: Record<string, string> = { 'R-01': '40', 'F-01': '38', 'F-02': '20' };
  for (const [i, label] of labels.entries()) await shares.nth(i).fill(of[label.slice(0, 4)] ?? '3');
  await expect(plan.getByText(/1 % are too many/)).toBeVisible();
  const sparkle = labels.findIndex((l) => !of[l.slice(0, 4)]);
  await shares.nth(sparkle).fill('0');
  await expect(plan.getByText(/must be above 0 and at most 100/)).toBeVisible();
  await shares.nth(sparkle).fill('2');
  await expect(plan.getByText(/weigh 24 g once, and divide it by eye into 24/)).toBeVisible();

  // From streaky to even, and the same again: it is one simulation.
  const streaks = plan.getByRole('img', { name: /^After 2 passes/ });
  await expect(streaks).toBeVisible();
  const said = await streaks.getAttribute('aria-label');
  await plan.getByRole('slider', { name: 'Passes' }).focus();
  await page.keyboard.press('Home');
  await expect(plan.getByRole('img', { name: /^After 0 passes/ })).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(plan.getByRole('img', { name: said!, exact: true })).toBeVisible();
  await expect(plan.getByRole('img', { name: /^Each load in \d+ layers/ })).toBeVisible();
  await plan.getByRole('button', { name: 'Begin blending' }).click();

  const bench = page.getByRole('region', { name: /^Blend of/ });
  const count = bench.getByRole('status').filter({ hasText: / of 24\s*pass/ });
  await expect(count).toHaveText(/^0 of 24\s*pass 0 of 2/);
  await expect(bench.getByRole('row').filter({ hasText: '2 %' })).toContainText('by eye');
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('Space');
  await expect(count).toHaveText(/^1 of 24/);
  await page.reload();
  await bench.getByLabel('Loads, counted at once').fill('23');
  await bench.getByRole('button', { name: 'Count', exact: true }).click();
  await expect(count).toHaveText(/^24 of 24/);
  await expect(bench.getByText(/^Split every load in 4/)).toBeVisible();
  // Streaks are liked: it is logged sooner than was planned.
  await bench.getByRole('button', { name: 'Weigh and log it' }).click();
  await expect(page.getByRole('heading', { name: 'Log what was watched' })).toBeVisible();
  await page.getByLabel('What it weighs now').fill('1190 g');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /^Logged as/ })).toBeVisible();
  await expect(page.getByRole('region', { name: /^Blend of/ })).toHaveCount(0);
});
