import { expect, test } from '@playwright/test';
import { at, post, register } from './hands';

test('what is typed at the combs and hardly can be is asked about at once, with what was meant as a tap', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await register(page);
  await post(page, '/api/fleeces', { mass: '30 g', form: 'clean', humidityPercent: 65 });
  await page.goto(at('/station/comb'));
  await page.getByRole('button', { name: 'Comb in loads' }).click();
  const planning = page.getByRole('form', { name: 'Comb in loads' });
  await planning.getByLabel('The most on them at once').fill('5 g');
  await planning.getByRole('button', { name: 'Begin combing' }).click();
  const bench = page.getByRole('region', { name: /^On the combs/ });
  const weigh = async (top: string, noil: string) => {
    await bench.getByLabel('Its top weighs').fill(top);
    await bench.getByLabel('Its noil weighs').fill(noil);
    await page.keyboard.press('Enter');
    await expect(bench.getByLabel('Its top weighs')).toHaveValue('');
  };
  const asked = bench.getByRole('status').filter({ hasText: /\? A load here is 5 g\./ });
  const count = bench.getByRole('status').filter({ hasText: / of \d/ });

  // A point that was not typed; the next load is counted while the question waits.
  await weigh('4.2', '43');
  await expect(asked).toContainText('43 g?');
  await weigh('4.1', '0.6');
  await expect(count).toHaveText(/^1 of 6/);
  await page.reload();
  await expect(asked).toContainText('43 g?');
  await expect(count).toHaveText(/^1 of 6/);
  await asked.getByRole('button', { name: 'It was 4.3 g' }).focus();
  await page.keyboard.press('Enter');
  await expect(count).toHaveText(/^2 of 6/);
  await expect(asked).toHaveCount(0);

  // Said to be so it is believed, and kept over a reload.
  await weigh('23', '0.5');
  await asked.getByRole('button', { name: 'It is so' }).click();
  await expect(count).toHaveText(/^3 of 6/);
  await page.reload();
  await expect(count).toHaveText(/^3 of 6/);

  // Typed anew: both figures stand there again.
  await weigh('5', '400');
  await asked.getByRole('button', { name: 'Type it anew' }).click();
  await expect(bench.getByLabel('Its top weighs')).toHaveValue('5');
  await expect(bench.getByLabel('Its noil weighs')).toHaveValue('400');
  await expect(count).toHaveText(/^3 of 6/);
});
