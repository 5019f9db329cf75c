import { expect, test } from '@playwright/test';
import { at, nothingIsWiderThan, picture, post, register } from './hands';

test('strips with a repeat are arranged for a two-ply, and two coloured plies with a plain one are rehearsed', async ({
  page,
}) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '90 g', form: 'top', colour: 'madder', humidityPercent: 65 });
  await post(page, '/api/fleeces', { mass: '200 g', form: 'top', colour: 'gold', humidityPercent: 65 });
  await page.goto(at('/station/divide'));
  await page.getByRole('button', { name: 'Arrange strips and rehearse their colours' }).click();
  const bench = page.getByRole('region', { name: 'Strips and their colours' });
  await bench.getByRole('button', { name: /madder/ }).click();
  await bench.getByRole('button', { name: /gold/ }).click();
  await bench.getByRole('button', { name: 'A colour of no lot' }).click();
  await bench.getByLabel('Colour', { exact: true }).fill('#GG0000');
  await bench.getByLabel('Repeat').fill('a b x');
  await bench.getByLabel('A strip weighs').fill('10 g');
  await expect(bench.getByText(/names no colour that is known/)).toBeVisible();
  await expect(bench.getByText(/There is no colour called/)).toBeVisible();
  await bench.getByLabel('Colour', { exact: true }).fill('woad');
  await bench.getByLabel('Repeat').fill('a b c b');
  await bench.getByLabel('How often').fill('2');
  await expect(
    bench.getByRole('img', { name: 'Strips in order. Ply 1: a b c b a b c b. Ply 2: a b c b a b c b.' }),
  ).toBeVisible();
  await expect(bench.getByText('All plies change together: clear stripes.')).toBeVisible();

  // One strip heavier than its partner: from there on the plies drift apart.
  await bench.getByLabel('Strips of ply 2 weigh').fill('10; 13');
  await expect(bench.getByText(/^At the end of strip \d ply 2 is 22\.2 m of singles behind the first/)).toBeVisible();
  await bench.getByLabel('Strips of ply 2 weigh').fill('');

  await bench.getByLabel('Ply 2', { exact: true }).selectOption('as the first, later');
  await expect(bench.getByText(/they marl/)).toBeVisible();
  await bench.getByRole('button', { name: 'One ply more' }).click();
  await bench.getByLabel('Ply 3', { exact: true }).selectOption('one plain colour');
  await bench.getByLabel('Colour of ply 3').fill('white');
  await expect(bench.getByText(/A plain ply runs through all of it/)).toBeVisible();
  await expect(bench.getByRole('img', { name: 'The patch as it looks from across a room.' })).toBeVisible();
  // What was arranged survives a reload.
  await page.reload();
  await expect(bench.getByLabel('Repeat')).toHaveValue('a b c b');
  await expect(bench.getByRole('img', { name: /^Singles of 3 plies and/ })).toBeVisible();
});

