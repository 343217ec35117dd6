import { defineConfig } from '@playwright/test';
import './tests/clock.cjs';

export default defineConfig({
  testDir: 'tests/e2e',
  globalSetup: './tests/template.mjs',
  fullyParallel: false,
  // Every file has a server, a folder and a port of its own; two cores wait often enough for a third.
  workers: 3,
  timeout: 150_000,
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    actionTimeout: 20_000,
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--headless',
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
