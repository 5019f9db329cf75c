import { expect, test, type Page } from '@playwright/test';
import { at, enterDemo, register, takeIn } from './hands';

/** Changes that the page has sent so far; previews and sign-in are none. */
function sentBy(page: Page) {
  const sent: string[] = [];
  page.on('request', (r) => {
    const path = new URL(r.url()).pathname;
    if (r.method() !== 'GET' && !path.includes('weigh-up') && !path.includes('session') && !path.includes('cautions'))
      sent.push(`${r.method()} ${path}`);
  });
  return sent;
}

const unread = /does not read as a number/;

test('a figure that does not read is refused at its field, in every form, and nothing is sent', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '1500', 'Gotland');
  const sent = sentBy(page);

  const refused = async (label: string | RegExp, text: string, act: () => Promise<void>) => {
    const before = sent.length;
    await page.getByLabel(label).fill(text);
    await act();
    await expect(page.getByText(unread).first()).toBeVisible();
    expect(sent.slice(before), `${label} with ${text}`).toEqual([]);
  };

  await page.goto(at('/take-in'));
  await page.getByLabel('Raw weight').fill('900');
  await refused(/^Price/, 'ten', () => page.getByRole('button', { name: 'Take it in' }).click());
  await page.getByLabel(/^Price/).fill('');
  await refused(/^Room humidity/, '60-65', () => page.getByRole('button', { name: 'Take it in' }).click());

  await page.goto(at(`/lots/${code}/locks`));
  await page.getByLabel('Length, butt to tip').fill('110');
  await refused('Crimps', 'many', () => page.getByRole('button', { name: 'Add this lock' }).click());

  await page.goto(at(`/lots/${code}/look-over`));
  await refused('Measured fineness, µm', '28-30', () => page.getByLabel('First impression').focus());

  await page.goto(at(`/lots/${code}`));
  await page.getByRole('button', { name: 'Change what is noted' }).click();
  await refused(/ready-made/, 'cheap', () => page.getByRole('button', { name: 'Note it' }).click());
  await page.getByRole('button', { name: 'Leave it' }).click();

  await page.goto(at(`/lots/${code}?do=sell`));
  await page.getByLabel('How much').fill('100');
  await refused(/^Paid for it/, 'a lot', () => page.getByRole('button', { name: 'Log it' }).click());

  await page.goto(at(`/station/skirt?lot=${code}`));
  await page.getByLabel('What it weighs now').fill('1400');
  await page.getByRole('button', { name: 'When, who, minutes, humidity, notes' }).click();
  await refused('Minutes', 'an hour', () => page.getByRole('button', { name: 'Log it as skirted' }).click());

  // It is said as soon as the field is left, and goes when it is typed in again.
  await page.getByLabel('Minutes').fill('an hour');
  await page.getByLabel('Who', { exact: true }).focus();
  await expect(page.getByText(unread).first()).toBeVisible();
  await page.getByLabel('Minutes').fill('60');
  await expect(page.getByText(unread)).toHaveCount(0);

  await page.goto(at('/workshop'));
  await refused('The scale’s division, grams', 'fine', () =>
    page.getByRole('button', { name: 'Save the settings' }).click(),
  );

  await page.goto(at('/breeds'));
  await page.getByRole('button', { name: 'Add a breed' }).click();
  await page.getByLabel('Name').fill('Fen sheep');
  await refused('Fineness, µm', '20 to 30', () => page.getByRole('button', { name: 'Keep these' }).click());
});

test('a sample’s wraps typed as a range are asked for anew, not dropped', async ({ page }) => {
  await enterDemo(page);
  const sent = sentBy(page);
  await page.goto(at('/lots/R-01.4/sample'));
  await page.getByLabel('Verdict, in your words').fill('Springy.');
  await page.getByLabel('Wraps per inch').fill('13-14');
  await page.getByRole('button', { name: 'Keep the sample' }).click();
  await expect(page.getByText(unread)).toBeVisible();
  expect(sent).toEqual([]);
  await page.getByLabel('Wraps per inch').fill('13,5');
  await page.getByRole('button', { name: 'Keep the sample' }).click();
  await expect(page.getByText('13.5 WPI')).toBeVisible();

  // And what was kept can be noted otherwise, and taken off the wall.
  await page.getByRole('button', { name: 'Change what is noted' }).click();
  await page.getByLabel('Wraps per inch').fill('14');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByText('14 WPI')).toBeVisible();
  await expect(page.getByText(/wraps per inch: 13\.5, then 14/)).toBeVisible();
  await page.getByRole('button', { name: 'Change what is noted' }).click();
  await page.getByRole('button', { name: 'Take it off the wall' }).click();
  await page.getByRole('button', { name: 'Yes, it was kept by mistake' }).click();
  await expect(page).toHaveURL(/\/samples$/);
});

