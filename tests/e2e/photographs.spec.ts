import { expect, test } from '@playwright/test';
import { at, picture, post, register } from './hands';

test('a photograph is put on a lot and on an entry, named, its colour noted, and taken out again', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '120 g', form: 'top', humidityPercent: 65 });
  await page.goto(at('/lots/F-01'));
  const add = page.locator('input[type=file]');
  // What is no picture is refused with what to do about it.
  await add.first().setInputFiles({ name: 'list.png', mimeType: 'image/png', buffer: Buffer.from('just words') });
  await expect(page.getByText(/That is no picture that can be read here/)).toBeVisible();
  await add.first().setInputFiles({
    name: 'IMG_1.HEIC',
    mimeType: 'image/heic',
    buffer: Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic0000mif1heic')]),
  });
  await expect(page.getByText(/That is a HEIC picture/)).toBeVisible();

  await add.first().setInputFiles(await picture(page, ['#a2402b']));
  const small = page.getByRole('button', { name: /^Open photograph of/ });
  await expect(small).toHaveCount(1);
  await expect(small.locator('img')).toHaveJSProperty('complete', true);
  // Large in the browser, small over the line: 2400 dots come out as 2048.
  await small.click();
  const open = page.getByRole('dialog');
  await expect(open.getByRole('img', { name: /^photograph of/ })).toHaveJSProperty('naturalWidth', 2048);
  await open.getByLabel('Written under it').fill('by the north window');
  await open.getByRole('button', { name: 'Note it' }).click();
  await expect(open.getByRole('heading', { name: 'by the north window' })).toBeVisible();
  await open.getByRole('button', { name: 'Its main colours' }).click();
  await expect(open.getByText('One main colour.', { exact: false })).toBeVisible();
  await open.getByRole('button', { name: /^F-01 has this colour/ }).click();
  await expect(open.getByText(/^F-01 is noted as #A[0-9A-F]{5}\.$/)).toBeVisible();
  await open.getByRole('button', { name: 'Close' }).click();

  await page.locator('li input[type=file]').setInputFiles(await picture(page, ['#2f5568']));
  await expect(page.getByRole('button', { name: /^Open photograph of/ })).toHaveCount(2);
  await page.reload();
  await page.getByRole('button', { name: 'Open by the north window' }).first().click();
  await open.getByRole('button', { name: 'Take it out' }).click();
  await open.getByRole('button', { name: 'Take it out for good' }).click();
  await expect(page.getByRole('button', { name: 'Open by the north window' })).toHaveCount(0);
});

test('the colours of a photograph become a blend of own lots, and strips in order', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '200 g', form: 'top', colour: 'madder', humidityPercent: 65 });
  await post(page, '/api/fleeces', { mass: '200 g', form: 'top', colour: 'gold', humidityPercent: 65 });
  await page.goto(at('/station/blend'));
  const plan = page.getByRole('form', { name: 'Blend', exact: true });
  await plan
    .locator('input[type=file]')
    .setInputFiles(await picture(page, ['#a4422c', '#a4422c', '#c59b2c', '#3040a8']));
  await expect(plan.getByText(/3 main colours\. For 25 % of the picture no lot of yours comes near/)).toBeVisible();
  await plan.getByRole('button', { name: 'Take these shares' }).click();
  await expect(plan.getByLabel('F-01, %')).toHaveValue('67');
  await expect(plan.getByLabel('F-02, %')).toHaveValue('33');

  await page.goto(at('/station/divide'));
  await page.getByRole('button', { name: 'Arrange strips and rehearse their colours' }).click();
  const bench = page.getByRole('region', { name: 'Strips and their colours' });
  await bench
    .locator('input[type=file]')
    .setInputFiles(await picture(page, ['#a4422c', '#a4422c', '#c59b2c', '#3040a8']));
  await bench.getByRole('button', { name: 'Lay strips of these' }).click();
  await expect(bench.getByLabel('Repeat')).toHaveValue(/^a [bc] a [bc]$/);
  await bench.getByLabel('A strip weighs').fill('5 g');
  await expect(bench.getByRole('img', { name: /^Strips in order\. Ply 1: a/ })).toBeVisible();
});
