import { defineConfig } from 'vitest/config';

/** The unit tests of the rooms that are mutated, named by bin/mutate.mjs. */
const rooms = (process.env['MUTATE_ROOMS'] ?? '').split(',').filter((room) => room !== '');

export default defineConfig({
  test: { include: rooms.map((room) => `tests/unit/${room}/**/*.test.ts`), testTimeout: 60_000, hookTimeout: 60_000 },
});
