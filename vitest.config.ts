import { defineConfig } from 'vitest/config';

const slow = { testTimeout: 60_000, hookTimeout: 120_000 };

export default defineConfig({
  test: {
    // much of the waiting is for disks and processes
    maxWorkers: 3,
    projects: [
      {
        test: {
          name: 'core',
          include: ['{core,contract,devices}/**/*.test.ts'],
          environment: 'node',
          testTimeout: 60_000,
        },
      },
      { test: { name: 'web', include: ['web/**/*.test.{ts,tsx}'], environment: 'jsdom', testTimeout: 90_000 } },
      {
        test: {
          name: 'server',
          include: ['{server,demo,scripts,e2e,torture}/**/*.test.ts'],
          environment: 'node',
          globalSetup: './server/src/testing/template.ts',
          ...slow,
        },
      },
    ],
  },
});
