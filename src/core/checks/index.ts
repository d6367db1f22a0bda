import { blankFrames } from './blank-frames';
import { checkedInSteps } from './checked';
import { LEVELS, type Code, type Level } from './codes';
import { keysOutsideSpan } from './keys-outside-span';
import { missingAsset } from './missing-asset';
import { missingParent } from './missing-parent';
import { missingSource } from './missing-source';
import { nestCycle } from './nest-cycle';
import { parentCycle } from './parent-cycle';
import type { Check, Mend, Problem } from './problem';
import { seamGap } from './seam-gap';
import type { Project } from '../model';

/** The only list of checks. */
export const CHECKS: readonly Check[] = [nestCycle, missingSource, missingAsset, parentCycle, missingParent, blankFrames, seamGap, keysOutsideSpan];

/** Everything that any check finds, errors first. */
export function checkProject(project: Project): readonly Problem[] {
  const steps = checksInSteps(project);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

/** The same in steps, for whoever has other things to do in between. */
export function checksInSteps(project: Project): Generator<void, readonly Problem[]> {
  return checkedInSteps(CHECKS, project);
}

export { LEVELS };
export type { Check, Code, Level, Mend, Problem };