test('what was typed for one lot does not stand there for the next', async ({ page }) => {
  await register(page);
  const first = await takeIn(page, '1500', 'Gotland');
  const second = await takeIn(page, '1700', '');
  // The breed of the last fleece is not that of the next.
  expect(second).toMatch(/^F-/);
  await page.goto(at(`/station/skirt?lot=${first}`));
  await page.getByLabel('What it weighs now').fill('1234');
  await page.goto(at(`/station/skirt?lot=${second}`));
  await expect(page.getByLabel('What it weighs now')).toHaveValue('');
  await page.goto(at(`/station/skirt?lot=${first}`));
  await expect(page.getByLabel('What it weighs now')).toHaveValue('1234');

  await page.goto(at(`/station/wash/plan?lot=${first}`));
  await page.getByLabel('Wash bath, °C').fill('47');
  await page.goto(at(`/station/wash/plan?lot=${second}`));
  await expect(page.getByLabel('Wash bath, °C')).toHaveValue('');
});

test('a breed that is not in the book is asked about, with its answers', async ({ page }) => {
  await register(page);
  await page.goto(at('/take-in'));
  await page.getByRole('combobox', { name: 'Breed', exact: true }).fill('Gotlnad');
  await page.keyboard.press('Escape');
  await page.getByLabel('Raw weight').fill('1500');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/The book has no breed called Gotlnad\. Did you mean/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Gotland', exact: true }).click();
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('G-01 Gotland');

  // And changed later, with its history.
  await page.getByRole('button', { name: 'Change what is noted' }).click();
  await page.getByRole('combobox', { name: 'Breed', exact: true }).fill('Romney');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('G-01 Romney');
  await expect(page.getByText(/Gotland/).first()).toBeVisible();
});

test('a rack asks about a weight that leaps, and the answer is a tap', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/station/dry'));
  const rack = page.getByRole('region', { name: /^On the rack: I-01\.4/ });
  await rack.getByLabel('It weighs now').fill('9.6');
  await rack.getByRole('button', { name: 'Note it' }).click();
  await expect(rack.getByText(/9\.6 g was noted, and about .* was expected/)).toBeVisible();
  await rack.getByRole('button', { name: 'It was a slip' }).click();
  await expect(rack.getByText(/was noted, and about/)).toHaveCount(0);
});

test('two browsers have two demos, and one can be begun afresh', async ({ browser }) => {
  const [one, two] = [await browser.newPage(), await browser.newPage()];
  for (const page of [one, two]) await enterDemo(page);
  const code = await takeIn(one, '4321', 'Gotland');
  await two.goto(at(`/lots/${code}`));
  await expect(two.getByText('There is no such lot in this workshop.')).toBeVisible();
  await one.goto(at('/workshop'));
  await one.getByRole('button', { name: 'Start afresh' }).click();
  await one.getByRole('button', { name: 'Throw this demo away' }).click();
  await expect(one.getByRole('heading', { name: 'What waits, and how long' })).toBeVisible();
  await one.goto(at(`/lots/${code}`));
  await expect(one.getByText('There is no such lot in this workshop.')).toBeVisible();
  await one.goto(at('/workshop'));
  await expect(one.getByRole('heading', { name: 'People', exact: true })).toBeVisible();
  await expect(one.getByRole('button', { name: 'Make an invitation' })).toHaveCount(0);
  await one.close();
  await two.close();
});

test('an error on a page is asked about again by a tap, not many times a second', async ({ page }) => {
  await enterDemo(page);
  let asked = 0;
  await page.route('**/api/drying', (route) => {
    asked++;
    return route.fulfill({
      status: 500,
      contentType: 'application/problem+json',
      body: '{"detail":"Something broke here."}',
    });
  });
  await page.goto(at('/station/dry'));
  await expect(page.getByText('Something broke here.').first()).toBeVisible();
  const before = asked;
  await page.waitForTimeout(4000);
  expect(asked - before).toBeLessThanOrEqual(2);
});
