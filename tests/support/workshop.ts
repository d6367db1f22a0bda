import type { Workshop } from '../../src/server/workshop';

/** Does each job here and now, what goes in and out, errors too, by JSON as a child would have it. */
export const workshopHere: Workshop = {
  async run(job, input, piece = () => undefined) {
    const byJson = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
    try {
      return byJson(await job.run(byJson(input), async (one) => {
        await Promise.resolve();
        piece(byJson(one));
      }));
    } catch (error) {
      const { message, code } = error as NodeJS.ErrnoException;
      throw Object.assign(new Error(message), { code });
    }
  },
};
