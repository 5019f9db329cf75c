// Largest paint and blocking time of three pages by lighthouse's mobile profile, each with an empty cache; the worst counts.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { launch } from './chromium.mjs';

const [address, lighthouseAt] = process.argv.slice(2);
const { default: lighthouse } = await import(lighthouseAt);
const port = 9222 + Math.floor(Math.random() * 2000);
const profile = mkdtempSync(join(tmpdir(), 'phone-'));
const context = await chromium.launchPersistentContext(profile, {
  ...launch,
  args: [...launch.args, `--remote-debugging-port=${port}`],
});
try {
  await context.request.post(`${address}/api/session/demo`);
  const { lots } = await (await context.request.get(`${address}/api/lots`)).json();
  // The house's own first answers are another figure (warm-start-seconds), and after a start it makes the next demo ready: on two cores both
  // would be counted as the phone's.
  for (const path of [
    '/api/course',
    '/api/course/stations',
    '/api/runs',
    `/api/lots/${lots[0].code}`,
    '/api/lots?step=wash',
  ])
    await context.request.get(`${address}${path}`);
  await new Promise((quiet) => setTimeout(quiet, 20_000));
  const worst = { lcp: 0, blocked: 0, accessibility: 1 };
  for (const path of ['/', `/lots/${lots[0].code}`, '/station/wash']) {
    // Signed in stays signed in: the cache is emptied and nothing else.
    const { lhr } = await lighthouse(`${address}${path}`, {
      port,
      output: 'json',
      logLevel: 'error',
      clearStorageTypes: ['cache_storage'],
      onlyCategories: ['performance', 'accessibility'],
    });
    const lcp = lhr.audits['largest-contentful-paint'].numericValue / 1000;
    const blocked = lhr.audits['total-blocking-time'].numericValue;
    const { score } = lhr.categories.accessibility;
    console.error(
      `${path}: largest paint ${lcp.toFixed(2)} s, blocked ${blocked.toFixed(0)} ms, accessibility ${score}, on a machine of index ${lhr.environment.benchmarkIndex.toFixed(0)}`,
    );
    worst.lcp = Math.max(worst.lcp, lcp);
    worst.blocked = Math.max(worst.blocked, blocked);
    worst.accessibility = Math.min(worst.accessibility, score);
  }
  console.log('figure phone-lcp-seconds', worst.lcp.toFixed(2), 2.5);
  console.log('figure phone-blocked-ms', worst.blocked.toFixed(0), 300);
  console.log('figure phone-accessibility', worst.accessibility, 1);
} finally {
  await context.close();
  rmSync(profile, { recursive: true, force: true });
}
