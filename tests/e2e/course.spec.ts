import { expect, test } from '@playwright/test';
import { at, register, takeIn, tabOn } from './hands';

test('a fleece goes the whole course, and its yields are those done by hand', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '2 kg', 'Gotland');
  expect(code).toBe('G-01');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('G-01 Gotland');

  await page.getByRole('link', { name: 'Look it over' }).click();
  await page.getByRole('link', { name: 'Measure a lock' }).click();
  for (const [length, crimps] of [
    ['100', '14'],
    ['11 cm', '15'],
    ['126', '13'],
  ]) {
    await page.getByLabel('Length, butt to tip').fill(length!);
    await page.getByLabel('Crimps').fill(crimps!);
    await page.getByLabel('over a length of').fill('50');
    await page.getByRole('button', { name: 'Add this lock' }).click();
    await expect(page.getByLabel('Length, butt to tip')).toHaveValue('');
  }
  // 100, 110 and 126 mm: mean 112, standard deviation 13.1, CV 12 %; 42 crimps over 15 cm are 2.8 per cm.
  await expect(page.getByRole('button', { name: /^mean of 3: 112 mm/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^standard deviation: 13\.1 mm/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^CV: 12 %/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^crimp: 2\.8 \/ cm/ })).toBeVisible();

  await page.getByRole('link', { name: /^Skirt/ }).click();
  await page.getByLabel('What it weighs now').fill('1755');
  await page.getByRole('button', { name: 'Add a loss' }).click();
  await page.getByLabel('Weight', { exact: true }).fill('0.244 kg');
  await expect(page.getByText('reads as 244 g')).toBeVisible();
  await page.getByRole('button', { name: 'Log it as skirted' }).click();
  await expect(page.getByText(/Logged as skirted: G-01\.2 .* 1 g unaccounted, within/)).toBeVisible();

  await page.getByRole('link', { name: /^Wash/ }).click();
  await expect(page.getByLabel('What it weighs now')).toBeFocused();
  await page.getByRole('button', { name: 'Log it now, weigh it when it is dry' }).click();
  await expect(page.getByText(/Logged as washed: G-01\.3/)).toBeVisible();

  await page.getByRole('link', { name: /^Dry/ }).click();
  await page.getByLabel('What it weighs now').fill('1 170');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Logged as dried: G-01\.4/)).toBeVisible();

  await page.goto(at('/station/comb?lot=G-01.4'));
  await page.getByLabel('What it weighs now').fill('936');
  await page.getByRole('button', { name: 'Add a loss' }).click();
  await page.getByLabel('Weight', { exact: true }).fill('233');
  await page.getByLabel('Goes').selectOption('kept as lower grade');
  // 936 of 1170 kept is 80 %.
  await expect(page.getByRole('button', { name: /^kept: 80 %/ })).toBeVisible();
  await page.getByRole('button', { name: 'Log it as combed' }).click();
  await page.getByRole('link', { name: 'G-01.5' }).click();

  // 936 of 2000 is 47 %; washing took 1755 - 1170 = 585.
  await expect(page.getByRole('button', { name: /^of raw: 47 %/ })).toBeVisible();
  const ribbon = page.getByRole('group', { name: 'The course of G-01.5' });
  for (const words of ['88 % kept', '67 % kept', '80 % kept', 'wax, suint, dirt 585 g · 33 %', 'noil 233 g · 20 %']) {
    await expect(ribbon.getByText(words)).toBeVisible();
  }
  await page.getByRole('button', { name: /^of raw: 47 %/ }).click();
  await expect(page.getByRole('dialog')).toContainText('raw behind it');
  await expect(page.getByRole('dialog')).toContainText('2\u202F000 g');
  await page.keyboard.press('Escape');

  await page.getByRole('link', { name: 'Keep a sample' }).click();
  await page.getByLabel('Verdict, in your words').fill('Shines and hangs straight.');
  await page.getByLabel('Draw').selectOption('short draw, twist held back');
  await page.getByLabel('Wraps per inch').fill('16');
  // Nothing is filled in that nobody measured.
  await expect(page.getByLabel('Plies')).toHaveValue('');
  await page.getByLabel('Plies').fill('2');
  await page.getByLabel('Twist angle, degrees').fill('30');
  await page.getByLabel('What you would use it for').fill('weaving');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Keep the sample' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('SM-01 Gotland');
  await expect(
    page.getByRole('img', {
      name: /Yarn 1\.59 mm thick, 2 plies at 30 degrees/,
    }),
  ).toBeVisible();
  await expect(page.getByRole('button', { name: /^total yield: 47 %/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /3 locks on a ruler/ })).toBeVisible();
  await expect(page.getByText('worsted: parallel fibre, twist held back')).toBeVisible();
});

