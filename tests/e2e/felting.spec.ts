import { expect, test } from '@playwright/test';
import { at, enterDemo } from './hands';

test('a pinch is rolled by keyboard alone, slips are said at their field, and what it came to stands with the lot', async ({
  page,
}) => {
  await enterDemo(page);
  await page.goto(at('/lots/C-01.4'));
  await page.getByRole('link', { name: 'Test how it felts' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Test how it felts');
  await expect(page.getByText('Hot soapy water scalds')).toBeVisible();
  await expect(page.getByRole('img', { name: /^Balls of your tests/ })).toBeVisible();
  // Nothing is logged here, so there is no second weight.
  await expect(page.getByRole('button', { name: /^Log/ })).toHaveCount(0);

  const begin = page.getByRole('form', { name: 'Roll a pinch' });
  await begin.getByLabel('The pinch').fill('two');
  await page.keyboard.press('Enter');
  await expect(begin.getByText(/does not read as a weight/)).toBeVisible();
  await begin.getByLabel('The pinch').fill('2');
  await page.keyboard.press('Enter');

  const bench = page.getByRole('region', { name: /^Rolled of C-01\.4/ });
  const look = bench.getByRole('form', { name: 'Look at C-01.4' });
  const width = look.getByLabel('Across the ball, mm');
  const note = async (millimetres: string, holds = false) => {
    await width.focus();
    await page.keyboard.type(millimetres);
    if (holds) {
      await page.keyboard.press('Tab');
      await page.keyboard.press('Space');
      await page.keyboard.press('Shift+Tab');
    }
    await page.keyboard.press('Enter');
  };
  await note('90');
  await expect(look.getByText(/more than 2 g can be/)).toBeVisible();
  await width.fill('');
  await note('33');
  await expect(bench.getByRole('img')).toHaveAccessibleName(/2 min 33 mm/);
  await note('29', true);
  await expect(bench.getByText(/^It felts moderately/)).toBeVisible();
  await note('36');
  await expect(bench.getByText(/7 mm wider than before/)).toBeVisible();

  // A reload loses nothing; what grew again is taken back.
  await page.reload();
  await bench.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(bench.getByText(/wider than before/)).toHaveCount(0);
  await bench.getByRole('button', { name: 'Keep what it came to' }).click();
  await expect(bench).toHaveCount(0);

  await page.goto(at('/lots/C-01.4'));
  await expect(page.getByText(/It felts moderately \(yours: 2 g of C-01\.4 rolled 5 min/)).toBeVisible();
});
