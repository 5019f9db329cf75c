import { expect, test, type Page } from '@playwright/test';
import { at, post, register } from './hands';

const weight = (page: Page) => page.getByLabel('What it weighs now');
const logged = (page: Page) => page.getByRole('status').filter({ hasText: /^Logged as/ });
const left = (page: Page, code: string) => page.getByRole('button', { name: new RegExp(`${code}\\b`) });

test('5 g of singles from 28 g of top: the rest is still there by one tap, or it is said afterwards on the entry', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await register(page);
  await post(page, '/api/fleeces', { mass: '28 g', form: 'top', humidityPercent: 65 });
  await post(page, '/api/fleeces', { mass: '30 g', form: 'top', humidityPercent: 65 });
  await page.goto(at('/station/spin?lot=F-01'));
  await page.getByRole('button', { name: /Log/ }).first().click();
  await weight(page).fill('5');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^5 g came of 28 g: is the rest of F-01 still there\?/)).toBeVisible();
  await expect(logged(page)).toHaveCount(0);
  // A slip is mended in its field and asks nothing.
  await weight(page).fill('27.5');
  await expect(page.getByText(/is the rest of F-01 still there/)).toHaveCount(0);
  await weight(page).fill('5');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'The rest of F-01 is still there' }).focus();
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();
  await page.goto(at('/lots/F-01'));
  await expect(page.getByText(/22\.\d g/).first()).toBeVisible();

  // Said to be used up, and then not.
  await page.goto(at('/station/spin?lot=F-02'));
  await weight(page).fill('6');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'It is used up' }).click();
  await expect(logged(page)).toBeVisible();
  await page.getByRole('button', { name: 'The rest of F-02 is still there' }).click();
  await expect(page.getByText('Answered.')).toBeVisible();
  await page.goto(at('/lots/F-02'));
  await expect(page.getByText(/23\.\d g/).first()).toBeVisible();
});

test('it was another lot: nothing is logged, and the right one is chosen', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '280 g', form: 'clean', humidityPercent: 65 });
  await post(page, '/api/fleeces', { mass: '60 g', form: 'clean', humidityPercent: 65 });
  await page.goto(at('/station/open?lot=F-01'));
  await weight(page).fill('58');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'It was another lot' }).click();
  await expect(page.getByText(/still there\?/)).toHaveCount(0);
  await left(page, 'F-02').click();
  await weight(page).fill('59.5');
  await page.keyboard.press('Enter');
  await expect(logged(page)).toContainText('F-02');
});

test('two loads of four are logged as a part, and the combs go on with the others', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '120 g', form: 'clean', humidityPercent: 65 });
  await page.goto(at('/station/comb'));
  await page.getByRole('button', { name: 'Comb in loads' }).click();
  const planning = page.getByRole('form', { name: 'Comb in loads' });
  await planning.getByLabel('The most on them at once').fill('30 g');
  await planning.getByRole('button', { name: 'Begin combing' }).click();
  const bench = page.getByRole('region', { name: /^On the combs/ });
  const goOn = bench.getByRole('button', { name: 'Log what is done and go on' });
  await expect(bench.getByRole('button', { name: 'Weigh and log it' })).toBeVisible();
  await expect(goOn).toHaveCount(0);
  for (const [top, noil] of [
    ['22', '6'],
    ['23', '5.5'],
  ] as const) {
    await bench.getByLabel('Its top weighs').fill(top);
    await bench.getByLabel('Its noil weighs').fill(noil);
    await page.keyboard.press('Enter');
    await expect(bench.getByLabel('Its top weighs')).toHaveValue('');
  }
  await goOn.click();
  await expect(page.getByText(/a part of it, as much as came of it; the rest is still there/)).toBeVisible();
  await weight(page).first().fill('45');
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();
  // The same work with what is left, also after a reload.
  await page.reload();
  await expect(bench.getByRole('status').filter({ hasText: / of \d/ })).toHaveText(/^0 of 2/);
  await page.goto(at('/lots/F-01'));
  await expect(page.getByText(/6[0-9](\.\d)? g/).first()).toBeVisible();
});
