import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { at, enterDemo, logAt, register, takeIn } from './hands';
import { inHouse, newDataFolder, root, startHouse, webPid } from './house';

const data = () => process.env.HOUSE_DATA!;

test('with the database gone the entry is kept, and stored once when it is back', async ({ page }) => {
  await register(page);
  const code = await takeIn(page, '1000');
  await page.goto(at(`/station/skirt?lot=${code}`));
  await page.getByLabel('What it weighs now').fill('990');
  await expect(page.getByText('reads as 990 g')).toBeVisible();
  inHouse(`pg_stop '${data()}'`);
  try {
    await page.keyboard.press('Enter');
    await expect(page.getByText('Your entry is kept here and goes in by itself, once')).toBeVisible({
      timeout: 30_000,
    });
    await expect(page.getByLabel('What it weighs now')).toHaveValue('990');
    // Long enough for several tries.
    await page.waitForTimeout(7000);
  } finally {
    inHouse(`pg_start '${data()}'`);
  }
  await expect(page.getByText(/Logged as skirted/)).toBeVisible({
    timeout: 30_000,
  });
  await page.goto(at(`/lots/${code}`));
  await expect(page.getByText('Nothing is left of it')).toBeVisible();
  await expect(page.getByRole('group', { name: /The course of/ }).getByText('990 g')).toHaveCount(1);
});

test('of two people at one lot one wins, and the other sees what is there now', async ({ page, browser }) => {
  await register(page, 'Ilse');
  const code = await takeIn(page, '1000');
  await page.goto(at('/workshop'));
  await page.getByRole('button', { name: 'Make an invitation' }).click();
  const invitation = await page
    .locator('strong')
    .filter({ hasText: /^[A-Z2-9]{4}-/ })
    .textContent();
  const other = await (await browser.newContext()).newPage();
  await other.goto(at('/door'));
  await other.getByRole('button', { name: 'I am new here' }).click();
  await other.getByLabel('Your name').fill('Joren');
  await other.getByLabel('Email').fill(`${crypto.randomUUID()}@example.org`);
  await other.getByLabel('Password').fill('wool and water');
  await other.getByLabel('Invitation code, if you have one').fill(invitation!);
  await other.getByRole('button', { name: 'Open the workshop' }).click();
  await expect(other.getByText('What waits, and how long')).toBeVisible();

  // The other one hears no news for a while, or would see it before anything is logged.
  await other.route('**/api/live', (route) => route.abort());
  for (const p of [page, other]) {
    await p.goto(at(`/station/skirt?lot=${code}`));
    await p.getByRole('button', { name: 'Take only a part' }).click();
    await p.getByLabel(`Taken from ${code}`).fill('600');
    await p.getByLabel('What it weighs now').fill('600');
    await expect(p.getByText('reads as 600 g')).toHaveCount(2);
  }
  await page.getByRole('button', { name: 'Log it as skirted' }).click();
  await expect(page.getByText(/Logged as skirted/)).toBeVisible();
  await other.getByRole('button', { name: 'Log it as skirted' }).click();
  await expect(other.getByText(/Somebody took from this lot while you were at it/)).toBeVisible();
  await expect(other.getByRole('button', { name: new RegExp(`${code} 400 g`) })).toBeVisible();
  await expect(other.getByLabel('What it weighs now')).toHaveValue('600');

  // With news a screen shows what another one logs, without a tap.
  await other.unroute('**/api/live');
  await other.goto(at(`/lots/${code}`));
  await expect(other.getByText('400 g').first()).toBeVisible();
  // The bench stays with the part.
  await page.goto(at(`/station/skirt?lot=${code}`));
  await page.getByLabel(`Taken from ${code}`).fill('100');
  await page.getByLabel('What it weighs now').fill('99.5');
  await page.getByRole('button', { name: 'Log it as skirted' }).click();
  await expect(page.getByText(/Logged as skirted/)).toBeVisible();
  await expect(other.getByText('300 g').first()).toBeVisible({ timeout: 3000 });
  await other.context().close();
});

