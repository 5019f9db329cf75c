import { expect, test } from '@playwright/test';
import { at, houseTime, nothingIsWiderThan, post, register } from './hands';

test('48 g of fine down: cloud against punis, tried in one sitting and compared', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '48 g', form: 'down', fibre: 'yak', humidityPercent: 65 });
  await page.goto(at('/lots/F-01/routes'));
  await page.getByRole('button', { name: /^Try both, 5 g each/ }).click();
  await expect(page.getByRole('heading', { name: 'Still to be prepared' })).toBeVisible();
  const waiting = page.getByRole('link', { name: /^F-01\.\d$/ });
  await expect(waiting).toHaveCount(2);
  const [first, second] = await waiting.allTextContents();

  for (const [lot, form, mass, minutes] of [
    [first!, 'cloud', '4.9 g', '6'],
    [second!, 'puni', '4.8 g', '30'],
  ] as const) {
    const { lot: head } = await (await page.request.get(at(`/api/lots/${lot}`))).json();
    await post(page, '/api/entries', {
      step: 'card',
      from: [{ lotId: head.id, all: true }],
      to: [{ form, mass }],
      losses: [{ kind: 'cardWaste' }],
      minutes: Number(minutes),
    });
  }
  await page.goto(at('/lots/F-01/compare'));
  await expect(page.getByRole('img', { name: /cloud: 5\.?\d* g gave .* 2 h preparing/ })).toBeVisible();
  await expect(
    page.getByText('The slower road, punis, buys nothing in what was measured: what is kept.'),
  ).toBeVisible();

  // Each way is spun, with a slip on the way: then it is known what the slower road buys.
  for (const [n, minutes, joins, lumps] of [
    [0, '30', '15', '30'],
    [1, '24', '5', '4'],
  ] as const) {
    await page.goto(at('/lots/F-01/compare'));
    await page.getByRole('link', { name: 'Keep a sample' }).first().click();
    await page.getByLabel('Verdict, in your words').fill(n === 0 ? 'quick and lumpy' : 'smooth');
    await page.getByLabel('Yarn spun').fill(n === 0 ? 'a little' : '4 g');
    await page.getByLabel('Minutes of spinning').fill(minutes);
    await page.getByLabel('Joins, in 10 m').fill(joins);
    await page.getByLabel('Lumps, in 10 m').fill(lumps);
    await page
      .getByLabel('At several places, wraps')
      .fill(n === 0 ? '12 16 11 17 14 13 18 12' : '14 14 15 14 14 13 14 14');
    await page.getByRole('button', { name: 'Keep the sample' }).click();
    if (n === 0) {
      await expect(page.getByText(/does not read as a weight/)).toBeVisible();
      await page.getByLabel('Yarn spun').fill('4 g');
      await page.getByRole('button', { name: 'Keep the sample' }).click();
    }
    await expect(page.getByRole('heading', { name: 'Where it came from' })).toBeVisible();
  }
  await page.goto(at('/lots/F-01/compare'));
  await expect(page.getByText(/The slower road, punis, buys .*fewer lumps/)).toBeVisible();
  const lumps = page.getByRole('row', { name: /lumps in the yarn/ });
  await expect(lumps.getByText('better')).toHaveCount(1);
  await expect(page.getByText(/buys .*a more even yarn/)).toBeVisible();
  await expect(page.getByRole('row', { name: /unevenness of the yarn/ }).getByText('better')).toHaveCount(1);
  await expect(page.getByRole('row', { name: /kept of what was taken/ }).getByText('better')).toHaveCount(0);
  // On a phone nothing is wider than the screen but the table in its own frame.
  await page.setViewportSize({ width: 390, height: 844 });
  await nothingIsWiderThan(page, 390);
});

