import { expect, test } from '@playwright/test';
import { register } from './hands';

test('a kit of unknown shares comes in as such, says so, and is weighed out later', async ({ page }) => {
  await register(page, 'Ilse', '/take-in');
  await page.getByLabel('Weight', { exact: false }).first().fill('120 g');
  await page.getByLabel('It comes in as').selectOption({ label: 'clean fibre' });
  await page.getByRole('button', { name: 'It is a blend or a kit' }).click();
  await page.getByLabel('Breed 1, if known').fill('Merino');
  await page.getByRole('button', { name: 'Another part' }).click();
  const second = page.getByLabel('Share 2, %');

  // One share alone is half a story, and a word is none.
  await second.fill('little');
  await page.getByLabel('Share 1, %').focus();
  await expect(page.getByText('That does not read as a number.')).toBeVisible();
  await second.fill('30 %');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'give every part one, or none' })).toBeVisible();
  await second.fill('');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('Nobody knows the shares')).toBeVisible();
  const made = page.getByRole('list', { name: 'Made of' });
  await expect(made.getByRole('listitem')).toHaveText(['Merino, wool', 'silk']);

  await page.getByRole('button', { name: 'Change what is noted' }).click();
  const noting = page.getByRole('dialog');
  await noting.getByLabel('Share 1, %').fill('90 g');
  await noting.getByLabel('Share 2, %').fill('30 g');
  await noting.getByRole('button', { name: 'Note it' }).click();
  await expect(made.getByRole('listitem')).toHaveText([/75 %/, /25 %/]);
  await expect(page.getByText('Nobody knows the shares')).toBeHidden();
});
