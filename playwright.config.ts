import { defineConfig } from '@playwright/test';

const port = Number(process.env.PORT ?? 4190);

/** The browser is Debian's own; nothing is downloaded. */
export const chromium = {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

export default defineConfig({
  testDir: 'tests',
  globalSetup: './tests/seed.ts',
  // Each file starts a server on data of its own, on a port of its own, so two run beside one another.
  workers: 2,
  fullyParallel: false,
  // Bounds against hanging, not measures of speed: a shared machine may be several times slower for a while.
  timeout: 900_000,
  // What passes only the second time is a fault of the test, and is mended.
  retries: 0,
  expect: { timeout: 60_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/end-to-end.json' }]],
  outputDir: 'test-results/traces',
  use: {
    actionTimeout: 120_000,
    baseURL: `http://localhost:${port}`,
    launchOptions: chromium,
    viewport: { width: 1280, height: 800 },
    // A trace takes a fifth of the time of every test; `--trace on` makes one of a test that fails.
    trace: 'off',
    screenshot: 'only-on-failure',
    locale: 'en-GB',
    timezoneId: 'Europe/London',
  },
});
