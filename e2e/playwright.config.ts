import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: '.',
  globalSetup: './demo-folder.ts',
  timeout: 400_000,
  workers: 1,
  expect: { timeout: 60_000 },
  reporter: [['list']],
  outputDir: '../test-results',
  use: {
    viewport: { width: 1280, height: 800 },
    acceptDownloads: true,
    screenshot: 'only-on-failure',
    actionTimeout: 60_000,
    launchOptions: {
      executablePath: process.env.GORSE_CHROMIUM || '/usr/bin/chromium',
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
