import type { Step } from '../../../core/commands';

/** What was done in a window, as steps that the command line can do again: what was set aside does not count until it is tried again. */
export type DoneSteps = {
  readonly did: (step: Step, change: string) => void;
  readonly setAside: (change: string) => void;
  /** A change that was set aside was done once more, as another change. */
  readonly triedAgain: (change: string, as: string) => void;
  readonly list: () => readonly Step[];
};

export function createDoneSteps(): DoneSteps {
  const done: { readonly step: Step; readonly change: string }[] = [];
  const aside = new Map<string, Step>();
  return {
    did: (step, change) => void done.push({ step, change }),
    setAside(change) {
      const i = done.findIndex((one) => one.change === change);
      if (i >= 0) aside.set(change, done.splice(i, 1)[0]!.step);
    },
    triedAgain(change, as) {
      const step = aside.get(change);
      if (step) done.push({ step, change: as });
      aside.delete(change);
    },
    list: () => done.map(({ step }) => step),
  };
}
