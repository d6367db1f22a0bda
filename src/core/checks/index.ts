import type { Project } from '../model';
import { blankFrames } from './blank-frames';
import { keysOutsideSpan } from './keys-outside-span';
import { LEVELS, type Code, type Level } from './codes';
import { missingAsset } from './missing-asset';
import { missingParent } from './missing-parent';
import { missingSource } from './missing-source';
import { nestCycle } from './nest-cycle';
import { parentCycle } from './parent-cycle';
import type { Check, Problem } from './problem';
import { seamGap } from './seam-gap';

/** The only list of checks. */
export const CHECKS: readonly Check[] = [nestCycle, missingSource, missingAsset, parentCycle, missingParent, blankFrames, seamGap, keysOutsideSpan];

/** Everything that any check finds, errors first. */
export function checkProject(project: Project): readonly Problem[] {
  const rank = { error: 0, warning: 1, note: 2 };
  return CHECKS.flatMap((check) => check.find(project).map((finding): Problem => ({ code: check.code, level: LEVELS[check.code], ...finding }))).sort((a, b) => rank[a.level] - rank[b.level]);
}

export { LEVELS };
export type { Check, Code, Level, Problem };
