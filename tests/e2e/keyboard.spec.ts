import { expect, test as base, type Page } from '@playwright/test';
import { at, post, register, tabOn } from './hands';

/** A page on which nothing may be clicked or touched: whoever has wet hands, or no mouse, gets through all the same. */
const test = base.extend<{ keys: Page }>({
  keys: async ({ page }, use) => {
    await register(page);
    let touched = 0;
    await page.exposeFunction('touched', () => touched++);
    await page.addInitScript(() =>
      addEventListener('pointerdown', () => (window as unknown as { touched(): void }).touched(), true),
    );
    await page.reload();
    await use(page);
    expect(touched, 'clicks and touches').toBe(0);
  },
});

/** Goes on by the Tab key and presses what is found there. */
async function press(page: Page, name: RegExp, key = 'Enter') {
  await tabOn(page, name);
  await page.keyboard.press(key);
}

/** Goes on by the Tab key and types over what stands there. */
async function type(page: Page, name: RegExp, text: string) {
  await tabOn(page, name);
  await page.keyboard.press('Control+A');
  await page.keyboard.type(text);
}

const logged = (page: Page) => page.getByRole('status').filter({ hasText: /^Logged as/ });

test('loads are carded, counted, weighed and logged by keyboard alone', async ({ keys: page }) => {
  await post(page, '/api/fleeces', { mass: '90 g', form: 'clean', humidityPercent: 65 });
  await page.goto(at('/station/card'));
  await press(page, /^Card in loads/);
  await type(page, /^The most on them at once/, '45 g');
  // While the plan is asked for anew it cannot be begun.
  await expect(page.getByRole('button', { name: /^2 loads of: 45 g/ })).toBeVisible();
  await press(page, /^Begin carding/);
  const bench = page.getByRole('region', { name: /^At the cards/ });
  const count = bench.getByRole('status').filter({ hasText: / of \d+\s*pass/ });
  await expect(count).toHaveText(/^0 of 2/);
  await page.keyboard.press('Space');
  await expect(count).toHaveText(/^1 of 2/);
  await type(page, /^It weighs/, '44 g');
  await page.keyboard.press('Enter');
  await expect(count).toHaveText(/^2 of 2/);
  await press(page, /^Take the last one back/);
  await expect(count).toHaveText(/^1 of 2/);
  await type(page, /^Loads, counted at once/, '1');
  await press(page, /^Count them/, 'Space');
  await expect(count).toHaveText(/^2 of 2/);
  await press(page, /^Weigh and log it/);
  await expect(page.getByRole('heading', { name: 'Log what was watched' })).toBeVisible();
  await type(page, /^What it weighs now/, '88 g');
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();
});

test('a long wool is combed and logged by keyboard alone', async ({ keys: page }) => {
  await post(page, '/api/fleeces', { mass: '60 g', form: 'clean', breed: 'Wensleydale', humidityPercent: 65 });
  await page.goto(at('/station/comb'));
  await press(page, /^Comb in loads/);
  await type(page, /^The most on them at once/, '60 g');
  await tabOn(page, /^To lead as it is drawn off/);
  await page.keyboard.type('tips');
  await press(page, /^Begin combing/);
  const bench = page.getByRole('region', { name: /^On the combs/ });
  const count = bench
    .getByRole('status')
    .filter({ hasText: / of \d+/ })
    .last();
  await expect(count).toHaveText(/^0 of 1\s*0 of 4 transfers/);
  for (let i = 1; i <= 4; i++) {
    await page.keyboard.press('Space');
    await expect(count).toHaveText(new RegExp(`^0 of 1\\s*${i} of 4`));
    // Two presses within a moment would be one.
    await page.waitForTimeout(150);
  }
  await expect(bench.getByText(/^The tips lead now/)).toBeVisible();
  await type(page, /^Its top weighs/, '50 g');
  await type(page, /^Its noil weighs/, '8 g');
  await page.keyboard.press('Enter');
  await expect(count).toHaveText(/^1 of 1/);
  await press(page, /^Weigh and log it/);
  await expect(page.getByRole('heading', { name: 'Log what was watched' })).toBeVisible();
  await tabOn(page, /^What it weighs now/);
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();
});

