import { expect, type Page } from '@playwright/test';

export const at = (path: string) => process.env.HOUSE_ADDRESS! + path;

/** Sends something through a door, as the page's person. */
export async function post(page: Page, path: string, data?: object) {
  const { token } = await (await page.request.get(at('/api/session'))).json();
  const answer = await page.request.post(at(path), {
    data,
    headers: { 'X-Token': token, 'Idempotency-Key': crypto.randomUUID() },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  return answer;
}

/** What time it is in the house. */
export const houseTime = async (page: Page) =>
  Date.parse((await (await page.request.get(at('/api/course'))).json()).now);

/** Into a demo workshop of one's own, by the door. */
export async function enterDemoByTheDoor(page: Page) {
  await page.goto(at('/door'));
  await page.getByRole('button', { name: 'Walk into the demo workshop' }).click();
  // A whole workshop is made for each browser: a busy machine takes its time over it.
  await expect(page.getByRole('heading', { name: 'What waits, and how long' })).toBeVisible({ timeout: 60_000 });
}

/** The same without the walk, for tests of what lies behind it. */
export async function enterDemo(page: Page, path = '/') {
  const answer = await page.request.post(at('/api/session/demo'), { timeout: 60_000 });
  expect(answer.ok(), await answer.text()).toBe(true);
  await page.goto(at(path));
  await expect(page.getByRole('navigation', { name: 'Course' })).toBeVisible();
}

/** Opens a workshop of one's own; the walk through the door is in begin.spec.ts. */
export async function register(page: Page, name = 'Ilse', path = '/') {
  const answer = await page.request.post(at('/api/session/register'), {
    data: {
      email: `${crypto.randomUUID()}@example.org`,
      password: 'wool and water',
      name,
      workshopName: null,
      invitationCode: null,
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    },
  });
  expect(answer.ok(), await answer.text()).toBe(true);
  await page.goto(at(path));
  await expect(page.getByRole('navigation', { name: 'Course' })).toBeVisible();
}

export async function takeIn(page: Page, weight: string, breed = '') {
  await page.goto(at('/take-in'));
  if (breed) {
    await page.getByRole('combobox', { name: 'Breed', exact: true }).fill(breed);
    await page.keyboard.press('Escape');
  }
  await page.getByLabel('Raw weight').fill(weight);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'What happened' })).toBeVisible();
  return new URL(page.url()).pathname.split('/').at(-1)!;
}

/** Logs a step at its station: the lot asked for, one number, Enter. */
export async function logAt(page: Page, step: string, lot: string, weight: string | null) {
  await page.goto(at(`/station/${step}?lot=${lot}`));
  const field = page.getByLabel('What it weighs now');
  await expect(field).toBeFocused();
  if (weight) {
    await field.fill(weight);
    await page.keyboard.press('Enter');
  } else await page.getByRole('button', { name: /without a weight|when it is dry/ }).click();
  await expect(page.getByRole('status').filter({ hasText: /^Logged as/ })).toBeVisible();
}

/** Goes on by the Tab key until something with this name has the focus. */
export async function tabOn(page: Page, name: RegExp) {
  for (let i = 0; i < 90; i++) {
    await page.keyboard.press('Tab');
    const label = await page.evaluate(() => {
      const at = document.activeElement;
      const named =
        at instanceof HTMLInputElement || at instanceof HTMLSelectElement || at instanceof HTMLTextAreaElement
          ? at.labels?.[0]
          : at;
      return at?.getAttribute('aria-label') ?? named?.textContent ?? '';
    });
    if (name.test(label)) return;
  }
  throw new Error(`No way to ${name} by the Tab key`);
}

/** A picture file of upright stripes, as a camera would give it. */
export async function picture(page: Page, colours: readonly string[], type = 'image/jpeg') {
  const data = await page.evaluate(
    ([colours, type]) => {
      const canvas = document.createElement('canvas');
      canvas.width = 2400;
      canvas.height = 900;
      const brush = canvas.getContext('2d')!;
      colours.forEach((colour, i) => {
        brush.fillStyle = colour;
        brush.fillRect((i * canvas.width) / colours.length, 0, canvas.width / colours.length + 1, canvas.height);
      });
      return canvas.toDataURL(type, 0.92).split(',')[1]!;
    },
    [colours, type] as const,
  );
  return { name: 'picture.jpg', mimeType: type, buffer: Buffer.from(data, 'base64') };
}

/** Asks that nothing is wider than the screen; what is drawn by its width is drawn anew only after a screen has changed. */
export const nothingIsWiderThan = (page: Page, width: number) =>
  expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
