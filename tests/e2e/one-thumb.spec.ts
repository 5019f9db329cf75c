import { expect, test, type Page } from '@playwright/test';
import { at, enterDemo, logAt, register, takeIn } from './hands';

const weight = (page: Page) => page.getByLabel('What it weighs now');
const logged = (page: Page) => page.getByRole('status').filter({ hasText: /^Logged as/ });
const entriesOf = async (page: Page, lot: string) =>
  ((await (await page.request.get(at(`/api/lots/${lot}`))).json()).entries as { step: string }[]).map((e) => e.step);

test('Enter on an empty field logs nothing and says what is missing; without a weight has a button of its own', async ({
  page,
}) => {
  await register(page);
  const code = await takeIn(page, '1000');
  await page.goto(at(`/station/skirt?lot=${code}`));
  await expect(weight(page)).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Nothing is logged yet: the weight is missing.')).toBeVisible();
  expect(await entriesOf(page, code)).toEqual(['takeIn']);

  // What is missing is no longer said once it is there.
  await page.keyboard.type('950');
  await expect(page.getByText('the weight is missing')).toBeHidden();
  await weight(page).fill('');
  await page.getByRole('button', { name: 'Log it without a weight' }).click();
  await expect(logged(page)).toBeVisible();
  expect(await entriesOf(page, code)).toEqual(['takeIn', 'skirt']);
});

test('after an entry nothing of another animal lies on the bench, and a slip is taken back at once', async ({
  page,
}) => {
  await register(page);
  const first = await takeIn(page, '1000');
  const second = await takeIn(page, '800');
  await logAt(page, 'skirt', first, '950');
  await expect(page.getByText(`${second}: `)).toBeHidden();
  await expect(weight(page)).toBeHidden();
  // Whoever logged it knows where it went.
  await expect(page.getByText(/does not wait any more/)).toBeHidden();

  await page.getByRole('button', { name: 'Take it back' }).click();
  await expect(logged(page)).toBeHidden();
  expect((await entriesOf(page, first)).filter((step) => step === 'skirt')).toHaveLength(0);
  // It waits again, and is of the animal that was worked at.
  await expect(page.getByText(`${first}: `)).toBeVisible();
  expect(await entriesOf(page, second)).toEqual(['takeIn']);
});

test('a second screen whose lot was used up meanwhile says so, and keeps what was typed', async ({ page, context }) => {
  await register(page);
  const first = await takeIn(page, '1000');
  const second = await takeIn(page, '800');
  const other = await context.newPage();
  await other.goto(at('/station/skirt'));
  await expect(other.getByText(`${first}: `)).toBeVisible();
  await weight(other).fill('777');

  await logAt(page, 'skirt', first, '950');
  await expect(other.getByText(/What lay here does not wait any more/)).toBeVisible();
  await expect(weight(other)).toBeHidden();
  await other.getByRole('button', { name: new RegExp(`^${second}`) }).click();
  await expect(weight(other)).toHaveValue('777');
});

test('where something runs the log by weights is folded, and stays open for whoever unfolded it', async ({ page }) => {
  await enterDemo(page, '/station/wash');
  const fold = page.getByRole('button', { name: 'Log a wash that was not planned here' });
  await expect(fold).toHaveAttribute('aria-expanded', 'false');
  await expect(weight(page)).toBeHidden();
  await fold.focus();
  await page.keyboard.press('Enter');
  await expect(weight(page)).toBeFocused();
  await page.reload();
  await expect(fold).toHaveAttribute('aria-expanded', 'true');
  await expect(weight(page)).toBeVisible();
  // What runs keeps the focus for itself after a reload.
  await expect(weight(page)).not.toBeFocused();
  await fold.click();
  await expect(weight(page)).toBeHidden();
});
