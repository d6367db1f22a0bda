import type { Project } from '../model';
import { blankFrames } from './blank-frames';
import { missingSource } from './missing-source';
import { nestCycle } from './nest-cycle';
import type { Check, Problem } from './problem';
import { seamGap } from './seam-gap';

/** The only list of checks. */
export const CHECKS: readonly Check[] = [nestCycle, missingSource, blankFrames, seamGap];

/** Everything that any check finds, errors first. */
export function checkProject(project: Project): readonly Problem[] {
  const rank = { error: 0, warning: 1, note: 2 };
  return CHECKS.flatMap((check) => check.find(project)).sort((a, b) => rank[a.level] - rank[b.level]);
}

export type { Check, Problem };
