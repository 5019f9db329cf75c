import { expect, test, type Page } from '@playwright/test';
import { at, houseTime, logAt, register, takeIn } from './hands';

const weight = (page: Page) => page.getByLabel('What it weighs now');
const logged = (page: Page) => page.getByRole('status').filter({ hasText: /^Logged as/ });
const lotOf = async (page: Page) => (await logged(page).getByRole('link').first().textContent())!;

/** A moment as a field for a day and an hour takes it, in the zone of workshop and browser alike. */
async function fieldTime(page: Page, daysAgo: number, hour: string) {
  const day = new Date((await houseTime(page)) - daysAgo * 86_400_000);
  return `${day.getFullYear()}-${String(day.getMonth() + 1).padStart(2, '0')}-${String(day.getDate()).padStart(2, '0')}T${hour}`;
}

test('a course of two days is told on the third, out of order, and stands in its order', async ({ page }) => {
  await register(page);
  // The fleece was taken in today, as it was remembered; the skirting is said to have been two days ago.
  const raw = await takeIn(page, '2000', 'Gotland');
  await page.goto(at(`/station/skirt?lot=${raw}`));
  await weight(page).fill('1830');
  await page.getByRole('button', { name: 'When, who, minutes, humidity, notes' }).click();
  await page.getByLabel('When', { exact: true }).fill(await fieldTime(page, 2, '10:15'));
  await weight(page).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/is noted as made on .*, after that\. Was it there earlier\?/).first()).toBeVisible();
  await expect(logged(page)).toHaveCount(0);
  await page.getByRole('button', { name: 'It was there earlier: log it' }).click();
  await expect(logged(page)).toBeVisible();
  const skirted = await lotOf(page);

  // Washed yesterday; the dry weight of today.
  await page.goto(at(`/station/wash?lot=${skirted}`));
  await expect(weight(page)).toBeFocused();
  await page.getByRole('button', { name: 'When, who, minutes, humidity, notes' }).click();
  await page.getByLabel('When', { exact: true }).fill(await fieldTime(page, 1, '14:00'));
  await page.getByRole('button', { name: /without a weight|when it is dry/ }).click();
  await expect(logged(page)).toBeVisible();
  const washed = await lotOf(page);
  await logAt(page, 'dry', washed, '1250');
  const dry = await lotOf(page);

  await page.goto(at(`/lots/${dry}`));
  const entries = page
    .getByRole('list')
    .filter({ has: page.getByText(/^Dry/) })
    .last();
  await expect(page.getByText(/left, found by difference|keeps .* of it/).first()).toBeVisible();
  const order = await entries.locator(':scope > li > p:first-child').allTextContents();
  expect(order.map((text) => text.split(',')[0])).toEqual(['Dry', 'Wash', 'Skirt', 'Take in']);

  // It was an hour later, and then, by a slip of the day, before the fleece came.
  await page.getByRole('button', { name: /^Set right when it was: washed/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('It was').fill(await fieldTime(page, 4, '15:00'));
  await dialog.getByRole('button', { name: 'Set it right' }).click();
  await expect(dialog.getByText(/one follows from the other\. Which is to move\?/)).toBeVisible();
  await dialog.getByLabel('It was').fill(await fieldTime(page, 1, '15:00'));
  await expect(dialog.getByText(/Which is to move/)).toHaveCount(0);
  await dialog.getByLabel('Because').fill('the clock of the wash house');
  await dialog.getByRole('button', { name: 'Set it right' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText(/, 15:00/).first()).toBeVisible();
  await expect(page.getByText(/the clock of the wash house/)).toBeVisible();
});

test('a fleece is taken in as of another day, on a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await register(page);
  await page.goto(at('/take-in'));
  await page.getByLabel('Raw weight').fill('2300');
  await page.getByLabel('Came in').fill(await fieldTime(page, -40, '09:00'));
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText(/has not been yet/).first()).toBeVisible();
  await page.getByLabel('Came in').fill(await fieldTime(page, 3, '09:00'));
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
  await expect(page.getByText(/, 09:00/).first()).toBeVisible();
});

test('a weight of the rack is said to have been an hour ago', async ({ page }) => {
  await register(page);
  const raw = await takeIn(page, '2000', 'Gotland');
  await logAt(page, 'skirt', raw, '1830');
  await logAt(page, 'wash', await lotOf(page), null);
  const washed = await lotOf(page);
  await page.goto(at(`/station/dry?lot=${washed}`));
  await page.getByRole('button', { name: 'It lies on the rack' }).click();
  const rack = page.getByRole('region', { name: /^On the rack/ });
  await rack.getByLabel('It weighs now').fill('2400');
  await rack.getByRole('button', { name: 'Note it' }).click();
  await expect(rack.getByText(/2.400 g/).first()).toBeVisible();
  const hour = new Date((await houseTime(page)) - 3_600_000);
  await rack.getByLabel('It weighs now').fill('2900');
  await rack
    .getByLabel('When')
    .fill(`${String(hour.getHours()).padStart(2, '0')}:${String(hour.getMinutes()).padStart(2, '0')}`);
  await rack.getByRole('button', { name: 'Note it' }).click();
  await expect(rack.getByLabel('When')).toHaveValue('');
  // The newest is still the newest.
  await expect(rack.getByText(/2.400 g/).first()).toBeVisible();
  await expect(rack.getByRole('img', { name: /2 weighings/ })).toBeVisible();
});
