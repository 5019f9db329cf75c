import { expect, test } from '@playwright/test';
import { at, post, register } from './hands';

test('a yarn is aimed at from a lot and found in three ply-backs, slips and a reload included', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '200 g', form: 'top', breed: 'Romney', humidityPercent: 65 });
  const { lots } = await (await page.request.get(at('/api/lots'))).json();
  await page.goto(at(`/lots/${lots[0].code}`));
  await page.getByRole('link', { name: 'Aim at a yarn' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Aim at a yarn' })).toBeVisible();

  // Slips: a word for a number, an angle that is none, a ratio without a draw.
  const wanted = page.getByLabel('Washed yarn, wraps an inch');
  await expect(wanted).toBeFocused();
  await page.getByRole('group', { name: 'Classes of yarn' }).getByRole('button', { name: 'sport, 13' }).click();
  await expect(wanted).toHaveValue('13');
  await wanted.fill('thin');
  await expect(page.getByText('Write wraps as 14, or as 13-14.')).toBeVisible();
  await wanted.fill('14');
  await page.getByLabel('Angle, °', { exact: true }).fill('90');
  await expect(page.getByText('The angle must be from 1 to 80 degrees.')).toBeVisible();
  await page.getByLabel('Angle, °', { exact: true }).fill('28');
  await page.getByLabel('Ratio of the whorl').fill('11');
  await expect(page.getByText('Say how long a draw is, or leave the ratio out.')).toBeVisible();
  await page.getByLabel('A draw, mm').fill('150');
  await expect(page.getByText(/^A fresh ply-back of two must read 15\.4 WPI at 28° now/)).toBeVisible();
  await expect(page.getByText(/^On this ratio: 2 treadles for a draw of/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'ply-back' }).getByRole('img')).toBeVisible();

  // The first is too thick and too soft; a slip in it is refused at its field and loses nothing.
  const trial = page.getByRole('form', { name: 'New ply-back' });
  await trial.getByLabel('New ply-back, wraps an inch').fill('1200');
  await trial.getByLabel('Its angle, °').fill('18');
  await trial.getByRole('button', { name: /^With 2 treadles for/ }).click();
  await expect(trial.getByLabel('Treadles for a draw')).toHaveValue('2');
  await trial.getByLabel('Treadles for a draw').fill('3');
  await trial.getByLabel('Of mm').fill('150');
  await trial.getByLabel('Of mm').press('Enter');
  await expect(trial.getByText('Wraps in an inch lie between 1 and 200.')).toBeVisible();
  await expect(trial.getByLabel('Its angle, °')).toHaveValue('18');
  await trial.getByLabel('New ply-back, wraps an inch').fill('12');
  await page.keyboard.press('Enter');
  const first = page.getByRole('region', { name: 'read 1' });
  await expect(first.getByText('Too thick by 28 %, too little twist.')).toBeVisible();
  await expect(first.getByRole('status')).toHaveText(
    /^Draw farther: let 61 % of that fibre into a length\. 6 treadles/,
  );

  // What it asks for is one tap in the next.
  await trial.getByRole('button', { name: /^With 6 treadles for/ }).click();
  await expect(trial.getByLabel('Treadles for a draw')).toHaveValue('6');

  // What was tried is still there after a reload, and on a phone.
  await page.reload();
  await expect(first.getByText(/^Too thick/)).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await trial.getByLabel('New ply-back, wraps an inch').fill('13,5');
  await trial.getByLabel('Its angle, °').fill('24');
  await trial.getByRole('button', { name: 'Note the ply-back' }).click();
  await expect(
    page.getByRole('region', { name: 'read 2' }).getByText('Too thick by 14 %, too little twist.'),
  ).toBeVisible();
  await trial.getByLabel('New ply-back, wraps an inch').fill('15-16');
  await trial.getByLabel('Its angle, °').fill('27');
  await trial.getByRole('button', { name: 'Note the ply-back' }).click();
  const third = page.getByRole('region', { name: 'read 3' });
  await expect(third.getByText('Near enough: keep these settings.')).toBeVisible();

  // The same singles as other yarns, before a bobbin of them is spun.
  const others = page.getByRole('list', { name: 'What these singles could become' });
  await expect(others.getByRole('listitem')).toHaveText([
    /singles: /,
    /two-ply: /,
    /three-ply: /,
    /chain ply: /,
    /cable of two two-plies: /,
  ]);
  await page.getByRole('region', { name: 'read 1' }).getByRole('button', { name: 'Take it out' }).click();
  await expect(page.getByRole('region', { name: 'read 3' })).toHaveCount(0);
});
