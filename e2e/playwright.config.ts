import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './tests',
  // roomy: a machine that is busy with other things is slow, not broken
  timeout: 150_000,
  expect: { timeout: 12_000 },
  fullyParallel: false,
  workers: 2,
  // the JSON goes where PLAYWRIGHT_JSON_OUTPUT_NAME says, for the closing line of `npm test`
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : [['list']],
  outputDir: '../test-results/journeys',
  use: {
    viewport: { width: 1280, height: 800 },
    // a trace of every step takes a third of the time: asked for when a journey is looked into
    trace: process.env.RIGGER_TRACE === '1' ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
    launchOptions: {
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
    },
  },
});
