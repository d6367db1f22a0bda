export { changeFrom, count, LABEL_LENGTH, upgradeChange, type Change, type Draft } from './change';
export { takeBack } from './take-back';
export { clipText, copyKeys, copyLayers, duplicateLayers, pasteKeys, pasteLayers, type KeysClip, type Pasting } from './clip';
export {
  addAssets, addComposition, deleteAsset, deleteComposition, duplicateComposition, holds, renameProject, setAsset, setComposition, setDuration, setMain, setRate, setTempo, usesOf, type CompositionFields,
} from './compositions';
export { addLayers, reorderLayers, stepLayers } from './create';
export { EMPTY_HISTORY, forget, record, steppedBack, steppedForward, type History } from './history';
export { addStop, coloursOf, deleteStop, isInked, setFillKind, setInk } from './inks';
export { isHeldKey, setOutside, shapeKeys, type KeyShape } from './key-shape';
export { deleteKeys, moveKeys } from './keys';
export { deleteLayers, setLayerField, trimLayersTo, type PlainField } from './layers';
export { addMarkers, deleteMarkers, setMarkers } from './markers';
export { findMarker, framesOf, NO_MOMENTS, shiftLimits, shiftMoments, withRipple, withTogether, type MarkerRef, type Moments } from './moments';
export { nestLayers, type NestChoice } from './nest';
export { unnestLayer } from './unnest';
export { setParent } from './parent';
export { applyPatches, invertPatches, patchOf, readPath, sameValue, type Clash, type Patch } from './patch';
export { changedPose, hasChosenAncestor, inParentSpace, movePlaces, placeLayers, poseAt, poseFor, type Placed, type Pose } from './pose';
export { rescaleLayer } from './rescale';
export { addKeys, keyAt, setValues, type Keying, type NewValue } from './set-values';
export { splitLayers, stretchFactor, stretchLayers } from './stretch';
export { keyName, keysOf, type KeyRef, type TrackRef } from './target';
export { addOperator, birthAt, deleteOperator, moveOperator, setOperator, type Refused } from './timing';
export { validateTouched } from './validate';
