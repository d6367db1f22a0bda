import { expect, test } from 'vitest';
import { createDoneSteps } from './done-steps';

test('what was set aside is no step, until it is tried again: then it is the last', () => {
  const steps = createDoneSteps();
  const step = (name: string) => ({ do: name, with: {} });
  for (const name of ['a', 'b', 'c']) steps.did(step(name), `change ${name}`);
  steps.setAside('change b');
  steps.setAside('change of an earlier page');
  expect(steps.list()).toEqual([step('a'), step('c')]);
  steps.triedAgain('change b', 'change d');
  steps.triedAgain('change of an earlier page', 'change e');
  expect(steps.list()).toEqual([step('a'), step('c'), step('b')]);
  // Refused once more, it is set aside as what it is now.
  steps.setAside('change d');
  expect(steps.list()).toEqual([step('a'), step('c')]);
});
