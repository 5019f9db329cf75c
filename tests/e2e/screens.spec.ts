import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { at, enterDemo, enterDemoByTheDoor } from './hands';

const screens: [name: string, path: string, settled: (page: Page) => Promise<void>][] = [
  ['today', '/', (p) => expect(p.getByRole('group', { name: 'Waiting lots' })).toBeVisible()],
  ['take in', '/take-in', (p) => expect(p.getByLabel('Raw weight')).toBeVisible()],
  ['skirt', '/station/skirt', (p) => expect(p.getByLabel('What it weighs now')).toBeVisible()],
  ['wash', '/station/wash', (p) => expect(p.getByText(/^Lift the wool by/)).toBeVisible()],
  ['dry', '/station/dry', (p) => expect(p.getByText(/^Dry at about/)).toBeVisible()],
  ['card', '/station/card', (p) => expect(p.getByLabel('What it weighs now')).toBeVisible()],
  ['comb', '/station/comb', (p) => expect(p.getByLabel('What it weighs now')).toBeVisible()],
  ['blend', '/station/blend', (p) => expect(p.getByRole('heading', { name: 'What goes in' })).toBeVisible()],
  [
    'rehearsal',
    '/station/divide',
    async (p) => {
      await p.getByRole('button', { name: 'Arrange strips and rehearse their colours' }).click();
      await p.getByRole('button', { name: 'A colour of no lot' }).click();
      await p.getByLabel('Repeat').fill('a a');
      await p.getByLabel('A strip weighs').fill('5 g');
      await expect(p.getByRole('img', { name: 'A knitted patch as it looks in the hand.' })).toBeVisible();
    },
  ],
  [
    'combing',
    '/station/comb',
    async (p) => {
      await p.getByRole('button', { name: 'Comb in loads' }).click();
      await p.getByLabel('The most on them at once').fill('40 g');
      await p.getByRole('button', { name: 'Begin combing' }).click();
      await expect(p.getByRole('region', { name: /^On the combs/ })).toBeVisible();
    },
  ],
  ['wash plan', '/station/wash/plan', (p) => expect(p.getByRole('button', { name: 'Start this wash' })).toBeEnabled()],
  ['instruments', '/instruments', (p) => expect(p.getByRole('heading', { name: 'bench scale' })).toBeVisible()],
  ['lot', '/lots/G-01.5', (p) => expect(p.getByText('unaccounted 254 g')).toBeVisible()],
  ['joined lot', '/lots/J-01', (p) => expect(p.getByText('Comes from')).toBeVisible()],
  ['open', '/station/open', (p) => expect(p.getByText(/Take care/)).toBeVisible()],
  ['dehair', '/station/dehair', (p) => expect(p.getByText(/Another pass/)).toBeVisible()],
  ['divide', '/station/divide?lot=C-01.2', (p) => expect(p.getByLabel('What it weighs now')).toBeVisible()],
  ['look over', '/lots/G-01/look-over', (p) => expect(p.getByText('it shines and hangs')).toBeVisible()],
  ['routes', '/lots/X-01/routes', (p) => expect(p.getByText('What would change the advice')).toBeVisible()],
  [
    'compare',
    '/lots/R-01/compare',
    (p) => expect(p.getByRole('row', { name: /kept of what was taken/ })).toBeVisible(),
  ],
  [
    'aim',
    '/aim?lot=R-01.4',
    async (p) => {
      await p.getByLabel('Washed yarn, wraps an inch').fill('14');
      const trial = p.getByRole('form', { name: 'New ply-back' });
      await trial.getByLabel('New ply-back, wraps an inch').fill('12');
      await trial.getByLabel('Its angle, °').fill('18');
      await trial.getByRole('button', { name: 'Note the ply-back' }).click();
      await expect(p.getByRole('region', { name: 'read 1' })).toBeVisible();
    },
  ],
  ['spin', '/station/spin', (p) => expect(p.getByRole('region', { name: 'Being spun: K-01.4' })).toBeVisible()],
  [
    'ply',
    '/station/ply?lot=W-01.6',
    (p) => expect(p.getByRole('img', { name: 'Plied of W-01.6 270 m, W-01.7 262 m' })).toBeVisible(),
  ],
  [
    'felting',
    '/station/testFelting?lot=G-01.4',
    (p) => expect(p.getByRole('img', { name: /^Balls of your tests/ })).toBeVisible(),
  ],
  ['finish', '/station/finish', (p) => expect(p.getByText(/Take care/)).toBeVisible()],
  ['skein', '/lots/S-01.8', (p) => expect(p.getByText(/heavier for its length/)).toBeVisible()],
  ['faults', '/faults?lot=S-01.4&fault=lumps', (p) => expect(p.getByRole('listitem').first()).toBeVisible()],
  ['where did it go', '/lots/G-01/where', (p) => expect(p.getByText('nobody knows')).toBeVisible()],
  ['animals', '/animals', (p) => expect(p.getByRole('link', { name: 'Bramwell' })).toBeVisible()],
  [
    'animal',
    '/animals',
    async (p) => {
      await p.getByRole('link', { name: 'Thistle' }).click();
      await expect(p.getByRole('group', { name: 'The clips of Thistle' })).toBeVisible();
    },
  ],
  ['begin', '/begin', (p) => expect(p.getByRole('button', { name: 'That is right' })).toBeVisible()],
  ['breeds', '/breeds', (p) => expect(p.getByText('fineness, µm')).toBeVisible()],
  ['lot with a route', '/lots/G-01.4', (p) => expect(p.getByText('to come').first()).toBeVisible()],
  ['locks', '/lots/G-01/locks', (p) => expect(p.getByText('Within the breed’s usual range.')).toBeVisible()],
  ['keep a sample', '/lots/G-01.5/sample', (p) => expect(p.getByLabel('Verdict, in your words')).toBeVisible()],
  ['sample wall', '/samples', (p) => expect(p.getByRole('button', { name: /^SM-03/ })).toBeVisible()],
  ['sample card', '/samples/SM-03', (p) => expect(p.getByText('Where it came from')).toBeVisible()],
  ['reckoner', '/reckoner', (p) => expect(p.getByRole('heading', { name: 'How much water is in it' })).toBeVisible()],
  ['workshop', '/workshop', (p) => expect(p.getByRole('heading', { name: 'People', exact: true })).toBeVisible()],
  ['weigh log', '/workshop/weigh-log', (p) => expect(p.getByRole('button', { name: 'Choose a file' })).toBeVisible()],
];

