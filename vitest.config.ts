import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['tests/unit/**/*.test.ts'],
          // An empty database, which each test of the server copies.
          globalSetup: ['tests/support/ownTemporaryFolder.ts', 'bin/write-empty-database.mjs'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'e2e',
          include: ['tests/e2e/**/*.test.ts'],
          globalSetup: ['tests/support/ownTemporaryFolder.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          // Each file has a server, a data folder and a browser of its own: two go side by side.
          maxWorkers: 2,
          // What a page comes to show is waited for, on slow machines too.
          expect: { poll: { timeout: 15_000 } },
        },
      },
    ],
  },
});