test('by keyboard alone: in, skirted, and to the lot', async ({ page }) => {
  await register(page);
  const press = (key: string) => page.keyboard.press(key);
  const tabTo = (name: RegExp) => tabOn(page, name);
  await tabTo(/^Take in$/);
  await press('Enter');
  await expect(page.getByLabel('Raw weight')).toBeFocused();
  await page.keyboard.type('900');
  await press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('F-01 breed unknown');
  await tabTo(/^Skirt it$/);
  await press('Enter');
  await expect(page.getByLabel('What it weighs now')).toBeFocused();
  await page.keyboard.type('899');
  await press('Enter');
  await expect(page.getByText(/Logged as skirted/)).toBeVisible();
  await tabTo(/^F-01\.2$/);
  await press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('F-01.2 breed unknown');
  await tabTo(/^Skirt, .*show the entry$/);
  await press('Enter');
  await expect(page.locator('li:focus')).toContainText('took F-01');
});

test('an impossible weight is a draft that can be kept with a reason', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '1105');
  await page.goto(at(`/station/skirt?lot=${code}`));
  await page.getByLabel('What it weighs now').fill('1240');
  await expect(page.getByRole('alert')).toContainText('More came out (1\u202F240 g) than went in (1\u202F105 g)');
  await page.getByRole('button', { name: 'Log it as skirted' }).click();
  await expect(page.getByText('Your entry is kept as a draft.')).toBeVisible();
  await expect(page.getByLabel('What it weighs now')).toHaveValue('1240');

  await page.goto(at('/'));
  await expect(page.getByText('Draft: skirt')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it anyway' }).click();
  await page.getByLabel('Reason').fill('Weighed three times on two scales.');
  await page.getByRole('button', { name: 'Keep the entry' }).click();
  await expect(page.getByText('Draft: skirt')).toBeHidden();
  await expect(page.getByText('Every balance fits, or was answered.')).toBeVisible();
});

test('a wrong weight is set right and the old figure stays readable', async ({ page }) => {
  await register(page);
  await takeIn(page, '1900');
  await page.getByRole('button', { name: /Set 1.900 g right/ }).click();
  await page.getByLabel('It should be').fill('1090');
  await page.getByLabel('Because').fill('Two digits exchanged.');
  await page.getByRole('button', { name: 'Set it right' }).click();
  await expect(page.getByText(/was 1.900 g, set to 1.090 g by Ilse.*Two digits exchanged/)).toBeVisible();
  await expect(page.getByRole('button', { name: /there now: 1.090 g/ })).toBeVisible();
});

test('a bad weight is named at its field and the rest of the entry is kept', async ({ page }) => {
  await register(page);
  await page.goto(at('/take-in'));
  await page.getByLabel('Animal').fill('Ash');
  await page.getByLabel('Raw weight').fill('400 kg');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('more than a bench scale weighs').first()).toBeVisible();
  await expect(page.getByLabel('Raw weight')).toHaveAttribute('aria-invalid', 'true');
  await page.reload();
  await expect(page.getByLabel('Animal')).toHaveValue('Ash');
  await expect(page.getByLabel('Raw weight')).toHaveValue('400 kg');
});
