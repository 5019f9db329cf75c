import { expect, test } from '@playwright/test';
import { at, post, register, takeIn } from './hands';

test('one person has two workshops: joins with a code, changes between them, and sees nothing of one in the other', async ({
  browser,
}) => {
  const owner = await (await browser.newContext()).newPage();
  await register(owner, 'Maud');
  const { code } = await (await post(owner, '/api/workshop/invitations', { role: 'preparer' })).json();
  await takeIn(owner, '1500 g');

  const page = await (await browser.newContext()).newPage();
  await register(page, 'Ilse');
  await page.goto(at('/workshop'));
  const form = page.getByRole('form', { name: 'Another workshop' });
  await form.getByLabel('Invitation code').fill('no such code');
  await form.getByRole('button', { name: 'Join it' }).click();
  await expect(form.getByText(/was used, has run out, or was never given/)).toBeVisible();
  await form.getByLabel('Invitation code').fill(code);
  await form.getByRole('button', { name: 'Join it' }).click();

  const choice = page.getByLabel('Workshop', { exact: true });
  const waiting = page.getByRole('group', { name: 'Waiting lots' });
  await expect(waiting.getByRole('button')).toHaveCount(1);
  const [there, here] = [/Maud/, /Ilse/];
  await expect(choice.locator('option:checked')).toHaveText(there);
  await choice.selectOption({ label: (await choice.locator('option', { hasText: here }).textContent())! });
  await expect(page.getByRole('heading', { name: 'The shed is empty' })).toBeVisible();

  // What is heard is this workshop's: something taken in there is not told here, and is there after changing back.
  await takeIn(owner, '900 g');
  await page.reload();
  await expect(page.getByRole('heading', { name: 'The shed is empty' })).toBeVisible();
  await choice.selectOption({ label: (await choice.locator('option', { hasText: there }).textContent())! });
  await expect(waiting.getByRole('button')).toHaveCount(2);
  await takeIn(owner, '800 g');
  await expect(waiting.getByRole('button')).toHaveCount(3);
});
