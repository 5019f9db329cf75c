import { expect, test, type Locator, type Page } from '@playwright/test';
import { at, enterDemo, logAt, register, takeIn } from './hands';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** It lies above the strip of stations, with nothing scrolled: its middle is what a finger there would touch. */
async function onFirstScreen(page: Page, what: Locator, name: string) {
  await expect(what, name).toBeVisible();
  // What is still being drawn may be put in the place of what was there: it is looked at until it stands.
  await expect(async () => {
    const [box, rail] = [
      await what.boundingBox(),
      await page.getByRole('navigation', { name: 'Course' }).boundingBox(),
    ];
    expect(await page.evaluate(() => window.scrollY), `${name}: nothing is scrolled`).toBe(0);
    expect(box?.y, name).toBeGreaterThanOrEqual(0);
    expect(box!.y + box!.height, `${name} ends above the strip`).toBeLessThanOrEqual(rail!.y);
  }).toPass({ timeout: 20_000 });
}

const dial = async (page: Page, digits: string) => {
  for (const digit of digits)
    await page.getByRole('group', { name: 'Keypad' }).getByRole('button', { name: digit, exact: true }).tap();
};

test('number and button are on the first screen of every station, whether or not its caution was read', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await enterDemo(page);
  for (const read of [false, true]) {
    for (const step of ['skirt', 'open', 'dehair', 'card', 'comb', 'join', 'divide', 'dye', 'dress']) {
      await page.goto(at(`/station/${step}`));
      const caution = page.getByRole('button', { name: /^Take care/ });
      await expect(caution, step).toBeVisible();
      if (!(await page.getByLabel('What it weighs now').isVisible()))
        await page.getByRole('region', { name: 'What waits here' }).getByRole('button').first().tap();
      await onFirstScreen(page, page.getByLabel('What it weighs now'), step);
      await onFirstScreen(page, page.getByRole('button', { name: /^Log it as/ }), step);
      await onFirstScreen(page, page.getByRole('group', { name: 'Keypad' }), step);
      if (read) continue;
      await caution.tap();
      await page.getByRole('button', { name: 'I have read it' }).tap();
    }
  }
  await page.goto(at('/station/wash'));
  await onFirstScreen(page, page.getByRole('button', { name: 'Lifted' }).last(), 'wash');
  await onFirstScreen(page, page.getByLabel(/^It is now/), 'wash');
  await page.goto(at('/station/dry'));
  await onFirstScreen(page, page.getByLabel('It weighs now'), 'dry');
  await onFirstScreen(page, page.getByRole('button', { name: 'Note it' }), 'dry');
  await page.goto(at('/take-in'));
  await onFirstScreen(page, page.getByLabel('Raw weight'), 'take in');
  await onFirstScreen(page, page.getByRole('button', { name: /^Take it in/ }), 'take in');
});

test('a dry weight is logged without scrolling, and a comb load with its noil in three taps and one number', async ({
  page,
}) => {
  await register(page);
  const raw = await takeIn(page, '1800', 'Leicester Longwool');
  const [skirted, washed, clean] = [`${raw}.2`, `${raw}.3`, `${raw}.4`];
  await logAt(page, 'skirt', raw, '1650');
  await logAt(page, 'wash', skirted, null);

  await page.goto(at(`/station/dry?lot=${washed}`));
  await onFirstScreen(page, page.getByLabel('What it weighs now'), 'dry weight');
  await dial(page, '1');
  // A slip is taken back by the key for it; letters come when they are asked for.
  await page.getByRole('button', { name: 'Delete the last digit' }).tap();
  await dial(page, '1080');
  await expect(page.getByLabel('What it weighs now')).toHaveValue('1080');
  await expect(page.getByLabel('What it weighs now')).toHaveAttribute('inputmode', 'none');
  await onFirstScreen(page, page.getByRole('button', { name: /^Log it as/ }), 'dry weight');
  await page.getByRole('button', { name: /^Log it as/ }).tap();
  await expect(page.getByRole('status').filter({ hasText: /^Logged as/ })).toContainText(clean);

  let taps = 0;
  const tap = async (what: Locator) => {
    taps++;
    await what.tap();
  };
  await page.goto(at('/station/comb'));
  await tap(page.getByRole('region', { name: 'What waits here' }).getByRole('button', { name: new RegExp(clean) }));
  await expect(page.getByText(`${clean}: all of it`)).toBeVisible();
  await dial(page, '890');
  await tap(page.getByRole('button', { name: 'The rest is noil' }));
  await onFirstScreen(page, page.getByRole('button', { name: /^Log it as/ }), 'comb load');
  await tap(page.getByRole('button', { name: /^Log it as/ }));
  await expect(page.getByRole('status').filter({ hasText: /^Logged as combed/ })).toBeVisible();
  expect(taps).toBeLessThanOrEqual(3);
  await page.goto(at(`/lots/${raw}.5`));
  await expect(page.getByText(/^noil 190 g/)).toBeVisible();
});

test('the keypad takes kilograms, goes on to the next weight, and gives way to letters', async ({ page }) => {
  await register(page);
  const raw = await takeIn(page, '2 kg');
  await page.goto(at(`/station/skirt?lot=${raw}`));
  await dial(page, '1');
  await page.getByRole('button', { name: 'Decimal point' }).tap();
  await dial(page, '8');
  await page.getByRole('group', { name: 'Keypad' }).getByRole('button', { name: 'kg' }).tap();
  await expect(page.getByText(/^reads as 1.?800 g/)).toBeVisible();
  await page.getByRole('button', { name: 'Add a loss' }).tap();
  await page.getByRole('button', { name: 'To the next weight' }).tap();
  await dial(page, '150');
  await expect(page.getByRole('textbox', { name: 'Weight', exact: true })).toHaveValue('150');
  await page.getByRole('button', { name: 'Keyboard with letters' }).tap();
  await expect(page.getByLabel('What it weighs now')).toHaveAttribute('inputmode', 'text');
});