test('two lots are blended by keyboard alone', async ({ keys: page }) => {
  for (const colour of ['madder', 'woad'])
    await post(page, '/api/fleeces', { mass: '60 g', form: 'top', colour, humidityPercent: 65 });
  await page.goto(at('/station/blend'));
  const plan = page.getByRole('form', { name: 'Blend', exact: true });
  await expect(plan.getByRole('group', { name: 'Lots' }).getByRole('button')).toHaveCount(2);
  // Lots are one stop for Tab, within which the arrow keys go on.
  await press(page, /madder/, 'Space');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(plan.getByRole('group', { name: 'Lots' }).getByRole('button', { pressed: true })).toHaveCount(2);
  const shares = plan.getByLabel(/, %$/);
  await expect(shares).toHaveCount(2);
  for (const share of ['70', '30']) await type(page, /, %$/, share);
  await page.keyboard.press('Control+Home');
  await type(page, /^All of it/, '60 g');
  await type(page, /^The most on it at once/, '30 g');
  await tabOn(page, /^Passes/);
  await page.keyboard.press('Home');
  await page.keyboard.press('ArrowRight');
  await expect(plan.getByRole('img', { name: /^After 1 pass/ })).toBeVisible();
  await press(page, /^Begin blending/);
  const count = page
    .getByRole('region', { name: /^Blend of/ })
    .getByRole('status')
    .filter({ hasText: / of 2\s*pass/ });
  await expect(count).toHaveText(/^0 of 2/);
  await page.keyboard.press('Space');
  await expect(count).toHaveText(/^1 of 2/);
  await page.waitForTimeout(700);
  await page.keyboard.press('Enter');
  await expect(count).toHaveText(/^2 of 2|^0 of 2\s*pass 1/);
  await press(page, /^Weigh and log it/);
  await expect(page.getByRole('heading', { name: 'Log what was watched' })).toBeVisible();
  await type(page, /^What it weighs now/, '59 g');
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();
});

test('strips are arranged, rehearsed, ticked off and planned anew by keyboard alone', async ({ keys: page }) => {
  for (const colour of ['madder', 'gold'])
    await post(page, '/api/fleeces', { mass: '60 g', form: 'top', colour, humidityPercent: 65 });
  await page.goto(at('/station/divide'));
  await press(page, /^Arrange strips and rehearse their colours/);
  const bench = page.getByRole('region', { name: 'Strips and their colours' });
  await press(page, /madder/);
  await press(page, /gold/);
  await type(page, /^Repeat/, 'a b');
  await type(page, /^How often/, '2');
  await type(page, /^A strip weighs/, '5 g');
  await expect(bench.getByRole('img', { name: /^Strips in order\. Ply 1: a b a b\./ })).toBeVisible();
  await expect(bench.getByRole('img', { name: 'The patch as it looks from across a room.' })).toBeVisible();
  await tabOn(page, /^Ply 2/);
  await page.keyboard.type('as the first, later');
  await expect(bench.getByText(/they marl/)).toBeVisible();
  await press(page, /^Begin: tick the strips off/);
  const chart = page.getByRole('region', { name: /^Strips of/ });
  await expect(chart.getByRole('status').first()).toHaveText(/^0 of 4/);
  await page.keyboard.press('Space');
  await expect(chart.getByRole('status').first()).toHaveText(/^1 of 4/);
  await press(page, /^Plan the rest anew/);
  await type(page, /^Still to come of ply 1/, 'b b');
  await press(page, /^So goes the rest/);
  await expect(chart.getByRole('status').first()).toHaveText(/^1 of 3/);
  // Within a group of words the arrow keys go on: what is chosen first is its one stop for Tab.
  await tabOn(page, /^the marked end/);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(chart.getByRole('button', { name: 'the other end', pressed: true })).toBeVisible();
  await press(page, /^Put the chart away/);
  await press(page, /^Put it away as it is/);
  await expect(chart).toHaveCount(0);
});

test('two ways are tried, logged and compared by keyboard alone', async ({ keys: page }) => {
  await post(page, '/api/fleeces', { mass: '48 g', form: 'down', fibre: 'yak', humidityPercent: 65 });
  await page.goto(at('/lots/F-01/routes'));
  await press(page, /^Try both, 5 g each/);
  await expect(page.getByRole('heading', { name: 'Still to be prepared' })).toBeVisible();
  for (const mass of ['4.9 g', '4.7 g']) {
    await press(page, /^Card F-01\.\d/);
    await type(page, /^What it weighs now/, mass);
    await page.keyboard.press('Enter');
    await expect(logged(page)).toBeVisible();
    await page.goto(at('/lots/F-01/compare'));
    await expect(page.getByRole('group', { name: 'The figures of each way' })).toBeVisible();
  }
  // A table that is wider than the screen is moved by the arrow keys.
  await page.setViewportSize({ width: 390, height: 844 });
  await tabOn(page, /^The figures of each way/);
  await page.keyboard.press('ArrowRight');
  await press(page, /^Keep a sample/);
  await expect(page.getByLabel('Verdict, in your words')).toBeVisible();
});

