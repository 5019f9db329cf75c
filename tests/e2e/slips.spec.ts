import { expect, test, type Locator, type Page } from '@playwright/test';
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
  await page.getByLabel('Length, butt to tip').fill('1100');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^1100 mm\? Locks/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'It was 110 mm' })).toBeVisible();
  await page.getByLabel('Length, butt to tip').fill('110');
  await refused('Crimps', 'many', () => page.getByRole('button', { name: 'Add this lock' }).click());

  await page.goto(at(`/lots/${code}/look-over`));
  await refused('Measured fineness, µm', '28-30', () => page.getByLabel('First impression').focus());

  await page.goto(at(`/lots/${code}`));
  await page.getByRole('button', { name: 'Change what is noted' }).click();
  await refused(/Ready-made/, 'cheap', () => page.getByRole('button', { name: 'Note it' }).click());
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
  await refused('Fineness, µm', '20 until 30', () => page.getByRole('button', { name: 'Keep these' }).click());
});

/** Every form with figures or times, and how it is opened. */
const forms: [string, string, ((page: Page) => Promise<void>)?][] = [
  ['taking in', '/take-in'],
  ['a step', '/station/skirt?lot=X-01', (page) => click(page, 'When, who, minutes, humidity, notes')],
  ['a step with more', '/station/dehair?lot=Y-01.2', (page) => click(page, 'When, who, minutes, humidity, notes')],
  ['a bath', '/station/wash'],
  ['a plan', '/station/wash/plan?lot=F-01.4'],
  ['locks', '/lots/G-01.4/locks'],
  ['a look-over', '/lots/G-01.4/look-over'],
  ['what is noted of a lot', '/lots/G-01.4', (page) => click(page, 'Change what is noted')],
  ['what leaves the shelf', '/lots/G-01.4?do=sell'],
  ['a sample', '/lots/G-01.5/sample'],
  ['the workshop', '/workshop'],
  ['a breed', '/breeds', (page) => click(page, 'Add a breed')],
  ['a reckoning', '/reckoner'],
];

const click = (page: Page, name: string | RegExp) => page.getByRole('button', { name }).first().click();

const said = (field: Locator) =>
  expect(field)
    .toHaveAttribute('aria-invalid', 'true', { timeout: 2000 })
    .then(
      () => true,
      () => false,
    );

test('every figure and every time of every form says that it does not read, and none is sent', async ({ page }) => {
  test.setTimeout(240_000);
  await enterDemo(page);
  const sent = sentBy(page);
  let tried = 0;
  const silent: string[] = [];
  for (const [name, path, open] of forms) {
    await page.goto(at(path));
    await expect(page.locator('main').locator('h1, h2, label').first(), name).toBeVisible();
    const scope = page.locator('main, [role=dialog]');
    // A weight is read by the server, with its unit; a range has a keypad with letters too.
    const fields = scope.locator(
      name === 'a breed'
        ? 'input[inputmode=text]'
        : 'input:is([inputmode=decimal], [inputmode=numeric], [type=date], [type=datetime-local], [type=time])',
    );
    await expect(fields.or(scope.getByRole('button')).first()).toBeVisible();
    if (open) await open(page);
    await expect(fields.filter({ visible: true }).first(), name).toBeVisible();
    const shown = fields.filter({ visible: true });
    for (let i = 0; i < (await shown.count()); i++) {
      const field = shown.nth(i);
      if (await field.isDisabled()) continue;
      const time = ['date', 'datetime-local', 'time'].includes((await field.getAttribute('type')) ?? '');
      const was = await field.inputValue();
      await field.focus();
      if (time && was === '') await page.keyboard.type('12');
      else if (time) await page.keyboard.press('Backspace');
      else await field.fill('about ten');
      await field.blur();
      const label = await field.evaluate((f: HTMLInputElement) => f.labels?.[0]?.textContent ?? f.ariaLabel ?? '');
      // Every one is tried, so that one run tells of all that are silent.
      if (!(await said(field))) silent.push(`${name}: ${label}`);
      if (!time) await field.fill(was);
      tried++;
    }
  }
  expect(silent).toEqual([]);
  expect(tried).toBeGreaterThan(50);
  expect(sent.filter((s) => !s.endsWith('/plan') && !s.includes('/reckon'))).toEqual([]);
});

test('a day typed in part is asked for, and the step is not logged as of now', async ({ page }) => {
  await enterDemo(page);
  const sent = sentBy(page);
  await page.goto(at('/station/skirt?lot=X-01'));
  await page.getByLabel('What it weighs now').fill('3100');
  await click(page, 'When, who, minutes, humidity, notes');
  await page.getByLabel('When').focus();
  await page.keyboard.type('12');
  await click(page, 'Log it as skirted');
  await expect(page.getByText(/no whole date or time/).first()).toBeVisible();
  expect(sent).toEqual([]);
  await page.getByLabel('When').fill('2026-05-14T09:30');
  await expect(page.getByText(/no whole date or time/)).toHaveCount(0);
  await click(page, 'Log it as skirted');
  await expect(page.getByRole('status').filter({ hasText: /^Logged as/ })).toBeVisible();
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
  await page.route('**/api/runs', (route) => {
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
