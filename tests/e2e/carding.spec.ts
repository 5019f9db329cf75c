import { expect, test } from '@playwright/test';
import { at, post, register } from './hands';

test('430 g are carded in nine loads, counted by key and hand, and the light one is found', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '430 g', form: 'clean', humidityPercent: 65 });

  // The drum is asked for where its loads are planned; without it a load is said by hand.
  await page.goto(at('/workshop'));
  const cards = page.locator('section').filter({ has: page.getByRole('heading', { name: 'Cards', exact: true }) });
  await cards.getByLabel('Cards called').fill('old drum');
  await cards.getByLabel('Wide, cm').fill('wide');
  await cards.getByLabel('Round the drum, cm').fill('57');
  await cards.getByRole('button', { name: 'Add these cards' }).click();
  await expect(cards.getByText(/does not read/).first()).toBeVisible();
  await cards.getByLabel('Wide, cm').fill('20');
  await cards.getByRole('button', { name: 'Add these cards' }).click();
  await expect(cards.getByText('old drum', { exact: true })).toBeVisible();

  await page.goto(at('/station/card'));
  await page.getByRole('button', { name: 'Card in loads' }).click();
  const planning = page.getByRole('form', { name: 'Card in loads' });
  await expect(planning.getByRole('img', { name: /^9 loads of/ })).toBeVisible();
  await planning.getByLabel('The most on them at once').fill('many');
  await expect(planning.getByText(/does not read as a weight/)).toBeVisible();
  await planning.getByLabel('The most on them at once').fill('');
  await planning.getByLabel('Only so much of it').fill('900 g');
  await expect(planning.getByText(/The book has 430 g of/)).toBeVisible();
  await planning.getByLabel('Only so much of it').fill('');
  await planning.getByRole('button', { name: 'Begin carding' }).click();

  const bench = page.getByRole('region', { name: /^At the cards/ });
  const count = bench.getByRole('status').filter({ hasText: / of \d+\s*pass/ });
  await expect(count).toHaveText(/^0 of 9/);
  const weigh = async (grams: string, so: number) => {
    await bench.getByLabel('It weighs').fill(`${grams} g`);
    await page.keyboard.press('Enter');
    await expect(count).toHaveText(new RegExp(`^${so} of 9`));
    await expect(bench.getByLabel('It weighs')).toHaveValue('');
  };
  for (const [i, grams] of ['48', '47', '49', '38', '48', '48'].entries()) await weigh(grams, i + 1);
  await expect(bench.getByText(/^Load 4 is light/)).toBeVisible();
  await bench.getByLabel('It weighs').fill('480 g');
  await page.keyboard.press('Enter');
  await bench
    .getByRole('status')
    .filter({ hasText: /^480 g\? A load here is 47\.8 g/ })
    .getByRole('button', { name: 'It is so' })
    .click();
  await expect(count).toHaveText(/^7 of 9/);
  await expect(bench.getByText(/Load 7 is heavy/)).toBeVisible();
  await bench.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(count).toHaveText(/^6 of 9/);

  // A foot switch is a key: nothing is looked at, nothing has the focus.
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  await page.keyboard.press('Space');
  await expect(count).toHaveText(/^7 of 9/);
  await page.reload();
  await expect(count).toHaveText(/^7 of 9/);
  await bench.getByRole('button', { name: /^Same again/ }).click();
  await expect(count).toHaveText(/^8 of 9/);
  await bench.getByLabel('Loads, counted at once').fill('1');
  await bench.getByRole('button', { name: 'Count them' }).click();
  await expect(count).toHaveText(/^9 of 9/);

  // One that was not weighed is weighed afterwards.
  await bench.getByLabel('This weight is of').selectOption('load 8');
  await bench.getByLabel('It weighs').fill('47 g');
  await page.keyboard.press('Enter');
  await expect(bench.getByLabel('This weight is of')).toHaveText(/load 8, 47 g/);
  await expect(count).toHaveText(/^9 of 9/);

  // Neps without a pinch say nothing.
  await bench.getByLabel('Neps in a pinch').fill('120');
  await bench.getByRole('button', { name: 'Note the neps' }).click();
  await expect(bench.getByText(/^Without what the pinch weighed/)).toBeVisible();
  await bench.getByLabel('The pinch weighs').fill('10 g');
  await bench.getByRole('button', { name: 'Note the neps' }).click();
  await expect(bench.getByRole('img', { name: /12\.0 after pass 1/ })).toBeVisible();
  await bench.getByRole('button', { name: 'Once more over the cards' }).click();
  await expect(count).toHaveText(/^0 of 9\s*pass 2/);
  await bench.getByLabel('Loads, counted at once').fill('9');
  await bench.getByRole('button', { name: 'Count them' }).click();
  await bench.getByLabel('Neps in a pinch').fill('60');
  await bench.getByLabel('The pinch weighs').fill('10 g');
  await bench.getByRole('button', { name: 'Note the neps' }).click();
  await expect(bench.getByText('Another pass would leave about 3 neps a gram: worth it.')).toBeVisible();

  await bench.getByRole('button', { name: 'Weigh and log it' }).click();
  await expect(page.getByRole('heading', { name: 'Log what was watched' })).toBeVisible();
  await page.getByLabel('What it weighs now').fill('421 g');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /^Logged as/ })).toBeVisible();
  await expect(page.getByRole('region', { name: /^At the cards/ })).toHaveCount(0);
});
