import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['e2e/**/*.test.ts'],
    // A journey walks through the whole program on a machine that may be busy.
    testTimeout: 180_000,
    hookTimeout: 180_000,
    fileParallelism: false,
    expect: { poll: { timeout: 20_000, interval: 60 } },
  },
});
