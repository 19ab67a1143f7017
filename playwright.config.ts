import { defineConfig } from '@playwright/test';

/**
 * An application and a database to each worker, so that what one does to its shop the other never meets; Playwright
 * tells each worker its number before it reads this.
 */
const grounds = (process.env.BASE_URLS ?? '').split(',').filter(Boolean);
const own = Number(process.env.TEST_PARALLEL_INDEX ?? 0);

export default defineConfig({
  testDir: 'tests/e2e',
  workers: Math.max(1, grounds.length),
  timeout: 180_000,
  expect: { timeout: 20_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: grounds[own % Math.max(1, grounds.length)],
    viewport: { width: 1280, height: 800 },
    actionTimeout: 20_000,
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
    },
    screenshot: 'only-on-failure',
  },
});