test('one batt held in four ways: chosen by its picture, noted at the wheel, compared with all that was spun', async ({
  page,
}) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '220 g', form: 'clean', breed: 'Romney', humidityPercent: 65, price: 12 });
  const { lots: taken } = await (await page.request.get(at('/api/lots'))).json();
  const clean = taken[0];
  const carded = await post(page, '/api/entries', {
    step: 'card',
    from: [{ lotId: clean.id, all: true }],
    to: [{ form: 'batt', mass: '205 g' }],
    losses: [{ kind: 'cardWaste' }],
    minutes: 110,
  });
  const batt = (await carded.json()).made[0];

  // What lies there is ready: it is not sent over cards again, its ways are those of holding it.
  await page.goto(at(`/lots/${batt.code}/routes`));
  await expect(page.getByRole('heading', { name: `How to hold ${batt.code}` })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Choose / })).toHaveCount(6);
  await page.getByRole('button', { name: 'socks', exact: true }).click();
  await page.getByRole('button', { name: 'Choose in strips' }).click();
  await expect(
    page.getByRole('region', { name: 'in strips' }).getByRole('button', { name: 'Leave it open' }),
  ).toBeVisible();
  await page.goto(at(`/lots/${batt.code}`));
  await expect(page.getByText('For socks, to be held in strips.')).toBeVisible();

  const now = await houseTime(page);
  for (const [holding, minutes, metres, joins, softness] of [
    [null, 60, 120, 24, 2],
    ['zStrip', 55, 118, 3, null],
    ['tornAndRolled', 40, 110, 20, 4],
    ['fromTheFold', 90, 100, 10, 5],
  ] as const) {
    const started = await post(page, '/api/runs', {
      craft: 'spin',
      aim: { wraps: '12', lotId: batt.id },
      mass: '25 g',
      holding,
      startedAt: new Date(now - 8 * 3600_000).toISOString(),
    });
    const run = await started.json();
    const event = (data: object) => post(page, `/api/runs/${run.id}/events`, data);
    await event({ kind: 'sitDown', at: new Date(now - (minutes + 5) * 60_000).toISOString() });
    await event({ kind: 'standUp', at: new Date(now - 5 * 60_000).toISOString() });
    await event({ kind: 'countSpun', of: 'joins', count: joins });
    if (holding === null) {
      // The way that was chosen stands there; a slip of the finger is set right by another tap.
      await page.goto(at('/station/spin'));
      const held = page.getByRole('group', { name: 'How it is held' });
      await expect(held.getByRole('button', { name: 'in strips' })).toHaveAttribute('aria-pressed', 'true');
      await held.getByRole('button', { name: 'torn and rolled' }).click();
      await expect(held.getByRole('button', { name: 'torn and rolled' })).toHaveAttribute('aria-pressed', 'true');
      await held.getByRole('button', { name: 'in strips' }).click();
      await expect(held.getByRole('button', { name: 'in strips' })).toHaveAttribute('aria-pressed', 'true');
    }
    const done = await (await event({ kind: 'fillBobbin', mass: '24.5 g', length: `${metres} m` })).json();
    await post(page, '/api/entries', {
      step: 'spin',
      from: [{ lotId: batt.id, mass: '25 g', all: false }],
      to: [{ form: 'singles', mass: done.entry.mass, yarn: done.entry.yarn }],
      runId: run.id,
      minutes: done.entry.minutes,
      losses: [{ kind: 'cardWaste' }],
    });
    if (softness !== null)
      await post(page, '/api/samples', {
        lotId: batt.id,
        holding: holding ?? 'strips',
        draw: 'short',
        verdict: 'spun on the cherry wheel',
        judged: [{ scale: 'softness', mark: softness }],
      });
  }

  await page.goto(at(`/lots/${clean.code}/compare`));
  for (const name of ['in strips', 'one zig-zag strip', 'torn and rolled', 'from the fold'])
    await expect(page.getByRole('columnheader', { name: `batts, ${name}` })).toBeVisible();
  const joins = page.getByRole('row', { name: /^joins/ });
  await expect(joins.getByText('better')).toHaveCount(1);
  await expect(joins.getByRole('cell').nth(1)).toContainText('better');
  await expect(page.getByRole('img', { name: /^Softness.*: 5 of 5/i })).toBeVisible();
  // What cannot be read takes nothing away; then fibre, hours and cost are told for each.
  await page.getByLabel('Yarn that is wanted').fill('a jumper');
  await expect(page.getByText(/as a weight or a length/)).toBeVisible();
  await expect(joins).toBeVisible();
  await page.getByLabel('Yarn that is wanted').fill('500 m');
  await expect(page.getByRole('row', { name: /^whole hours for what is wanted/ })).toBeVisible();
  await expect(
    page
      .getByRole('row', { name: /^fibre for what is wanted/ })
      .getByText('better')
      .first(),
  ).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await nothingIsWiderThan(page, 390);
});
