export type { Ease, Handle, HeldKey, Outside, ScalarKey, VectorKey } from './key';
export type { Rules } from './outside';
export { prepareEase } from './curve';
export { lastAtOrBefore } from './find-key';
export { endSlope, segmentControls, smoothSlope, type Controls } from './handles';
export { splitSegment, type Split } from './split';
export { prepareScalar, type ScalarCurve } from './scalar';
export { prepareVector, type VectorCurve } from './vector';
export { prepareHeld, type HeldCurve } from './held';