// No page holds a frame: they are looked at in place, and only what is wrong is described in full.
const rules = (page: Page) =>
  new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']);
const checkAll = (page: Page) => rules(page).analyze();

const tell = (violations: Awaited<ReturnType<typeof checkAll>>['violations']) =>
  violations.map(
    (v) =>
      `${v.id}: ${v.nodes
        .map((n) => `${n.target.join(' ')} ${n.any[0]?.message ?? ''}`)
        .slice(0, 4)
        .join(' | ')}`,
  );

/** Words of a drawing that lie over each other, by their real type. The layout reckons without a page: its own test is over random families. */
const overlaps = (page: Page) =>
  page.evaluate(() => {
    const found: string[] = [];
    for (const drawing of document.querySelectorAll('main svg')) {
      const words = [...drawing.querySelectorAll('text')].map((e) => ({ e, at: e.getBoundingClientRect() }));
      words.forEach((a, i) => {
        for (const b of words.slice(i + 1)) {
          const [x, y] = [
            Math.min(a.at.right, b.at.right) - Math.max(a.at.left, b.at.left),
            Math.min(a.at.bottom, b.at.bottom) - Math.max(a.at.top, b.at.top),
          ];
          // Lines stand close: their boxes have room above and below the letters.
          if (x > 1 && y > 0.35 * Math.min(a.at.height, b.at.height))
            found.push(`${a.e.textContent} over ${b.e.textContent}`);
        }
      });
    }
    return found;
  });

/** What another theme can change: the rest is the same page, and is checked once. */
const checkContrast = (page: Page) =>
  new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .withRules(['color-contrast'])
    .analyze();

for (const [colour, width, height, check] of [
  ['light', 1280, 800, checkAll],
  ['dark', 390, 844, checkContrast],
] as const) {
  test(`no screen has an axe violation or is wider than a screen of ${width}, ${colour}`, async ({ page }) => {
    test.setTimeout(600_000);
    await page.emulateMedia({ colorScheme: colour, reducedMotion: 'reduce' });
    await page.setViewportSize({ width, height });
    const complaints: string[] = [];
    page.on('console', (m) => {
      if (m.type() === 'error') complaints.push(`${m.text()} ${m.location().url}`);
    });
    page.on('pageerror', (e) => complaints.push(e.message));
    await page.goto(at('/door'));
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
    expect(tell((await check(page)).violations)).toEqual([]);
    await enterDemoByTheDoor(page);
    for (const [name, path, settled] of screens) {
      await page.goto(at(path));
      await settled(page);
      expect(tell((await check(page)).violations), name).toEqual([]);
      const wide = await page.evaluate(() => document.documentElement.scrollWidth);
      expect(wide, `${name} is ${wide} px wide`).toBeLessThanOrEqual(width);
      expect(await overlaps(page), name).toEqual([]);
    }
    expect(complaints).toEqual([]);
  });
}

