import { blankFrames } from './blank-frames';
import { keysOutsideSpan } from './keys-outside-span';
import { loopShort } from './loop-short';
import { missingAsset } from './missing-asset';
import { missingParent } from './missing-parent';
import { missingSource } from './missing-source';
import { nestCycle } from './nest-cycle';
import { outsideLimits } from './outside-limits';
import { parentCycle } from './parent-cycle';
import type { Check } from './problem';
import { seamGap } from './seam-gap';
import { settledChanged } from './settled-changed';

/** The only list of checks. */
export const CHECKS: readonly Check[] = [nestCycle, missingSource, missingAsset, parentCycle, missingParent, blankFrames, seamGap, loopShort, keysOutsideSpan, outsideLimits, settledChanged];
