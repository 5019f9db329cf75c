import { expect, test } from '@playwright/test';
import { at, post, register } from './hands';

test('48 g of fine down: cloud against punis, tried in one sitting and compared', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '48 g', form: 'down', fibre: 'yak', humidityPercent: 65 });
  await page.goto(at('/lots/F-01/routes'));
  await page.getByRole('button', { name: /^Try both, 5 g each/ }).click();
  await expect(page.getByRole('heading', { name: 'Still to be prepared' })).toBeVisible();
  const waiting = page.getByRole('link', { name: /^F-01\.\d$/ });
  await expect(waiting).toHaveCount(2);
  const [first, second] = await waiting.allTextContents();

  for (const [lot, form, mass, minutes] of [
    [first!, 'cloud', '4.9 g', '6'],
    [second!, 'puni', '4.8 g', '30'],
  ] as const) {
    const { lot: head } = await (await page.request.get(at(`/api/lots/${lot}`))).json();
    await post(page, '/api/entries', {
      step: 'card',
      from: [{ lotId: head.id, all: true }],
      to: [{ form, mass }],
      losses: [{ kind: 'cardWaste' }],
      minutes: Number(minutes),
    });
  }
  await page.goto(at('/lots/F-01/compare'));
  await expect(page.getByRole('img', { name: /cloud: 5\.?\d* g gave .* 2 h preparing/ })).toBeVisible();
  await expect(page.getByText('The slower road, punis, buys nothing in what was measured: what is kept.')).toBeVisible();

  // Each way is spun, with a slip on the way: then it is known what the slower road buys.
  for (const [n, minutes, joins, lumps] of [
    [0, '30', '15', '30'],
    [1, '24', '5', '4'],
  ] as const) {
    await page.goto(at('/lots/F-01/compare'));
    await page.getByRole('link', { name: 'Keep a sample' }).first().click();
    await page.getByLabel('Verdict, in your words').fill(n === 0 ? 'quick and lumpy' : 'smooth');
    await page.getByLabel('Yarn spun').fill(n === 0 ? 'a little' : '4 g');
    await page.getByLabel('Minutes of spinning').fill(minutes);
    await page.getByLabel('Joins in 10 m').fill(joins);
    await page.getByLabel('Lumps in 10 m').fill(lumps);
    await page
      .getByLabel('At several places, wraps')
      .fill(n === 0 ? '12 16 11 17 14 13 18 12' : '14 14 15 14 14 13 14 14');
    await page.getByRole('button', { name: 'Keep the sample' }).click();
    if (n === 0) {
      await expect(page.getByText(/does not read as a weight/)).toBeVisible();
      await page.getByLabel('Yarn spun').fill('4 g');
      await page.getByRole('button', { name: 'Keep the sample' }).click();
    }
    await expect(page.getByRole('heading', { name: 'Where it came from' })).toBeVisible();
  }
  await page.goto(at('/lots/F-01/compare'));
  await expect(page.getByText(/The slower road, punis, buys .*fewer lumps/)).toBeVisible();
  const lumps = page.getByRole('row', { name: /lumps in the yarn/ });
  await expect(lumps.getByText('better')).toHaveCount(1);
  await expect(page.getByText(/buys .*a more even yarn/)).toBeVisible();
  await expect(page.getByRole('row', { name: /unevenness of the yarn/ }).getByText('better')).toHaveCount(1);
  await expect(page.getByRole('row', { name: /kept of what was taken/ }).getByText('better')).toHaveCount(0);
  // On a phone nothing is wider than the screen but the table in its own frame.
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