test('a strip chart is ticked off by key, planned anew half-way, and shows the photograph of what lies there', async ({
  page,
}) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '90 g', form: 'top', colour: 'madder', humidityPercent: 65 });
  await page.goto(at('/station/divide'));
  await page.getByRole('button', { name: 'Arrange strips and rehearse their colours' }).click();
  const plan = page.getByRole('region', { name: 'Strips and their colours' });
  await plan.getByRole('button', { name: /madder/ }).click();
  await plan.getByRole('button', { name: 'A colour of no lot' }).click();

  // How many strips a batt gives, and what of it is taken on.
  await plan.getByLabel('All of it weighs').fill('50 g');
  await plan.getByLabel('Its width, mm').fill('200');
  await plan.getByLabel('Its length, mm').fill('600');
  await plan.getByLabel('A strip, mm').fill('300');
  await expect(plan.getByText(/is wider than all of it/)).toBeVisible();
  await plan.getByLabel('A strip, mm').fill('38');
  await expect(plan.getByText(/^5 equal strips of 10 g/)).toBeVisible();
  await plan.getByRole('button', { name: 'Strips of 10 g' }).click();
  await expect(plan.getByLabel('A strip weighs')).toHaveValue('10 g');

  await plan.getByLabel('Repeat').fill('a b');
  await plan.getByLabel('How often').fill('2');
  await plan.getByRole('button', { name: 'Begin: tick the strips off' }).click();
  const chart = page.getByRole('region', { name: /^Strips of F-01/ });
  await expect(chart.getByRole('status').first()).toHaveText(/^0 of 4/);
  // A foot switch is a key.
  await page.locator('body').press('Space');
  await expect(chart.getByRole('status').first()).toHaveText(/^1 of 4/);
  await chart.getByRole('button', { name: /^b, 10 g/ }).click();
  await expect(chart.getByRole('status').first()).toHaveText(/^2 of 4/);

  await chart.getByRole('button', { name: 'Plan the rest anew' }).click();
  await chart.getByLabel('Still to come of ply 1').fill('b z');
  await chart.getByRole('button', { name: 'So goes the rest' }).click();
  await expect(chart.getByText(/There is no colour called/)).toBeVisible();
  await chart.getByLabel('Still to come of ply 1').fill('b b a');
  await chart.getByRole('button', { name: 'So goes the rest' }).click();
  await expect(chart.getByRole('status').first()).toHaveText(/^2 of 5/);
  await chart.getByRole('button', { name: 'the other end' }).click();
  await expect(chart.getByRole('button', { name: 'the other end', pressed: true })).toBeVisible();

  await chart.locator('input[type=file]').setInputFiles(await picture(page, ['#a2402b', '#2f5568']));
  await expect(chart.getByRole('button', { name: /^Open photograph of/ })).toBeVisible();
  // A reload and another screen show the same.
  await page.reload();
  await expect(chart.getByRole('status').first()).toHaveText(/^2 of 5/);
  await expect(chart.getByRole('button', { name: 'the other end', pressed: true })).toBeVisible();
  await chart.getByRole('button', { name: 'Take the last one back' }).click();
  await expect(chart.getByRole('button', { name: 'the other end', pressed: true })).toHaveCount(0);
  await chart.getByRole('button', { name: 'Put the chart away' }).click();
  await chart.getByRole('button', { name: 'Put it away as it is' }).click();
  await expect(chart).toHaveCount(0);
});

test('five components in thirds, each third held another way, look unlike and are told apart', async ({ page }) => {
  await register(page);
  await post(page, '/api/fleeces', { mass: '90 g', form: 'top', colour: 'white', humidityPercent: 65 });
  await page.goto(at('/station/divide'));
  await page.getByRole('button', { name: 'Arrange strips and rehearse their colours' }).click();
  const bench = page.getByRole('region', { name: 'Strips and their colours' });
  for (const [i, colour] of ['madder', 'weld', 'woad', 'moss', 'cream'].entries()) {
    await bench.getByRole('button', { name: 'A colour of no lot' }).click();
    await bench.getByLabel('Colour', { exact: true }).nth(i).fill(colour);
  }
  await bench.getByLabel('Repeat').fill('abcde');
  await bench.getByLabel('A strip weighs').fill('4 g');
  const yarn = bench.getByRole('img', { name: /^Singles of/ });
  const seen = async () => {
    await expect(yarn).toBeVisible();
    // The picture follows what was chosen last.
    await page.waitForTimeout(600);
    return yarn.innerHTML();
  };
  // The first third straight from the end, the second from the fold, the third as a chain.
  const straight = await seen();
  await expect(bench.getByText(/^Joins to expect/)).toBeVisible();
  await bench.getByLabel('Held', { exact: true }).selectOption('from the fold');
  await bench.getByLabel('Pieces for the fold, mm').fill('90');
  await expect(bench.getByText(/in pieces of 90 mm/)).toBeVisible();
  const fold = await seen();
  await bench.getByLabel('Held', { exact: true }).selectOption('straight, from the end');
  await bench.getByLabel('Becomes yarn').selectOption('chain ply');
  await expect(bench.getByText(/A chain keeps the stripe of its one strand/)).toBeVisible();
  const chain = await seen();
  expect(new Set([straight, fold, chain]).size).toBe(3);
});

