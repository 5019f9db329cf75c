import { expect, test } from '@playwright/test';
import { at, logAt, register } from './hands';

test('the clips of one animal stand together, a misspelt one is merged, and both can be parted again', async ({
  page,
}) => {
  await register(page);
  const clip = async (weight: string, animal: string, shorn: string) => {
    await page.goto(at('/take-in'));
    await page.getByRole('combobox', { name: 'Breed', exact: true }).fill('Gotland');
    await page.keyboard.press('Escape');
    await page.getByRole('combobox', { name: 'Animal' }).fill(animal);
    await page.keyboard.press('Escape');
    await page.getByLabel('Shorn on').fill(shorn);
    await page.getByLabel('Raw weight').fill(weight);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
    return new URL(page.url()).pathname.split('/').at(-1)!;
  };
  const first = await clip('2100', 'Bracken', '2025-05-02');
  const second = await clip('2400', 'Braken', '2026-05-01');
  await logAt(page, 'skirt', first, '1900');

  // From the lot to its animal.
  await page.goto(at(`/lots/${second}`));
  await page.getByRole('link', { name: 'Braken' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Braken' })).toBeVisible();
  await page.getByRole('button', { name: 'It is the same as another' }).click();
  const merging = page.getByRole('dialog');
  await merging.getByLabel('The other one').fill('brack');
  await page.getByRole('option', { name: 'Bracken' }).click();
  await merging.getByRole('button', { name: 'It is Bracken' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Bracken' })).toBeVisible();
  const clips = page.getByRole('group', { name: 'The clips of Bracken' });
  await expect(clips.getByRole('button')).toHaveCount(2);
  await expect(clips.getByRole('button').first()).toHaveAccessibleName(
    /^\S+, 2 May 2025: 2\s?100 g raw fleece, 1\s?\d{3} g skirted/,
  );

  // A name that is typed by a slip leads there from now on.
  await clip('2000', 'braken', '2026-05-02');
  await page.getByRole('link', { name: 'Bracken' }).click();
  await expect(clips.getByRole('button')).toHaveCount(3);
  await page.getByRole('button', { name: 'Change what is noted' }).click();
  await page.getByRole('dialog').getByLabel('Name').fill('Old Bracken');
  await page.getByRole('dialog').getByLabel('Born').fill('2026-05-01');
  await page.getByRole('dialog').getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText(/It was shorn on 2025-05-02/)).toBeVisible();
  await page.getByRole('dialog').getByLabel('Born').fill('2023-04-01');
  await page.getByRole('dialog').getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Old Bracken' })).toBeVisible();
  await expect(page.getByText('2 years 1 month old')).toBeVisible();

  await page.getByRole('button', { name: 'Braken is another animal' }).click();
  await expect(page.getByRole('group', { name: 'The clips of Old Bracken' }).getByRole('button')).toHaveCount(1);
  await page.getByRole('navigation', { name: 'Course' }).getByRole('link', { name: 'Animals' }).click();
  await expect(page.getByRole('row', { name: /^Braken Gotland .* 2 / })).toBeVisible();
});

test('a known animal is offered by name at the door, with what is noted of it', async ({ page }) => {
  await register(page);
  await page.goto(at('/animals'));
  await page.getByRole('button', { name: 'Add one' }).click();
  const form = page.getByRole('dialog');
  await form.getByRole('button', { name: 'Note it' }).click();
  await expect(form.getByText('An animal has a name of 1 to 80 characters.')).toBeVisible();
  await form.getByLabel('Name').fill('Thistle');
  await form.getByLabel('Breed').fill('Wensleydale');
  await form.getByLabel('Colour').fill('grey');
  await form.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Thistle' })).toBeVisible();
  await expect(page.getByText('No clip came in yet.')).toBeVisible();

  await page.goto(at('/take-in'));
  await page.getByRole('combobox', { name: 'Animal' }).fill('thi');
  await page.getByRole('option', { name: /^Thistle/ }).click();
  await expect(page.getByRole('combobox', { name: 'Breed', exact: true })).toHaveValue('Wensleydale');
  await expect(page.getByLabel('Colour')).toHaveValue('grey');
  await page.getByLabel('Raw weight').fill('3200');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
  await page.getByLabel('Find a lot, breed or sample').fill('thist');
  await page.getByRole('option', { name: /^Thistle/ }).click();
  await expect(page.getByRole('group', { name: 'The clips of Thistle' }).getByRole('button')).toHaveCount(1);
});
