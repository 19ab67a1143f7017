import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: 'tests/e2e',
  workers: 1,
  // Those that `npm run prove` takes besides.
  ...(process.env.FULL === '1' ? {} : { grepInvert: /@whole/ }),
  timeout: 180_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.BASE_URL,
    viewport: { width: 1280, height: 800 },
    actionTimeout: 20_000,
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    },
    screenshot: 'only-on-failure',
    // Taking in all that is kept for use without network is a third of what a browser does that opens anew for each test:
    // it is left out but where the worker is what is promised (offline, people), and in the whole job, which has all on.
    serviceWorkers: 'block',
  },
});
