import { defineConfig } from '@playwright/test';
import './tests/clock.cjs';

export default defineConfig({
  testDir: 'tests/e2e',
  globalSetup: './tests/e2e/setup.ts',
  fullyParallel: false,
  // Every file has a server, a folder and a port of its own. On a machine with two cores a third worker makes the others late.
  workers: 2,
  timeout: 480_000,
  // A busy machine is waited for; what is wrong stays wrong however long one waits.
  expect: { timeout: 30_000 },
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    // Pages on the device have flows of their own; elsewhere what the server sends is what is looked at.
    serviceWorkers: 'block',
    actionTimeout: 40_000,
    launchOptions: {
      // Debian's Chromium without the window around it: half the work on every page.
      executablePath: '/usr/bin/chromium-headless-shell',
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