test('the skein that came of a strip chart lies beside its rehearsal, with its photograph', async ({ page }) => {
  await register(page);
  const lots: string[] = [];
  for (const colour of ['madder', 'gold']) {
    await post(page, '/api/fleeces', { mass: '60 g', form: 'top', colour, humidityPercent: 65 });
    const { lots: all } = await (await page.request.get(at('/api/lots'))).json();
    lots.push(all.find((l: { colour: string }) => l.colour === colour).id);
  }
  await page.goto(at('/station/divide'));
  await page.getByRole('button', { name: 'Arrange strips and rehearse their colours' }).click();
  const bench = page.getByRole('region', { name: 'Strips and their colours' });
  await bench.getByRole('button', { name: /madder/ }).click();
  await bench.getByRole('button', { name: /gold/ }).click();
  await bench.getByLabel('Repeat').fill('a b');
  await bench.getByLabel('A strip weighs').fill('10 g');
  await bench.getByRole('button', { name: 'Begin: tick the strips off' }).click();
  await expect(page.getByRole('region', { name: /^Strips of/ })).toBeVisible();

  const log = async (body: object) =>
    (await (await post(page, '/api/entries', body)).json()).made[0] as { id: string; code: string };
  const singles = await log({
    step: 'spin',
    from: lots.map((lotId) => ({ lotId, mass: '20 g', all: false })),
    to: [{ form: 'singles', mass: '40 g' }],
  });
  const yarn = await log({
    step: 'ply',
    from: [{ lotId: singles.id, all: true }],
    to: [{ form: 'plied', mass: '40 g' }],
  });
  await page.goto(at(`/lots/${yarn.code}`));
  await expect(page.getByRole('heading', { name: /^As it was rehearsed on/ })).toBeVisible();
  await expect(page.getByRole('img', { name: 'A knitted patch, rehearsed.' })).toBeVisible();
  await expect(page.getByText(/^Measure its length, or its wraps/)).toBeVisible();
  await page.getByRole('button', { name: 'Measure it' }).click();
  await page.getByRole('dialog').getByLabel('Length').fill('125');
  await page.getByRole('button', { name: 'Note it' }).click();
  await expect(page.getByRole('img', { name: 'A knitted patch, as thick as it was spun.' })).toBeVisible();
  await expect(
    page.getByText('Rehearsed in singles of 135 tex; they came out at 155 tex, 3 % taken up in plying.'),
  ).toBeVisible();
  await page
    .locator('input[type=file]')
    .first()
    .setInputFiles(await picture(page, ['#a2402b', '#c8a02b']));
  await expect(page.getByRole('img', { name: `Photograph of ${yarn.code}` })).toBeVisible();
});

test('a striped yarn of twenty lots: any of them is found, as often as they last, a whole repeat in sight', async ({
  page,
}) => {
  await register(page);
  const colours = ['madder', 'gold', 'woad', 'moorit', 'grey'];
  for (let i = 0; i < 20; i++)
    await post(page, '/api/fleeces', {
      mass: `${32 + (i % 3)} g`,
      form: 'top',
      colour: colours[i % colours.length],
      humidityPercent: 65,
    });
  await page.goto(at('/station/divide'));
  await page.getByRole('button', { name: 'Arrange strips and rehearse their colours' }).click();
  const bench = page.getByRole('region', { name: 'Strips and their colours' });
  const { lots } = await (await page.request.get(at('/api/lots?limit=50'))).json();
  expect(lots).toHaveLength(20);
  for (const lot of lots) {
    const button = bench.getByRole('button', { name: `${lot.code}, ${lot.colour}`, exact: true });
    if (await button.count()) await button.click();
    else {
      await bench.getByLabel('Any other lot').fill(lot.code);
      await page.getByRole('option', { name: new RegExp(`^${lot.code},`) }).click();
    }
  }
  await bench.getByLabel('Repeat').fill('a b c d e f g h i j k l m n o p q r s t');
  await bench.getByLabel('A strip weighs').fill('5 kg');
  await expect(bench.getByText(/are lacking/).first()).toBeVisible();
  await bench.getByLabel('A strip weighs').fill('5 g');
  // Two plies take ten grams of each lot for a repeat: what lies there lasts three times.
  await expect(bench.getByText(/The repeat is gone through 3 times: as often as what lies there gives/)).toBeVisible();
  await expect(bench.getByText(/are lacking/)).toHaveCount(0);
  await expect(bench.getByText(/plying takes up 3 %/)).toBeVisible();
  await bench.getByLabel('Taken up in plying, %').fill('5');
  await expect(bench.getByText(/plying takes up 5 %/)).toBeVisible();
  await expect(bench.getByText(/one of every \d+ drawn/).first()).toBeVisible();
  await page.setViewportSize({ width: 390, height: 844 });
  await nothingIsWiderThan(page, 390);
});
