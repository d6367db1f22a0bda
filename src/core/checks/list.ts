import { blankFrames } from './blank-frames';
import { clipCycle } from './clip-cycle';
import { cueCutOff } from './cue-cut-off';
import { cueExtraMarkers } from './cue-extra-markers';
import { cueJump } from './cue-jump';
import { cueOverlap } from './cue-overlap';
import { cueTooFewMarkers } from './cue-too-few-markers';
import { dialMissing } from './dial-missing';
import { elasticTooShort } from './elastic-too-short';
import { formulaCycle } from './formula-cycle';
import { formulaError } from './formula-error';
import { inBetweenFrames } from './in-between-frames';
import { keysOutsideSpan } from './keys-outside-span';
import { loopShort } from './loop-short';
import { missingAsset } from './missing-asset';
import { missingGlyph } from './missing-glyph';
import { missingParent } from './missing-parent';
import { missingSource } from './missing-source';
import { momentMissing } from './moment-missing';
import { nestCycle } from './nest-cycle';
import { outsideLimits } from './outside-limits';
import { parentCycle } from './parent-cycle';
import type { Check } from './problem';
import { rateOutOfBounds } from './rate-out-of-bounds';
import { seamGap } from './seam-gap';
import { seamSpeed } from './seam-speed';
import { settledChanged } from './settled-changed';
import { stillTail } from './still-tail';

/** The only list of checks. */
export const CHECKS: readonly Check[] = [
  nestCycle, missingSource, missingAsset, parentCycle, missingParent, clipCycle, formulaError, formulaCycle, dialMissing, elasticTooShort, cueTooFewMarkers,
  blankFrames, seamGap, cueOverlap, cueJump, cueCutOff, rateOutOfBounds, momentMissing, missingGlyph, outsideLimits, settledChanged,
  seamSpeed, stillTail, loopShort, cueExtraMarkers, keysOutsideSpan, inBetweenFrames,
];
