import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['e2e/**/*.test.ts'],
    // A journey walks through the whole program on a machine that may be busy.
    testTimeout: 180_000,
    hookTimeout: 180_000,
    fileParallelism: false,
    // What has to be tried twice is broken: journeys wait for what they need to see.
    retry: 0,
    expect: { poll: { timeout: 20_000, interval: 60 } },
  },
});
