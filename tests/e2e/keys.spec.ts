import { expect, test } from '@playwright/test';
import { at, enterDemo, logAt, register, takeIn } from './hands';

test('the words of a page and the keys stand behind ?, and keys stay out of the way of typing', async ({ page }) => {
  await enterDemo(page);
  await page.keyboard.press('?');
  const words = page.getByRole('dialog', { name: 'Words of this page' });
  await expect(
    words
      .getByText('two times in three', { exact: false })
      .or(words.getByText('Two times in three', { exact: false }))
      .first(),
  ).toBeVisible();
  // Nothing happens behind what lies over the page.
  await page.keyboard.press('i');
  await expect(words).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(words).toBeHidden();

  await page.keyboard.press('f');
  const find = page.getByRole('combobox', { name: 'Find a lot, breed or sample' });
  await expect(find).toBeFocused();
  await page.keyboard.type('wensledale i1?');
  await expect(find).toHaveValue('wensledale i1?');
  expect(new URL(page.url()).pathname).toBe('/');
  await find.fill('wensledale');
  await expect(page.getByRole('option', { name: /W-01/ }).first()).toBeVisible();
  await find.fill('');
  await page.keyboard.press('Escape');
  await find.blur();

  await page.keyboard.press('1');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Skirt');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('?');
  await expect(words.getByText('Short bits where the shears went twice. They make neps.')).toBeVisible();
  await words.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('w');
  await expect(page.getByLabel('What it weighs now')).toBeFocused();
});

test('the key for same again fills in what was logged last at the station', async ({ page }) => {
  await register(page);
  const [first, second] = [await takeIn(page, '2 kg'), await takeIn(page, '2 kg')];
  await logAt(page, 'skirt', first, '1790');
  // Another animal's lot does not come by itself.
  await page.getByRole('button', { name: new RegExp(`^${second}`) }).click();
  await expect(page.getByText(`${second}: all of it`)).toBeVisible();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('s');
  await expect(page.getByLabel('What it weighs now')).toHaveValue('1790');
});

test('a plus-minus explains itself behind a tap', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/lots/G-01.4'));
  await page
    .getByRole('button', { name: /Show the working|How surely/ })
    .first()
    .click();
  await expect(page.getByText(/^±.*two times in three the true value lies no further away/)).toBeVisible();
});
