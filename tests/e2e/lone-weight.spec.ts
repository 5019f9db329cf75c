import { expect, test, type Page } from '@playwright/test';
import { at, logAt, register, takeIn } from './hands';

const weight = (page: Page) => page.getByLabel('What it weighs now');
const logged = (page: Page) => page.getByRole('status').filter({ hasText: /^Logged as/ });
const lotOf = async (page: Page) => (await logged(page).getByRole('link').first().textContent())!;

/** A fleece that was skirted and washed; the wet wool was not weighed. */
async function washed(page: Page) {
  const raw = await takeIn(page, '3450', 'Gotland');
  await logAt(page, 'skirt', raw, '3183');
  const skirted = await lotOf(page);
  await logAt(page, 'wash', skirted, null);
  return lotOf(page);
}

test('a dry weight that nothing checks is asked about where a digit was lost, and mended by one tap', async ({
  page,
}) => {
  await register(page);
  const wet = await washed(page);
  await page.goto(at(`/station/dry?lot=${wet}`));
  await weight(page).fill('213');
  await expect(page.getByText(/^213 g from 3.183 g is 6\.7 %/)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();
  await page.getByRole('button', { name: /2.130 g/ }).click();
  await expect(page.getByText('Answered.')).toBeVisible();
  const dry = await lotOf(page);
  await page.goto(at(`/lots/${dry}/where`));
  await expect(page.getByText('by difference, reckoned, not checked')).toBeVisible();
  await expect(page.getByText(/not checked by any/)).toBeVisible();
});

test('more dry wool than was washed is kept as a draft; one digit too many is taken out on a phone, by keyboard', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await register(page);
  const wet = await washed(page);
  await page.goto(at(`/station/dry?lot=${wet}`));
  await weight(page).fill('21354');
  await page.keyboard.press('Enter');
  const draft = page.getByRole('status').filter({ hasText: 'Your entry is kept as a draft.' });
  await expect(draft).toBeVisible();
  await draft.getByRole('button', { name: /2.135 g, a digit too many/ }).focus();
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();
  await page.goto(at('/'));
  await expect(page.getByText('Every balance fits, or was answered.')).toBeVisible();
});

test('a digit lost somewhere is typed by the person, and what was so teaches', async ({ page }) => {
  await register(page);
  const wet = await washed(page);
  await logAt(page, 'dry', wet, '254');
  const open = page.getByRole('button', { name: /a digit is missing/ });
  await open.click();
  const field = page.getByLabel('It weighed');
  await expect(field).toBeFocused();
  await field.fill('wool');
  await page.getByRole('button', { name: 'Set it right' }).click();
  await expect(page.getByText(/does not read as a weight/)).toBeVisible();
  await field.fill('2154');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Answered.')).toBeVisible();

  const other = await washed(page);
  await logAt(page, 'dry', other, '1500');
  await page.getByRole('button', { name: 'The weights are right' }).click();
  await expect(page.getByText('Answered.')).toBeVisible();
});

test('three of the breed’s fleeces in one are asked about at the door', async ({ page }) => {
  await register(page);
  await page.goto(at('/take-in'));
  await page.getByRole('combobox', { name: 'Breed', exact: true }).fill('Gotland');
  await page.keyboard.press('Escape');
  await page.getByLabel('Raw weight').fill('27400');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/more than three fleeces of Gotland/)).toBeVisible();
  await page.getByRole('button', { name: /It was 2.740 g/ }).click();
  await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
});