test('the weigh log goes out, and the example comes in after a look', async ({ page }) => {
  await register(page);
  await page.goto(at('/workshop/weigh-log'));
  const choose = page.getByLabel('A weigh log as CSV');
  await choose.setInputFiles({
    name: 'bad.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('entry,line,step\r\n1,1,skirt\r\n'),
  });
  await expect(page.getByText(/The header lacks/)).toBeVisible();

  const example = readFileSync(join(root, 'web/public/example-weigh-log.csv'));
  await choose.setInputFiles({
    name: 'example.csv',
    mimeType: 'text/csv',
    buffer: Buffer.concat([example, Buffer.from('99,1,skirt\r\n')]),
  });
  await expect(page.getByText(/can be taken, \d+ are refused\. Nothing is stored yet/)).toBeVisible();
  await expect(page.getByRole('cell', { name: 'done_at', exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Take the \d+ good rows/ }).click();
  await expect(page.getByText(/entries with \d+ rows are in the log/)).toBeVisible();

  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export the weigh log' }).click();
  const file = readFileSync(await (await download).path(), 'utf8');
  expect(file.trim().split('\r\n').length).toBe(example.toString().trim().split('\r\n').length);
  await page.goto(at('/lots/K-01.4'));
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('K-01.4 Kid mohair');
});

test('units and the scale are the workshop’s own', async ({ page }) => {
  await register(page);
  await page.goto(at('/workshop'));
  await page.getByLabel('Weights are shown in').selectOption('pounds and ounces');
  await page.getByRole('button', { name: 'Save the settings' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  const code = await takeIn(page, '2');
  await expect(page.getByRole('button', { name: /there now: 2 lb 0\.0 oz/ })).toBeVisible();
  await logAt(page, 'skirt', code, '1 lb 15.9 oz');
});

test('a house that was killed comes back whole, and two do not share a folder', async ({ browser }) => {
  test.setTimeout(300_000);
  const folder = newDataFolder();
  const house = await startHouse(folder);
  await expect(startHouse(folder)).rejects.toThrow(/already running on/);

  const page = await browser.newPage();
  process.env.HOUSE_ADDRESS = [house.address, (process.env.HOUSE_MAIN = process.env.HOUSE_ADDRESS)][0];
  try {
    await register(page);
    const code = await takeIn(page, '777');
    process.kill(webPid(folder), 'SIGKILL');
    await house.stop();
    const again = await startHouse(folder, ['--no-demo']);
    process.env.HOUSE_ADDRESS = again.address;
    await page.context().clearCookies({ name: 'nothing' });
    await page.goto(at(`/lots/${code}`));
    // Cookies go by host, not port: the same person is still signed in, by keys that lie in the database.
    await expect(page.getByRole('button', { name: /there now: 777 g/ })).toBeVisible();
    await again.stop();
  } finally {
    process.env.HOUSE_ADDRESS = process.env.HOUSE_MAIN;
    await page.close();
  }
});

test('the demo can be walked into again and again', async ({ page }) => {
  await enterDemo(page);
  await page.getByRole('button', { name: 'Leave' }).click();
  await expect(page.getByRole('button', { name: 'Walk into the demo workshop' })).toBeVisible();
  await enterDemo(page);
});

test('a page is there before it is opened, and one that cannot be fetched says so', async ({ page }) => {
  await enterDemo(page);
  const { scripts } = (await (await page.request.get(at('/preload.json'))).json())['take-in'] as { scripts: string[] };
  const fetched = () =>
    page.evaluate((scripts) => {
      const here = performance.getEntriesByType('resource').map((r) => r.name);
      return scripts.every((script) => here.some((name) => name.endsWith(script)));
    }, scripts);
  await expect.poll(fetched).toBe(true);
  await page.route('**/assets/*.js', (route) => route.abort());
  await page
    .getByRole('link', { name: /^Take in/ })
    .first()
    .click();
  await expect(page.getByLabel('Raw weight')).toBeVisible();

  // Opened before it could be fetched, with the house out of reach.
  await page.unroute('**/assets/*.js');
  await page.route('**/assets/Breeds-*.js', (route) => route.abort());
  await page.goto(at('/breeds'));
  await expect(page.getByRole('heading', { name: 'This page could not be shown' })).toBeVisible();
  await expect(page.getByRole('link', { name: /^Take in/ }).first()).toBeVisible();
  await page.unroute('**/assets/Breeds-*.js');
  await page.getByRole('button', { name: 'Fetch it again' }).click();
  await expect(page.getByText('fineness, µm')).toBeVisible();
});
