import { expect, test, type Page } from '@playwright/test';
import { at, enterDemo, logAt, register, tabOn, takeIn } from './hands';

/** A fleece, taken in and skirted. */
async function skirted(page: Page, weight: string, breed: string) {
  const code = await takeIn(page, weight, breed);
  await logAt(page, 'skirt', code, weight);
  return `${code}.2`;
}

/** Something is made at a station, with one loss that is weighed. */
async function make(page: Page, step: string, lot: string, weight: string, loss: string | null) {
  await page.goto(at(`/station/${step}?lot=${lot}`));
  await expect(page.getByLabel('What it weighs now')).toBeFocused();
  await page.getByLabel('What it weighs now').fill(weight);
  if (loss) {
    await page.getByRole('button', { name: 'Add a loss' }).click();
    await page.getByLabel('Weight', { exact: true }).fill(loss);
  }
  await page.getByLabel('What it weighs now').press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /^Logged as/ })).toBeVisible();
}

test('two lots of like kind are planned together and two baths lie at once, by keyboard alone', async ({ page }) => {
  await register(page);
  const one = await skirted(page, '900', 'Corriedale');
  const two = await skirted(page, '800', 'Polwarth');
  await page.goto(at('/station/wash/plan'));
  await expect(page.getByText('900 g').first()).toBeVisible();
  const other = page.getByRole('group', { name: 'Lots' }).getByRole('button', { pressed: false });
  await expect(other).toHaveCount(1);
  const missing = (await other.textContent())!.includes(one) ? one : two;
  // Lots are one stop for Tab, within which the arrow keys go on.
  await tabOn(page, new RegExp(`${one}|${two}`.replaceAll('.', '\\.')));
  if (!(await page.locator(':focus').textContent())!.includes(missing)) await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(page.locator('#bench').getByText('1 700 g', { exact: true })).toBeVisible();
  await expect(page.getByText('2 of 850 g')).toBeVisible();
  await tabOn(page, /^Start this wash$/);
  await page.keyboard.press('Enter');

  const wash = page.getByRole('region', { name: `Wash of ${one}, ${two}` });
  await expect(wash.getByText('Next: bath 1 of batch 1, wash.')).toBeVisible();
  await tabOn(page, /^The wool is in$/);
  await page.keyboard.press('Enter');
  const first = wash.getByRole('img', { name: /^Bath 1 of \d, batch 1 of 2, wash/ });
  await expect(first).toBeVisible();
  await tabOn(page, /^In another tub$/);
  await page.keyboard.press('Enter');
  const second = wash.getByRole('img', { name: /^Bath 1 of \d, batch 2 of 2, wash/ });
  await expect(second).toBeVisible();
  await expect(wash.getByText(/ left$/)).toHaveCount(2);

  await wash.getByLabel('It is now, °C').first().focus();
  await page.keyboard.type('56,5');
  await page.keyboard.press('Enter');
  await expect(first).toHaveAccessibleName(/1 readings, the last 56\.5 °C/);
  await expect(second).toHaveAccessibleName(/0 readings/);
  await page.reload();
  await expect(second).toBeVisible();
  await expect(first).toHaveAccessibleName(/the last 56\.5 °C/);

  await wash.getByRole('button', { name: 'Lifted', exact: true }).first().focus();
  await page.keyboard.press('Enter');
  await expect(first).toBeHidden();
  await expect(second).toBeVisible();
  await expect(wash.getByText('Next: bath 2 of batch 1, wash.')).toBeVisible();
  await wash.getByRole('button', { name: 'Bath 1, batch 1 was not lifted' }).click();
  await expect(first).toHaveAccessibleName(/the last 56\.5 °C/);
});

