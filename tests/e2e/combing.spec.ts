import { expect, test } from '@playwright/test';
import { at, post, register } from './hands';

test('a long wool is combed with the tips to lead, and its tender part is named', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '300 g', form: 'clean', breed: 'Wensleydale', humidityPercent: 65 });

  await page.goto(at('/workshop'));
  const combs = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Combs', exact: true }) });
  await combs.getByLabel('Combs or diz called').fill('long combs');
  await combs.getByLabel('Tines wide, cm').fill('18');
  await combs.getByLabel('Rows').fill('0');
  await combs.getByRole('button', { name: 'Add it' }).click();
  await expect(combs.getByText(/whole number from 1 to 8/)).toBeVisible();
  await combs.getByLabel('Rows').fill('4');
  await combs.getByRole('button', { name: 'Add it' }).click();
  await expect(combs.getByText('long combs', { exact: true })).toBeVisible();
  await combs.getByLabel('Combs or diz called').fill('horn diz');
  await combs.getByLabel('It is a').selectOption('diz');
  await combs.getByLabel('Hole, mm').fill('0');
  await combs.getByRole('button', { name: 'Add it' }).click();
  await expect(combs.getByText(/between 0.5 and 30 mm/)).toBeVisible();
  await combs.getByLabel('Hole, mm').fill('3');
  await combs.getByRole('button', { name: 'Add it' }).click();
  await expect(combs.getByText('horn diz', { exact: true })).toBeVisible();

  await page.goto(at('/station/comb'));
  await page.getByRole('button', { name: 'Comb in loads' }).click();
  const planning = page.getByRole('form', { name: 'Comb in loads' });
  await planning.getByLabel('The most on them at once').fill('34 g');
  await planning.getByLabel('To lead as it is drawn off').selectOption('tips');
  await expect(planning.getByRole('img', { name: 'After 4 transfers the tips lead.' })).toBeVisible();
  await planning.getByLabel('Transfers at least').fill('-2');
  await expect(planning.getByText(/whole number from 0/)).toBeVisible();
  await planning.getByLabel('Transfers at least').fill('3');
  await planning.getByRole('button', { name: 'Begin combing' }).click();

  const bench = page.getByRole('region', { name: /^On the combs/ });
  const count = bench
    .getByRole('status')
    .filter({ hasText: / of \d+/ })
    .last();
  await expect(count).toHaveText(/^0 of 9\s*0 of 4 transfers/);
  // A foot switch is a key: it counts what comes next.
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  // On a slow line the run shows a tap before the tap itself is answered: the next one counts all the same.
  await page.route('**/api/runs/*/events', async (route) => {
    const response = await route.fetch();
    await new Promise((done) => setTimeout(done, 1500));
    await route.fulfill({ response });
  });
  for (let i = 1; i <= 4; i++) {
    await page.keyboard.press('Space');
    await expect(count).toHaveText(new RegExp(`^0 of 9\\s*${i} of 4`));
    // Two presses within a moment would be one.
    await page.waitForTimeout(150);
  }
  await page.unrouteAll({ behavior: 'wait' });
  await expect(bench.getByText(/^The tips lead now/)).toBeVisible();
  await page.keyboard.press('Space');
  await expect(count).toHaveText(/^1 of 9\s*0 of 4/);
  await page.reload();
  await expect(count).toHaveText(/^1 of 9\s*0 of 4/);

  // The load that was counted is weighed afterwards; the others as they come off.
  await bench.getByLabel('These weights are of').selectOption('load 1');
  await bench.getByLabel('Its top weighs').fill('30 g');
  await bench.getByLabel('Its noil weighs').fill('three');
  await page.keyboard.press('Enter');
  await expect(bench.getByText(/does not read as a weight/)).toBeVisible();
  await bench.getByLabel('Its noil weighs').fill('3 g');
  await page.keyboard.press('Enter');
  await expect(bench.getByLabel('These weights are of')).toHaveText(/load 1, 30 g and 3(\.0)? g/);
  for (const [i, noil] of [4, 3, 4, 8, 9, 3, 4, 3].entries()) {
    await bench.getByLabel('Its top weighs').fill(`${33 - noil} g`);
    await bench.getByLabel('Its noil weighs').fill(`${noil} g`);
    await page.keyboard.press('Enter');
    await expect(count).toHaveText(new RegExp(`^${i + 2} of 9`));
    await expect(bench.getByLabel('Its noil weighs')).toHaveValue('');
  }
  await expect(bench.getByText(/^Loads 5 and 6 left 26 % noil/)).toBeVisible();

  const beside = bench.getByRole('form', { name: 'What else is weighed' });
  await beside.getByLabel('What else is weighed').selectOption('a measured length of top');
  await beside.getByLabel('length of it').fill('0');
  await beside.getByLabel('It weighs').fill('9 g');
  await beside.getByRole('button', { name: 'Note it' }).click();
  await expect(beside.getByText(/above nothing and at most/)).toBeVisible();
  await beside.getByLabel('length of it').fill('2');
  await beside.getByRole('button', { name: 'Note it' }).click();
  await expect(bench.getByText(/^Top of 4\.5 g a metre/)).toBeVisible();
  await beside.getByLabel('What else is weighed').selectOption('waste on the floor');
  await beside.getByLabel('It weighs').fill('3 g');
  await beside.getByRole('button', { name: 'Note it' }).click();
  await expect(bench.getByText('Waste 3 g.')).toBeVisible();

  // Top, noil and waste are on the bench already, as they were weighed.
  await bench.getByRole('button', { name: 'Weigh and log it' }).click();
  await expect(page.getByRole('heading', { name: 'Log what was watched' })).toBeVisible();
  await expect(page.getByLabel('What it weighs now').first()).toHaveValue('256 g');
  await page.getByLabel('What it weighs now').first().focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /^Logged as/ })).toBeVisible();
  await expect(page.getByRole('region', { name: /^On the combs/ })).toHaveCount(0);
});
