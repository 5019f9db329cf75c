import { defineConfig } from '@playwright/test';

const quiet = [
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
];

const alone = ['start', 'keeping', 'wash-house', 'away', 'first-picture'].map((name) => `**/${name}.spec.ts`);

export default defineConfig({
  testDir: '.',
  globalSetup: './house.ts',
  // Each test has a workshop of its own, so two can go at once; those that stop the house or its database, and those that wait for clocks, go by
  // themselves after them.
  workers: 2,
  projects: [
    { name: 'together', testIgnore: alone },
    { name: 'alone', testMatch: alone, dependencies: ['together'], workers: 1 },
  ],
  // No test waits this long for the house; a busy machine may be three times slower than a free one.
  timeout: 150_000,
  expect: { timeout: 20_000 },
  reporter: 'list',
  outputDir: '../../.build/e2e',
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    launchOptions: { executablePath: '/usr/bin/chromium', args: quiet },
    screenshot: 'only-on-failure',
  },
});