test('on a phone wet wool goes on a rack, is weighed, and is logged as provisional before it is dry', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await register(page);
  await page.goto(at('/workshop'));
  await page.getByLabel('Another rack').fill('window rail');
  await page.getByLabel('Area, m²').fill('0,4');
  await page.getByRole('button', { name: 'Add the rack' }).click();
  await expect(page.getByText('window rail', { exact: true })).toBeVisible();
  const code = await takeIn(page, '1000', 'Romney');
  await logAt(page, 'skirt', code, '900');
  await logAt(page, 'wash', `${code}.2`, null);

  await page.goto(at('/station/dry'));
  await expect(page.getByLabel('Rack')).toHaveValue(/.+/);
  await page.getByLabel('It weighs now, wet').fill('1080');
  await page.getByRole('button', { name: 'It lies on the rack' }).click();
  const rack = page.getByRole('region', { name: `On the rack: ${code}.3` });
  await expect(rack.getByText('This rack carries more than it has room for')).toBeVisible();
  await expect(rack.getByRole('button', { name: /^dry at: cannot tell/ })).toBeVisible();
  await rack.getByLabel('It weighs now').fill('10500');
  await page.keyboard.press('Enter');
  await expect(rack.getByRole('img', { name: /2 weighings/ })).toBeVisible();
  await rack.getByRole('button', { name: 'It was a slip' }).click();
  await expect(rack.getByRole('img', { name: /1 weighing\b/ })).toBeVisible();
  await rack.getByLabel('It weighs now').fill('1050');
  await page.keyboard.press('Enter');
  await expect(rack.getByRole('img', { name: /2 weighings/ })).toBeVisible();
  // Thirty grams in a moment: it dripped, and that is so.
  await rack.getByRole('button', { name: 'It is so' }).click();
  await expect(rack.getByText(/was noted, and/)).toHaveCount(0);

  await rack.getByRole('button', { name: 'Log it now, as provisional' }).click();
  await expect(page.getByLabel('What it weighs now')).toHaveValue('1050');
  await expect(page.getByLabel('Weighed', { exact: true }).first()).toHaveValue('provisional');
  // More than what went into the wash: such a weight is only kept as a draft, or drier.
  await page.getByLabel('What it weighs now').fill('640');
  await page.getByRole('button', { name: 'Log it as dried' }).click();
  await expect(page.getByRole('status').filter({ hasText: /^Logged as dried/ })).toBeVisible();
  await expect(rack).toBeHidden();
  await page.goto(at(`/lots/${code}.4`));
  await expect(page.getByText(/provisional/).first()).toBeVisible();
});

test('seed cotton is ginned and silk caps are parted, each at a station of its own', async ({ page }) => {
  await register(page);
  const cotton = await takeIn(page, '500', 'Upland cotton');
  await expect(page.getByRole('link', { name: /^Gin/ }).first()).toBeVisible();
  await expect(page.getByText(/seed cotton/).first()).toBeVisible();
  await make(page, 'gin', cotton, '185', '315');
  await page.goto(at(`/lots/${cotton}.2`));
  await expect(page.getByText('Gin, 37 % kept')).toBeVisible();
  await expect(page.getByText(/seed and trash 315 g/).first()).toBeVisible();

  const silk = await takeIn(page, '60', 'Mulberry silk caps');
  await page.goto(at(`/station/partCaps?lot=${silk}`));
  await page.getByRole('button', { name: 'Picked a bit out' }).click();
  await make(page, 'partCaps', silk, '59.5', null);
  await page.goto(at(`/lots/${silk}.2`));
  await expect(page.getByText('1 hair or bit plucked out')).toBeVisible();
  await expect(page.getByText(/roving/).first()).toBeVisible();
});

test('a probe that hangs in the air is asked about, and the clock goes on without it', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/station/wash'));
  const wash = page.getByRole('region', { name: 'Wash of C-01.2' });
  const clock = wash.getByRole('button', { name: /^lift (by|at): / });
  const before = await clock.innerText();
  expect(before).toMatch(/\d\d:\d\d/);
  await wash.getByLabel('Temperature').first().selectOption({ label: 'bath probe' });
  await expect(
    wash.getByText(/The probe reads 1\d\.\d °C where about \d\d °C is expected\. Is it in the bath\?/),
  ).toBeVisible({
    timeout: 90_000,
  });
  await expect.poll(() => clock.innerText()).toBe(before);
  await wash.getByLabel('Temperature').first().selectOption({ label: 'typed' });
  await expect(wash.getByText(/bath probe:/)).toBeHidden();
});

test('what was decided of a wash stays on the lot', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/lots/F-01.6'));
  await page.getByRole('button', { name: 'Did the wash do its work?' }).click();
  await expect(page.getByRole('img', { name: /^It lost \d+ %; usual is/ })).toBeVisible();
  await page.getByRole('button', { name: 'tacky' }).click();
  await page.getByRole('button', { name: 'The wax is acceptable' }).click();
  await expect(page.getByText(/^Washed on .*: wax left, acceptable \(Marrit/)).toBeVisible();
  await page.getByRole('button', { name: 'Wash it again' }).click();
  await expect(page.getByRole('heading', { name: 'Plan a wash' })).toBeVisible();
  await expect(page.getByRole('button', { name: /F-01\.6/, pressed: true })).toBeVisible();
});
