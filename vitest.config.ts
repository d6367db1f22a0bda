import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.ts', 'tests/**/*.test.ts', 'bench/**/*.test.ts'],
    // PGlite takes seconds to open on a busy machine.
    testTimeout: 30_000,
    hookTimeout: 60_000,
    maxWorkers: 2,
    setupFiles: ['tests/support/turns.ts'],
    reporters: ['default'],
  },
});
