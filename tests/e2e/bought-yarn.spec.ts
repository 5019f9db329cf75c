import { expect, test } from '@playwright/test';
import { at, nothingIsWiderThan } from './hands';

test.use({ locale: 'en-US' });

test('a bought yarn is matched from an empty workshop in ounces and inches', async ({ page }) => {
  await page.goto(at('/door'));
  await page.getByRole('button', { name: 'I am new here' }).click();
  await page.getByLabel('Your name').fill('Odile');
  await page.getByLabel('Email').fill(`${crypto.randomUUID()}@example.org`);
  await page.getByLabel('Password').fill('wool and water');
  await page.getByRole('button', { name: 'Open the workshop' }).click();
  // What is shown is kept, also for later.
  await expect(page.getByLabel('Weights in')).toHaveValue('ounce');
  await page.getByRole('button', { name: 'Later' }).click();
  await expect(page.getByRole('heading', { name: 'The shed is empty' })).toBeVisible();

  const takeIn = async (as: string, weight: string) => {
    await page.goto(at('/take-in'));
    await page.getByLabel('It comes in as').selectOption({ label: as });
    await page.getByRole('textbox', { name: 'Weight' }).fill(weight);
    await page.getByRole('button', { name: 'Take it in' }).click();
    await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
    return new URL(page.url()).pathname.split('/').at(-1)!;
  };
  const top = await takeIn('top', '6');
  await expect(page.getByText('6.0 oz').first()).toBeVisible();
  // Its locks, by the ruler beside them.
  await page.goto(at(`/lots/${top}/locks`));
  await page.getByLabel('Length, butt to tip').fill('4 1/2');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^4\.5 in$/).first()).toBeVisible();

  const bought = await takeIn('yarn', '1.75');
  await page.getByRole('button', { name: 'Measure it' }).click();
  const measure = page.getByRole('dialog');
  await measure.getByLabel('Wraps an inch').fill('many');
  await measure.getByLabel('Length, yd').fill('110');
  await measure.getByRole('button', { name: 'Note it' }).click();
  await expect(measure.getByText(/Write wraps as 14/).first()).toBeVisible();
  await measure.getByLabel('Wraps an inch').fill('12 WPI');
  await measure.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText(/110 yd \(10[01] m\)/)).toBeVisible();

  await page.getByRole('link', { name: 'Match this yarn' }).click();
  await expect(page.getByRole('heading', { level: 1, name: `Match ${bought}` })).toBeVisible();
  await page.getByRole('button', { name: 'three-ply' }).click();
  await page.getByRole('button', { name: 'the middle of an S' }).click();
  await expect(
    page.getByText(/S is seen in it: spin the singles Z, and ply it S with \d+(\.\d)? turns in an inch\./),
  ).toBeVisible();
  await expect(page.getByRole('img', { name: /3 plies S at/ })).toBeVisible();
  await page.getByRole('link', { name: `From ${top}` }).click();

  // The way to begin keeps what was chosen; a draw is typed as it is measured.
  await expect(page.getByText(`from ${top}`)).toBeVisible();
  await expect(page.getByRole('button', { name: 'three-ply' })).toHaveAttribute('aria-pressed', 'true');
  // Yarn that came in teaches nothing of what is spun here.
  await expect(page.getByText(/^Typical figures, rough until your own skeins tell/)).toBeVisible();
  const draw = page.getByLabel('A draw, in');
  await draw.fill('an arm');
  await expect(page.getByText(/does not read as a/).first()).toBeVisible();
  await draw.fill('6');
  await page.getByLabel('Ratio of the whorl').fill('8');
  await expect(page.getByText(/On this ratio: \d treadles for a draw of \d\.\d in/)).toBeVisible();
  await page.getByLabel('Supply, oz/yd').fill('0.8');
  await expect(page.getByText(/0\.8 oz in a yard become singles/)).toBeVisible();
  const main = page.getByRole('main');
  await expect(main).not.toContainText(/ mm\b(?! ·)|in a metre/);
  await page.getByRole('button', { name: 'Begin to spin it' }).click();
  await expect(page).toHaveURL(/station\/spin/);

  await page.getByLabel('The bobbin weighs').fill('1.1');
  await page.getByRole('form', { name: 'A bobbin is done' }).getByLabel('Length, yd').fill('220');
  await page.getByRole('form', { name: 'A bobbin is done' }).getByRole('button').last().click();
  await expect(page.getByText(/1\.1 oz · 220 yd/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await nothingIsWiderThan(page, 390);
});
