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
  [
    'station',
    '/station/skirt',
    async (p) => {
      await p.getByLabel('What it weighs now').fill('2900');
      await p.getByRole('button', { name: 'Add a loss' }).click();
      await p.getByLabel('Weight', { exact: true }).fill('310');
      await p.getByText('reads as 310 g').waitFor();
      await p.evaluate(() => window.scrollTo(0, 0));
    },
  ],
  ['lot', '/lots/G-01.5'],
  ['joined-lot', '/lots/J-01'],
  ['route-ahead', '/lots/G-01.4'],
  ['look-over', '/lots/G-01/look-over'],
  ['routes', '/lots/X-01/routes'],
  ['where', '/lots/G-01/where'],
  ['breeds', '/breeds', (p) => p.getByLabel('Find a breed').fill('wensledale')],
  ['locks', '/lots/G-01/locks', (p) => p.evaluate(() => window.scrollTo(0, 0))],
  ['sample-wall', '/samples'],
  ['sample-card', '/samples/SM-03'],
  ['reckoner', '/reckoner'],
  ['workshop', '/workshop'],
  ['phone-today', '/', undefined, 390],
  ['phone-station', '/station/comb', undefined, 390],
  ['phone-look-over', '/lots/G-01/look-over', undefined, 390],
];
for (const [name, path, act, width = 1280] of views) {
  const page = await browser.newPage({
    viewport: { width, height: width === 390 ? 844 : 800 },
    reducedMotion: 'reduce',
  });
  await page.request.post(`${address}/api/session/demo`);
  await page.goto(address + path);
  await page.waitForLoadState('networkidle');
  if (act) await act(page);
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
}
await browser.close();
