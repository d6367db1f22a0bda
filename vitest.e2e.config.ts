import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** The crawl over every control takes as long as ten others: it begins first, and the others go by beside it. */
class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const isLong = ({ moduleId }: TestSpecification) => moduleId.includes('crawl');
    return (await super.sort(files)).sort((a, b) => Number(isLong(b)) - Number(isLong(a)));
  }
}

export default defineConfig({
  test: {
    include: ['e2e/**/*.test.ts'],
    // A journey walks through the whole program on a machine that may be busy.
    testTimeout: 180_000,
    hookTimeout: 180_000,
    // Each file has a program, a folder and a browser of its own.
    maxWorkers: 2,
    sequence: { sequencer: LongestFirst },
    // What has to be tried twice is broken: journeys wait for what they need to see.
    retry: 0,
    expect: { poll: { timeout: 20_000, interval: 60 } },
  },
});