test('what opens over a screen has no axe violation either, and closes by Escape', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' });
  await enterDemo(page);
  await page.goto(at('/lots/G-01.5'));
  const opened: [string, () => Promise<void>, 'dialog' | 'listbox'][] = [
    ['working', () => page.getByRole('button', { name: /^of raw/ }).click(), 'dialog'],
    ['set right', () => page.getByRole('button', { name: 'Set 602 g right' }).click(), 'dialog'],
    ['add', () => page.getByRole('button', { name: /^Add to combed/ }).click(), 'dialog'],
    ['void', () => page.getByRole('button', { name: /^Void taken in/ }).click(), 'dialog'],
    ['leave', () => page.getByRole('button', { name: 'Take out of stock' }).click(), 'dialog'],
    ['recount', () => page.getByRole('button', { name: 'Recount' }).click(), 'dialog'],
    ['find', () => page.getByRole('combobox', { name: 'Find a lot, breed or sample' }).fill('gotland'), 'listbox'],
  ];
  for (const [name, open, role] of opened) {
    await open();
    await expect(page.getByRole(role)).toBeVisible();
    // The page beneath is looked at as a screen of its own.
    const found = await rules(page).include(`[role=${role}]`).analyze();
    expect(found.passes.length, name).toBeGreaterThan(0);
    expect(tell(found.violations), name).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole(role)).toBeHidden();
  }
});

test('a lot is found by code, breed and word', async ({ page }) => {
  await enterDemo(page);
  const find = page.getByRole('combobox', {
    name: 'Find a lot, breed or sample',
  });
  await find.fill('wensley');
  await page.getByRole('option', { name: /W-01\.5/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('W-01.5 Wensleydale');
  await find.fill('SM-06');
  await page.getByRole('option', { name: /SM-06/ }).click();
  await expect(page.getByText('Warm as a loaf.')).toBeVisible();
});

test('the ribbon leads to other lots and to its entries', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/lots/G-01.5'));
  await page.getByRole('button', { name: 'G-01.6: go to this lot' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('G-01.6 Gotland');
  await page.getByRole('button', { name: /^Wash, .*: show the entry/ }).press('Enter');
  await expect(page.locator('li:focus')).toContainText('by difference');
});

test('a purpose greys the samples that do not fit', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/samples'));
  await page.getByLabel('For what?').fill('socks');
  await expect(page.getByRole('button', { name: /^SM-10.*batts$/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^SM-03.*does not fit the purpose/ })).toBeVisible();
});

test('the reckoner shows its working and names what is wrong', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/reckoner'));
  const sum = page.getByRole('region', {
    name: 'What it would weigh elsewhere',
  });
  await sum.getByLabel('the weight, rested in the room, g').fill('812');
  await sum.getByRole('button', { name: 'Reckon' }).click();
  await expect(sum.getByText('relativeHumidityPercent is missing.')).toBeVisible();
  await sum.getByLabel('relative humidity of the room, %').fill('45');
  await sum.getByRole('button', { name: 'Reckon' }).click();
  await expect(sum.getByText('839.9 g')).toBeVisible();
  await expect(sum.getByText('858.2 g')).toBeVisible();

  // A blend: a name and a share a line; what the scale cannot weigh stands beside it.
  const blend = page.getByRole('region', { name: 'Weighing out a blend' });
  await blend.getByLabel('all of it, g').fill('1200');
  await blend.getByLabel('the most per load, g').fill('50');
  await blend.getByLabel('the scale’s division, g').or(blend.getByLabel("the scale's division, g")).fill('1');
  await blend.getByLabel('components').fill('kid mohair; 97; mohair\nsparkle; 2');
  await blend.getByRole('button', { name: 'Reckon' }).click();
  await expect(blend.getByText(/1 % are missing/)).toBeVisible();
  await blend.getByLabel('components').fill('kid mohair; 98; mohair\nsparkle; 2');
  await blend.getByRole('button', { name: 'Reckon' }).click();
  await expect(blend.getByRole('row', { name: /sparkle/ })).toHaveText(/24\.00 g.*1\.00 g.*50\.00 %/);
  const ends = page.getByRole('region', { name: 'Which end leads' });
  await ends.getByLabel('transfers to the other comb').fill('4');
  await ends.getByRole('button', { name: 'Reckon' }).click();
  await expect(ends.getByText('tip', { exact: true }).first()).toBeVisible();
});

test('the card prints on paper without the frame', async ({ page }) => {
  await enterDemo(page);
  await page.goto(at('/samples/SM-03'));
  await expect(page.getByText('Where it came from')).toBeVisible();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Course' })).toBeHidden();
  expect((await page.pdf({ format: 'A4' })).length).toBeGreaterThan(10_000);
});
