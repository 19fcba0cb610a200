import { defineConfig } from 'vitest/config';

const slow = { testTimeout: 60_000, hookTimeout: 120_000 };

// files leave nothing behind in what they import, and share it: what a page keeps, leavePage of its tests forgets
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
          isolate: false,
          testTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'web',
          include: ['web/**/*.test.{ts,tsx}'],
          environment: 'jsdom',
          isolate: false,
          testTimeout: 90_000,
        },
      },
      {
        test: {
          name: 'server',
          include: ['{server,demo,scripts,e2e,torture}/**/*.test.ts'],
          environment: 'node',
          isolate: false,
          globalSetup: './server/src/testing/template.ts',
          setupFiles: './server/src/testing/quickStart.ts',
          ...slow,
        },
      },
    ],
  },
});
