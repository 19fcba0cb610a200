import { given } from '@north-step/core/given';
import { defineConfig } from '@playwright/test';
import { chromiumPath } from './scripts/ensure.mjs';

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.e2e.ts',
  // limits are for hangs: on a machine at half its speed everything takes longer, and nothing is wrong
  timeout: 300_000,
  expect: { timeout: 30_000 },
  // much of the waiting is for servers, lamps and pages that settle
  workers: 3,
  fullyParallel: true,
  retries: 0,
  reporter: [['list'], ['json', { outputFile: '.cache/e2e.json' }]],
  use: {
    actionTimeout: 60_000,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      ...given({ executablePath: chromiumPath() }),
      args: [
        '--no-sandbox',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
});
