// Takes the pictures in docs/screenshots from a running demo: node tools/screenshots.mjs http://127.0.0.1:5870
// Start it with ./start --data "$(mktemp -d)" --now 2026-05-14T10:30:00Z, so that they are the same each time.
import { chromium } from '@playwright/test';
import { launch } from '../tests/e2e/chromium.mjs';

const address = process.argv[2] ?? 'http://127.0.0.1:5870';
const browser = await chromium.launch(launch);
const views = [
  ['today', '/'],
  ['spin', '/station/spin', (p) => p.getByRole('button', { name: 'I have read it' }).click()],
  ['wash-plan', '/station/wash/plan'],
  ['drying', '/station/dry'],
  ['phone-wash', '/station/wash', async (p) => p.waitForTimeout(800), 390],
  ['lot', '/lots/G-01.5'],
  ['look-over', '/lots/G-01/look-over'],
  ['routes', '/lots/X-01/routes'],
  [
    'aim',
    '/aim?lot=R-01.4&plies=2',
    async (p) => {
      await p.getByLabel('Washed yarn, wraps an inch').fill('14');
      await p.getByLabel('Angle, °', { exact: true }).fill('28');
      const trial = p.getByRole('form', { name: 'New ply-back' });
      for (const [wraps, angle] of [
        ['12', '18'],
        ['13.5', '24'],
      ]) {
        await trial.getByLabel('New ply-back, wraps an inch').fill(wraps);
        await trial.getByLabel('Its angle, °').fill(angle);
        await trial.getByLabel('Treadles for a draw').fill('3');
        await trial.getByLabel('Of, mm').fill('150');
        await trial.getByRole('button', { name: 'Note the ply-back' }).click();
        await p.waitForTimeout(800);
      }
      await p.evaluate(() => scrollTo(0, 0));
    },
  ],
  ['breeds', '/breeds', (p) => p.getByLabel('Find a breed').fill('wensledale')],
  ['sample-wall', '/samples'],
  ['sample-card', '/samples/SM-03'],
  ['yarn', '/lots/S-01.8'],
  ['compare', '/lots/R-01/compare'],
  [
    'card',
    '/station/card',
    async (p) => {
      await p.getByRole('button', { name: 'I have read it' }).click();
      await p.getByRole('button', { name: 'Card in loads' }).click();
      await p.getByRole('button', { name: 'Begin carding' }).click();
      const bench = p.getByRole('region', { name: /^At the cards/ });
      const load = Number(
        /of ([\d.]+)/.exec(
          (await bench
            .getByText(/^a load/)
            .locator('..')
            .textContent()) ?? '',
        )?.[1] ?? 0,
      );
      for (const share of [1, 0.98, 1.03, 0.79, 1.01, 0.99]) {
        await bench.getByLabel('It weighs').fill(`${Math.round((load || 45) * share)} g`);
        await p.keyboard.press('Enter');
        await p.waitForTimeout(500);
      }
      await bench.getByLabel('Neps in a pinch').fill('24');
      await bench.getByLabel('The pinch weighs').fill('4 g');
      await bench.getByRole('button', { name: 'Note the neps' }).click();
      await p.waitForTimeout(800);
      await p.evaluate(() => window.scrollTo(0, 0));
    },
  ],
  [
    'comb',
    '/station/comb',
    async (p) => {
      await p.getByRole('button', { name: 'I have read it' }).click();
      await p.getByRole('button', { name: 'Comb in loads' }).click();
      await p.getByLabel('The most on them at once').fill('36 g');
      await p.getByLabel('Only so much of it').fill('315 g');
      await p.getByLabel('To lead as it is drawn off').selectOption('tips');
      await p.getByRole('button', { name: 'Begin combing' }).click();
      const bench = p.getByRole('region', { name: /^On the combs/ });
      for (const noil of [4, 5, 4, 9, 10, 4]) {
        await bench.getByLabel('Its top weighs').fill(`${35 - noil} g`);
        await bench.getByLabel('Its noil weighs').fill(`${noil} g`);
        await p.keyboard.press('Enter');
        await p.waitForTimeout(600);
      }
      for (let i = 0; i < 3; i++) {
        await bench.getByRole('button', { name: /^(Transferred|One more transfer)/ }).click();
        await p.waitForTimeout(500);
      }
      await p.evaluate(() => window.scrollTo(0, 0));
    },
  ],
  [
    'blend',
    '/station/blend',
    async (p) => {
      await p.getByRole('button', { name: 'I have read it' }).click();
      const plan = p.getByRole('form', { name: 'Blend', exact: true });
      const more = plan.getByRole('button', { name: /could come here/ });
      if (await more.count()) await more.click();
      const lots = plan.getByRole('group', { name: 'Lots' }).getByRole('button');
      for (let i = 0; i < 3; i++) await lots.nth(i).click();
      await plan.getByLabel('Shares').selectOption('in parts');
      await plan.getByLabel('All of it').fill('120 g');
      await plan.getByLabel('The most on it at once').fill('30 g');
      const parts = plan.getByLabel(/, parts$/);
      for (const [i, part] of ['3', '2', '1'].entries()) await parts.nth(i).fill(part);
      await plan.getByRole('img', { name: /^Each load in/ }).waitFor();
      await p.evaluate(() => window.scrollTo(0, 0));
    },
  ],
  [
    'rehearsal',
    '/station/divide',
    async (p) => {
      await p.getByRole('button', { name: 'I have read it' }).click();
      await p.getByRole('button', { name: 'Arrange strips and rehearse their colours' }).click();
      const bench = p.getByRole('region', { name: 'Strips and their colours' });
      for (const [i, colour] of ['madder', 'weld', 'woad'].entries()) {
        await bench.getByRole('button', { name: 'A colour of no lot' }).click();
        await bench.getByLabel('Colour', { exact: true }).nth(i).fill(colour);
      }
      await bench.getByLabel('Repeat').fill('a b c b');
      await bench.getByLabel('How often').fill('3');
      await bench.getByLabel('A strip weighs').fill('1 g');
      await bench.getByLabel('Ply 2', { exact: true }).selectOption('as the first, later');
      await bench.getByRole('img', { name: /across a room/ }).waitFor();
      await p.evaluate(() => window.scrollTo(0, 0));
    },
  ],
  // Last: the second bath stays in the tub.
  [
    'bath-watch',
    '/station/wash',
    async (p) => {
      await p.getByLabel('Temperature').last().selectOption('');
      await p.getByRole('button', { name: 'In another tub' }).click();
      await p.waitForTimeout(1500);
      await p.evaluate(() => window.scrollTo(0, 0));
    },
  ],
];
// A third word takes one picture alone.
const wanted = process.argv[3];
for (const [name, path, act, width = 1280] of views) {
  if (wanted && wanted !== name) continue;
  const page = await browser.newPage({
    viewport: { width, height: width === 390 ? 844 : 800 },
    reducedMotion: 'reduce',
  });
  await page.request.post(`${address}/api/session/demo`);
  await page.goto(address + path);
  // The live stream never rests: what has to be there is there when the rail and the page stand.
  await page.getByRole('navigation', { name: 'Course' }).waitFor();
  await page.waitForTimeout(1500);
  if (act) await act(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
}
await browser.close();
