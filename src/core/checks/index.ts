import { checkedInSteps } from './checked';
import { LEVELS, type Code, type Level } from './codes';
import { CHECKS } from './list';
import type { Check, Mend, Problem } from './problem';
import type { Project } from '../model';

/** Everything that any check finds, errors first. */
export function checkProject(project: Project): readonly Problem[] {
  const steps = checksInSteps(project);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

/** The same in steps, for whoever has other things to do in between. */
export function checksInSteps(project: Project): Generator<void, readonly Problem[]> {
  return checkedInSteps(CHECKS, project);
}

export { CHECKS, LEVELS };
export type { Check, Code, Level, Mend, Problem };
