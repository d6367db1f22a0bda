import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.ts', 'tests/**/*.test.ts', 'bench/**/*.test.ts'],
    // Against what never ends, not against what is slow: PGlite takes seconds to open, and a law of many films a minute, on a busy machine.
    testTimeout: 90_000,
    hookTimeout: 90_000,
    maxWorkers: 2,
    setupFiles: ['tests/support/turns.ts'],
    reporters: ['default'],
  },
});
