import { expect, test, type Page } from '@playwright/test';
import { at, register, takeIn } from './hands';

/** Logs a step at a station; what is typed is named by its label. */
async function log(page: Page, step: string, lot: string, fill: (page: Page) => Promise<void>) {
  await page.goto(at(`/station/${step}?lot=${lot}`));
  await expect(page.getByText(`${lot}: `)).toBeVisible();
  await fill(page);
  await page.keyboard.press('Enter');
  // Whoever goes on before it is stored leaves it behind in the browser, to be sent another time.
  await expect(page.getByRole('status').filter({ hasText: /^Logged as/ })).toBeVisible();
}

const weighs = (mass: string) => async (page: Page) => {
  await page.getByLabel('What it weighs now').fill(mass);
  await expect(page.getByText(/reads as/).first()).toBeVisible();
};

test('an ordinary half hour leaves nothing that a tap could not answer', async ({ page }) => {
  await register(page);
  // Four fleeces are skirted, and nobody weighs what fell to the floor.
  const fleeces: string[] = [];
  for (const mass of ['2000', '1740', '2310', '1900']) fleeces.push(await takeIn(page, mass));
  for (const [i, mass] of ['1862', '1600', '2150'].entries()) {
    await log(page, 'skirt', fleeces[i]!, weighs(mass));
    await expect(page.getByText(/Logged as skirted: .* lost, not weighed \(skirtings\)\./)).toBeVisible();
  }
  // Of the last one a whole heap is forgotten.
  await log(page, 'skirt', fleeces[3]!, weighs('1040'));
  await expect(page.getByText(/860 g are not accounted for/).first()).toBeVisible();
  // The question stands where it was logged, with its answers.
  await expect(page.getByRole('button', { name: 'Another heap: skirted fleece' })).toBeVisible();

  await page.goto(at('/'));
  await expect(page.getByText(/skirting a fleece like this usually takes/)).toBeVisible();
  await page.getByRole('button', { name: 'Another heap: skirted fleece' }).click();
  await expect(page.getByText('Every balance fits, or was answered.')).toBeVisible();
  // The heap is there, and waits.
  await page.goto(at('/station/wash'));
  await expect(page.getByText('860 g').first()).toBeVisible();
});

test('a true weight above the book goes in and leads to the earlier slip', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '1600');
  // 741 is written for 1 471.
  await log(page, 'skirt', code, weighs('741'));
  await expect(page.getByText(/Logged as skirted/)).toBeVisible();
  const skirted = `${code}.2`;
  await page.goto(at(`/station/divide?lot=${skirted}`));
  await page.getByRole('button', { name: 'Take only a part' }).click();
  await page.getByLabel(`Taken from ${skirted}`).fill('1471');
  await page.getByLabel('What it weighs now').fill('800');
  await page.getByLabel('And this heap weighs').fill('669');
  await expect(page.getByText(/The scale says 1.471 g, and the book has 741 g/)).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Which was it?')).toBeVisible();
  await page.getByRole('button', { name: /^The 741 g of .* it was/ }).click();
  await expect(page.getByText(/Logged as divided/)).toBeVisible();
  await page.goto(at('/'));
  await expect(page.getByText('Every balance fits, or was answered.')).toBeVisible();
});

test('what was forgotten is added later, and what nobody knows is not asked again', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '2000');
  await log(page, 'skirt', code, weighs('1000'));
  await page.goto(at(`/lots/${code}.2`));
  await page.getByRole('button', { name: /^Add to skirted/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Weight').fill('2500');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(dialog.getByText(/Nothing was added/)).toBeVisible();
  await dialog.getByLabel('Weight').fill('250');
  await dialog.getByRole('button', { name: 'Add it' }).click();
  await expect(page.getByText(/250 g.*added by/)).toBeVisible();
  await expect(page.getByText(/750 g are not accounted for/)).toBeVisible();
  await page.getByRole('button', { name: 'I do not know' }).click();
  await expect(page.getByText('Asked; nobody knows.')).toBeVisible();
  await page.goto(at('/'));
  await expect(page.getByText('Every balance fits, or was answered.')).toBeVisible();
});

test('after a part the bench stays with the part, and the next heap is what comes second', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '300', 'Gotland');
  await log(page, 'skirt', code, weighs('280'));
  await log(page, 'wash', `${code}.2`, async (p) => {
    await p.getByLabel('What it weighs now').fill('200');
    await p.getByLabel('Made').first().selectOption('clean');
    await p.getByLabel('Weighed').first().selectOption('rested');
    await p.getByLabel('What it weighs now').focus();
  });
  await expect(page.getByText(/Logged as washed/)).toBeVisible();
  const clean = `${code}.3`;
  await page.goto(at(`/station/comb?lot=${clean}`));
  await page.getByRole('button', { name: 'Take only a part' }).click();
  await page.getByLabel(`Taken from ${clean}`).fill('50');
  await page.getByLabel('What it weighs now').fill('41');
  await page.getByRole('button', { name: 'Add another heap' }).click();
  await expect(page.getByLabel('Made').nth(1)).toHaveValue('noil');
  await page.getByLabel('And this heap weighs').fill('7');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Logged as combed/)).toBeVisible();
  await expect(page.getByText(`${clean}: a part of it`)).toBeVisible();
  await expect(page.getByLabel(`Taken from ${clean}`)).toHaveValue('');
  await expect(page.getByLabel('Made').nth(1)).toHaveValue('noil');
  await expect(page.getByRole('button', { name: new RegExp(`${clean}.*150 g`) })).toBeVisible();
});

test('bought top, a washed fleece and processed down come in as they are and go on rightly', async ({ page }) => {
  await register(page);
  const takeInAs = async (form: string, weight: string, breed = '') => {
    await page.goto(at('/take-in'));
    await page.getByLabel('It comes in as').selectOption(form);
    if (breed) {
      await page.getByRole('combobox', { name: 'Breed', exact: true }).fill(breed);
      await page.keyboard.press('Escape');
    }
    await page.getByLabel('Weight', { exact: true }).fill(weight);
    await page.getByLabel('Done to it before').fill('by the mill');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
    return new URL(page.url()).pathname.split('/').at(-1)!;
  };
  // No caution about dung and ticks stands beside bought top.
  await page.goto(at('/take-in'));
  await expect(page.getByRole('complementary', { name: 'Caution' })).toBeVisible();
  await page.getByLabel('It comes in as').selectOption('top');
  await expect(page.getByRole('complementary', { name: 'Caution' })).toBeHidden();

  await takeInAs('top', '200', 'Gotland');
  await expect(page.getByText('of raw', { exact: true })).toBeHidden();
  await expect(page.getByText(/by the mill/).first()).toBeVisible();

  const washed = await takeInAs('clean', '900', 'Gotland');
  await page.goto(at(`/station/card?lot=${washed}`));
  await expect(page.getByText(`${washed}: all of it`)).toBeVisible();

  await takeInAs('down', '80', 'Cashmere');
  await page.getByRole('link', { name: 'Find a route' }).click();
  await expect(page.getByText('Card').first()).toBeVisible();
  await expect(page.getByText('Skirt', { exact: true })).toHaveCount(1);
});
