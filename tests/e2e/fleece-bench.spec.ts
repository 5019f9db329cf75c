import { expect, test, type Page } from '@playwright/test';
import { at, logAt, register, takeIn } from './hands';

/** Presses a button as somebody would who has no mouse. */
async function press(page: Page, name: string | RegExp, within = page.locator('body')) {
  const button = within.getByRole('button', { name });
  await button.focus();
  await page.keyboard.press('Enter');
}

test('a fleece is looked over by keyboard, and the verdict changes as it goes', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '2 kg', 'Corriedale');
  await page.goto(at(`/lots/${code}/look-over`));
  const verdict = page.locator('section', { hasText: 'What it is good for' });
  await expect(verdict.getByText(/^socks: medium wool stands rubbing/)).toBeVisible();
  await press(page, 'tender', page.getByRole('group', { name: 'Soundness' }).first());
  await expect(verdict.getByText(/^socks: a tender staple rubs through/)).toBeVisible();
  await expect(page.getByText('it crackles and gives way here and there')).toBeVisible();
  await press(page, 'don’t know', page.getByRole('group', { name: 'Soundness' }).first());
  await expect(verdict.getByText(/^socks: medium wool stands rubbing/)).toBeVisible();

  await page.getByLabel('What you decide it is for').fill('a cardigan');
  await page.keyboard.press('Tab');
  await page.getByLabel('First impression').fill('smells of bracken');
  await page.keyboard.press('Tab');
  await expect(page.getByText('kept as it was written')).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('What you decide it is for')).toHaveValue('a cardigan');
  await expect(page.getByLabel('First impression')).not.toBeEditable();
});

test('a route is chosen, lies ahead on the ribbon, and goes on with what is made', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '2 kg', 'Gotland');
  await page.getByRole('link', { name: 'Find a route' }).click();
  await press(page, 'worsted, hard');
  const combs = page.getByRole('region', { name: 'Combs, top' });
  await expect(combs.getByText('parallel and free of short bits', { exact: false })).toBeVisible();
  await expect(page.getByRole('region')).not.toHaveCount(1);
  await press(page, 'Choose combs, top');
  await expect(combs.getByText('chosen')).toBeVisible();
  await page.getByLabel(/^Wanted, /).fill('600');
  await expect(page.getByText('enough nine times in ten')).toBeVisible();

  await page.goto(at(`/lots/${code}`));
  const ribbon = page.getByRole('group', { name: `The course of ${code}` });
  await expect(ribbon.getByText('to come')).toHaveCount(4);
  await logAt(page, 'skirt', code, '1800');
  await page.goto(at(`/lots/${code}.2`));
  await expect(page.getByRole('group', { name: `The course of ${code}.2` }).getByText('to come')).toHaveCount(3);
  await expect(page.getByText(/^On the way to worsted, hard by combs, top\./)).toBeVisible();
  await expect(page.getByRole('link', { name: 'Wash it' })).toBeVisible();
  await page.goto(at('/'));
  await expect(page.getByRole('link', { name: /to wash/ })).toBeVisible();
});

test('fibre leaves, is counted anew, is kept for a project, and the table tells where it went', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '2 kg', 'Romney');
  await page.getByRole('button', { name: 'Take out of stock' }).click();
  await page.getByLabel('How it leaves').selectOption('Give away');
  await page.getByLabel('How much').fill('300');
  await page.keyboard.press('Enter');
  await press(page, 'Log it');
  await expect(page.getByText(`1 700 g of ${code} are left.`)).toBeVisible();
  await press(page, 'Close');

  await page.getByRole('button', { name: 'Recount' }).click();
  await page.getByLabel('What is there now').fill('1790');
  await press(page, 'Log it');
  await expect(page.getByRole('dialog').getByText(/^90 g more than the log said were found/)).toBeVisible();
  await press(page, 'Close');

  await page.getByRole('button', { name: 'Reserve' }).click();
  await page.getByLabel('How much is kept').fill('1 kg');
  await page.getByLabel('What for').fill('the hall rug');
  await press(page, 'Keep it');
  await press(page, 'Close');
  await expect(page.getByText('are kept for the hall rug', { exact: false })).toBeVisible();
  await page.goto(at(`/station/skirt?lot=${code}`));
  await page.getByLabel('What it weighs now').fill('1700');
  await expect(page.getByText(/kept for the hall rug/).first()).toBeVisible();

  await page.goto(at(`/lots/${code}/where`));
  await expect(page.getByRole('row', { name: /^given away .*300 g/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^found at a recount .*90 g/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^still there .*1 790 g/ })).toBeVisible();
});

test('an entry is voided with what hangs on it, and that can be taken back', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '2 kg', 'Romney');
  await logAt(page, 'skirt', code, '1800');
  await logAt(page, 'wash', `${code}.2`, null);
  await page.goto(at(`/lots/${code}.2`));
  await page.getByRole('button', { name: /^Void skirted/ }).click();
  await expect(page.getByText('1 later entry hangs on it and goes with it.', { exact: false })).toBeVisible();
  await page.getByLabel('Because').fill('that was the other fleece');
  await press(page, 'Void all 2');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${code} Romney`);
  await expect(page.getByText('that was the other fleece', { exact: false })).toBeVisible();
  await page.goto(at(`/lots/${code}.2`));
  await expect(page.getByText('voided the entry that made it', { exact: false })).toBeVisible();
  await page.goto(at(`/lots/${code}`));
  await press(page, 'Take the voiding back');
  await expect(page.getByText('used up', { exact: false }).first()).toBeVisible();
  await page.goto(at(`/lots/${code}.3`));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(`${code}.3 Romney`);
});
