// Takes the pictures in docs/screenshots from a running demo: node tools/screenshots.mjs http://127.0.0.1:5870
// Start it with ./start --data "$(mktemp -d)" --now 2026-05-14T10:30:00Z, so that they are the same each time.
import { chromium } from '@playwright/test';

const address = process.argv[2] ?? 'http://127.0.0.1:5870';
const args = [
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];
if (process.getuid?.() === 0) args.push('--no-sandbox');
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args });
const views = [
  ['today', '/'],
  [
    'take-in',
    '/take-in',
    async (p) => {
      await p.getByLabel('Raw weight').fill('3.2 kg');
      await p.getByRole('combobox', { name: 'Breed', exact: true }).fill('Gotland');
      await p.keyboard.press('Escape');
      await p.getByLabel('Colour').fill('grey');
    },
  ],
  ['wash-plan', '/station/wash/plan'],
  ['drying', '/station/dry'],
  ['dehairing', '/station/dehair'],
  [
    'instruments',
    '/instruments',
    async (p) => {
      await p.getByRole('button', { name: 'Put it on the pan' }).click();
      await p.waitForTimeout(3000);
    },
  ],
  ['phone-wash', '/station/wash', async (p) => p.waitForTimeout(800), 390],
  ['lot', '/lots/G-01.5'],
  ['look-over', '/lots/G-01/look-over'],
  ['routes', '/lots/X-01/routes'],
  ['where', '/lots/G-01/where'],
  ['breeds', '/breeds', (p) => p.getByLabel('Find a breed').fill('wensledale')],
  ['locks', '/lots/G-01/locks', (p) => p.evaluate(() => window.scrollTo(0, 0))],
  ['sample-wall', '/samples'],
  ['sample-card', '/samples/SM-03'],
  ['reckoner', '/reckoner'],
  ['workshop', '/workshop'],
  ['phone-look-over', '/lots/G-01/look-over', undefined, 390],
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
for (const [name, path, act, width = 1280] of views) {
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
