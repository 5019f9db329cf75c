import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { at, nothingIsWiderThan, tabOn } from './hands';

test('the first ten minutes: a name, what one counts in, an example to play with, a tub when it is needed', async ({
  page,
}) => {
  await page.goto(at('/door'));
  await page.getByRole('button', { name: 'I am new here' }).click();
  await page.getByLabel('Your name').fill('Ilse');
  const email = `${crypto.randomUUID()}@example.org`;
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill('short');
  await page.getByRole('button', { name: 'Open the workshop' }).click();
  // Said once, at its field.
  await expect(page.getByText('A password has ten characters or more; any will do.')).toHaveCount(1);
  await page.getByLabel('Password').fill('wool and water');
  await page.getByRole('button', { name: 'Open the workshop' }).click();

  await expect(page.getByRole('heading', { level: 1, name: 'Your workshop' })).toBeVisible();
  await page.getByLabel('Name of the workshop').fill('Sedge Loft');
  await page.getByLabel('Weights in').selectOption({ label: 'ounces' });
  await page.getByLabel('Lengths of locks in').selectOption({ label: 'inches' });
  await page.getByLabel('Currency').fill('eu');
  await page.getByLabel('The scale’s division, grams').fill('one');
  await page.getByRole('button', { name: 'That is right' }).click();
  await expect(page.getByRole('textbox', { name: 'The scale’s division' })).toHaveAttribute('aria-invalid', 'true');
  await page.getByRole('button', { name: '5 g', exact: true }).click();
  await page.getByRole('button', { name: 'That is right' }).click();
  await expect(page.getByLabel('Currency')).toHaveAttribute('aria-invalid', 'true');
  await page.getByLabel('Currency').fill('nok');
  await page.getByRole('button', { name: 'That is right' }).click();

  // The course as an outline, with what comes first.
  await expect(page.getByRole('heading', { name: 'The shed is empty' })).toBeVisible();
  await expect(page.getByText('Sedge Loft')).toBeVisible();
  const outline = page.getByRole('list', { name: 'The course of a fleece' });
  await expect(outline.getByRole('listitem').first()).toContainText('Take in first');
  await expect(outline.getByRole('listitem')).toHaveCount(7);

  for (const size of [
    { width: 390, height: 844 },
    { width: 1280, height: 800 },
  ]) {
    await page.setViewportSize(size);
    expect((await new AxeBuilder({ page }).analyze()).violations.map((v) => v.id)).toEqual([]);
    await nothingIsWiderThan(page, size.width);
  }

  await tabOn(page, /^Put in an example fleece$/);
  await page.keyboard.press('Enter');
  const notice = page.getByText(/is the example fleece/);
  await expect(notice).toBeVisible();
  const code = (await notice.getByRole('link').textContent())!;
  await page.goto(at(`/lots/${code}/locks`));
  await expect(page.getByText(/^6\.3 in$/).first()).toBeVisible();
  await expect(page.getByRole('img', { name: /6 locks on a ruler, mean 6\.3 in/ })).toBeVisible();

  // A tub is asked for where one is needed, and not before.
  await page.goto(at(`/station/wash/plan?lot=${code}`));
  const tub = page.getByRole('form', { name: 'Your first tub' });
  await tub.getByLabel('It holds, L or gal').fill('a lot');
  await tub.getByRole('button', { name: 'Keep this tub' }).click();
  await expect(tub.getByLabel('It holds, L or gal')).toHaveAttribute('aria-invalid', 'true');
  await tub.getByLabel('It holds, L or gal').fill('6 gal');
  await tub.getByRole('button', { name: 'Keep this tub' }).click();
  await expect(tub).toBeHidden();
  await expect(page.getByLabel('Tub')).toContainText('the tub');

  await page.goto(at('/'));
  await page.getByRole('button', { name: 'Take the example out' }).click();
  await expect(page.getByRole('heading', { name: 'The shed is empty' })).toBeVisible();

  // Who is registered already is told so once, and where to go.
  await page.getByRole('button', { name: 'Leave' }).click();
  await page.getByRole('button', { name: 'I am new here' }).click();
  await page.getByLabel('Your name').fill('Ilse');
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill('wool and water');
  await page.getByRole('button', { name: 'Open the workshop' }).click();
  await expect(page.getByText(/This email is registered already/)).toHaveCount(1);
});
