import { expect, test, type Page } from '@playwright/test';
import { at, enterDemo } from './hands';

const someLot = async (page: Page) => (await (await page.request.get(at('/api/lots'))).json()).lots[0].code as string;

test('what runs is told from the first picture on, before the stream says the time', async ({ page }) => {
  await enterDemo(page);
  await page.route('**/api/live', (route) => route.abort());
  await page.goto(at('/'));
  await expect(page.getByRole('heading', { name: 'What runs' })).toBeVisible();
  await expect(page.getByRole('group', { name: 'What runs' }).getByRole('button').first()).toHaveAccessibleName(
    / left|over|ready|dry/,
  );
});

test('whoever goes on by Tab before the first picture has settled stays there', async ({ page }) => {
  await enterDemo(page);
  await page.addInitScript(() => {
    const held: FrameRequestCallback[] = [];
    const ask = window.requestAnimationFrame.bind(window);
    window.requestAnimationFrame = (then) => held.push(then);
    (window as unknown as { settle(): void }).settle = () => {
      window.requestAnimationFrame = ask;
      held.forEach(ask);
    };
  });
  const settle = async () => {
    await page.evaluate(() => (window as unknown as { settle(): void }).settle());
    await page.waitForTimeout(300);
  };
  const skip = page.getByRole('link', { name: 'Skip to the bench' });

  await page.goto(at('/'));
  await expect(page.getByRole('group', { name: 'Waiting lots' })).toBeVisible();
  await page.keyboard.press('Tab');
  await expect(skip).toBeFocused();
  await settle();
  await expect(skip).toBeFocused();

  // Whoever does nothing reads on at the bench.
  await page.goto(at('/'));
  await expect(page.getByRole('group', { name: 'Waiting lots' })).toBeVisible();
  await settle();
  await expect(page.locator('#bench')).toBeFocused();
});

test('the first picture fetches a small file of each face, and the whole one where a name has other letters', async ({
  page,
}) => {
  const fetched: string[] = [];
  page.on('request', (r) => {
    const font = /\/assets\/(\w+-?\w*).*?-(first|latin|latin-ext)-.*\.woff2$/.exec(r.url());
    if (font) fetched.push(`${font[1]!.split('-')[0]} ${font[2]}`);
  });
  await enterDemo(page);
  for (const path of ['/', `/lots/${await someLot(page)}`, '/station/wash']) {
    await page.goto(at(path));
    await expect(page.getByRole('heading').first()).toBeVisible();
    await page.evaluate(() => document.fonts.ready);
  }
  expect([...new Set(fetched)].sort()).toEqual(['atkinson first', 'fraunces first']);

  // Figures stand under each other: their even widths were not lost on the way.
  const widths = await page.evaluate(() => {
    const span = document.createElement('span');
    span.style.cssText = 'position:absolute;font:400 40px "Atkinson Hyperlegible Next Variable"';
    document.body.append(span);
    const of = (figures: string) => {
      span.style.fontVariantNumeric = figures;
      return [...'0123456789'].map((digit) => {
        span.textContent = digit.repeat(10);
        return Math.round(span.getBoundingClientRect().width);
      });
    };
    const both = { even: of('tabular-nums'), own: of('proportional-nums') };
    span.remove();
    return both;
  });
  expect(new Set(widths.even).size).toBe(1);
  expect(new Set(widths.own).size).toBeGreaterThan(1);

  await page.evaluate(() => (document.querySelector('h1')!.textContent = 'Grüne Åse'));
  await expect.poll(() => fetched).toContain('fraunces latin');
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a page does not move under the finger while it comes', async ({ page }) => {
    await page.addInitScript(() => {
      const seen = window as unknown as { moved: number };
      seen.moved = 0;
      new PerformanceObserver((list) => {
        for (const shift of list.getEntries() as unknown as { value: number }[]) seen.moved += shift.value;
      }).observe({ type: 'layout-shift', buffered: true });
    });
    await enterDemo(page);
    const lot = await someLot(page);
    for (const path of ['/', `/lots/${lot}`, '/station/wash', '/station/comb', '/station/testFelting', '/aim']) {
      await page.goto(at(path));
      await expect(page.getByRole('link', { name: 'Workshop', exact: true })).toBeAttached();
      await page.evaluate(() => document.fonts.ready);
      await page.waitForTimeout(1000);
      const moved = await page.evaluate(() => (window as unknown as { moved: number }).moved);
      expect(moved, path).toBeLessThan(0.1);
    }
  });
});

for (const [window, viewport] of [
  ['a phone', { width: 390, height: 844 }],
  ['a wide window', { width: 1280, height: 500 }],
] as const)
  test(`on ${window} an entry that is asked for is brought into sight and stays there`, async ({ page }) => {
    await page.setViewportSize(viewport);
    await enterDemo(page);
    await page.goto(at(`/lots/${await someLot(page)}`));
    const entries = page.locator('ol > li[id], ol > [id]');
    await expect(entries.last()).toBeAttached();
    const id = await entries.last().getAttribute('id');
    // A page of its own, not a place on this one.
    await page.goto(at('/'));
    await page.goto(at(`/lots/${await someLot(page)}#${id}`));
    await expect(page.locator(`[id="${id}"]`)).toBeFocused();
    await page.waitForTimeout(500);
    await expect(page.locator(`[id="${id}"]`)).toBeInViewport();
  });
