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

export default defineConfig({
  testDir: '.',
  globalSetup: './house.ts',
  // One after another: some stop the house's database, and the timed ones need the machine for themselves.
  workers: 1,
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