test('a yarn is aimed at, spun, plied and washed by keyboard alone', async ({ keys: page }) => {
  await post(page, '/api/fleeces', { mass: '100 g', form: 'top', breed: 'Romney', humidityPercent: 65 });
  const { lots } = await (await page.request.get(at('/api/lots'))).json();
  await page.goto(at(`/lots/${lots[0].code}`));
  await press(page, /^Aim at a yarn/);
  await expect(page.getByLabel('Washed yarn, wraps an inch')).toBeFocused();
  await page.keyboard.type('14');
  await type(page, /^New ply-back, wraps an inch/, '12');
  await type(page, /^Its angle/, '20');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'read 1' }).getByText(/^Too thick/)).toBeVisible();
  await press(page, /^Begin to spin it/);
  const spinning = page.getByRole('region', { name: /^Being spun:/ });
  await expect(spinning.getByRole('region', { name: 'read 1' })).toBeVisible();

  await press(page, /^I sit down to it/);
  await expect(spinning.getByRole('button', { name: 'I stop' })).toBeVisible();
  // Within a group of words the arrow keys go on: what is chosen first is its one stop for Tab.
  await tabOn(page, /^short draw/);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(spinning.getByRole('button', { name: /^long draw/, pressed: true })).toBeVisible();
  await press(page, /^Begin a bobbin, Z/);
  await type(page, /^The bobbin weighs/, '98');
  await type(page, /^Length/, '430');
  await type(page, /^Wraps an inch/, '28');
  await page.keyboard.press('Enter');
  await expect(spinning.getByRole('img', { name: /^Bobbins: 1 98 g 430 m/ })).toBeVisible();
  await tabOn(page, /^Joins are made/);
  await page.keyboard.type('wetted');
  await press(page, /^Joined/, 'Space');
  await expect(spinning.getByText('joined: 1 wetted and rolled')).toBeVisible();
  await press(page, /^I stop/);
  await expect(spinning.getByRole('button', { name: 'I sit down to it' })).toBeVisible();
  await press(page, /^Weigh and log it/);
  await expect(page.getByLabel('What it weighs now')).toHaveValue('98 g');
  await tabOn(page, /^What it weighs now/);
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();

  await page.goto(at('/station/ply'));
  await press(page, /^Ply by a plan/);
  const plan = page.getByRole('form', { name: 'Ply by a plan' });
  await expect(plan.getByText(/^It makes about/)).toBeVisible();
  await press(page, /^Begin plying/);
  const plying = page.getByRole('region', { name: /^Being plied:/ });
  await type(page, /^Angle read/, '10');
  await page.keyboard.press('Enter');
  await expect(plying.getByText(/^10°: too little twist/)).toBeVisible();
  await type(page, /^The skein weighs/, '97');
  await type(page, /^Length/, '208');
  await page.keyboard.press('Enter');
  await expect(plying.getByRole('img', { name: /^Skeins: 1 97 g 208 m/ })).toBeVisible();
  await press(page, /^Weigh and log it/);
  await expect(page.getByLabel('What it weighs now')).toHaveValue('97 g');
  await tabOn(page, /^What it weighs now/);
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();

  const plied = await logged(page).getByRole('link').first().textContent();
  await page.goto(at(`/station/finish?lot=${plied}`));
  await expect(page.getByLabel('What it weighs now')).toBeFocused();
  await page.keyboard.type('96');
  await type(page, /^Wraps an inch/, '12');
  await page.keyboard.press('Enter');
  await expect(logged(page)).toBeVisible();

  // Measured once more, and its swatch kept.
  const yarn = await logged(page).getByRole('link').first().textContent();
  await page.goto(at(`/lots/${yarn}`));
  await press(page, /^Measure it/);
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Wraps an inch')).toBeFocused();
  await type(page, /^Length/, '200');
  await press(page, /^Note it/);
  await expect(dialog).toBeHidden();
  await press(page, /^Keep a sample of it/);
  await expect(page.getByLabel('Verdict, in your words')).toBeVisible();
  await type(page, /^Verdict, in your words/, 'Round.');
  await press(page, /^The swatch/);
  await type(page, /^Stitches, in 10 cm$/, '21');
  await press(page, /^Keep the sample/);
  await expect(page.getByText(/21 stitches/)).toBeVisible();
});
