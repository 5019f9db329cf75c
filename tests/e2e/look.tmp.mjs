import { chromium } from 'playwright';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const A = 'http://127.0.0.1:5870';
const ctx = await b.newContext({ viewport: { width: 1280, height: 800 } });
const p = await ctx.newPage();
await p.goto(A + '/door');
await p.getByRole('button', { name: 'Walk into the demo workshop' }).click();
await p.getByRole('heading', { name: 'What waits, and how long' }).waitFor();
await p.waitForTimeout(1500);
await p.screenshot({ path: '/tmp/s1.png' });
await p.goto(A + '/lots/G-01.5');
await p.waitForTimeout(2500);
await p.screenshot({ path: '/tmp/s2.png', fullPage: true });
await p.goto(A + '/station/card?lot=P-01.3');
await p.waitForTimeout(1500);
await p.getByRole('button', { name: 'Take only a part' }).click();
await p.getByLabel('Taken from P-01.3').fill('2100');
await p.getByLabel('What it weighs now').fill('1990');
await p.waitForTimeout(1200);
await p.keyboard.press('Enter');
await p.waitForTimeout(2500);
await p.screenshot({ path: '/tmp/s3.png', fullPage: true });
const m = await (
  await b.newContext({ viewport: { width: 390, height: 844 }, storageState: await ctx.storageState() })
).newPage();
await m.goto(A + '/');
await m.waitForTimeout(2000);
await m.screenshot({ path: '/tmp/s4.png', fullPage: true });
await b.close();
