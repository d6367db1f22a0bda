import { assetsAdd } from './assets-add';
import { assetsDelete } from './assets-delete';
import { assetsSet } from './assets-set';
import { compositionAdd } from './composition-add';
import { compositionDelete } from './composition-delete';
import { compositionDuplicate } from './composition-duplicate';
import { compositionLength } from './composition-length';
import { compositionRate } from './composition-rate';
import { compositionSet } from './composition-set';
import { compositionSettle } from './composition-settle';
import { compositionSize } from './composition-size';
import { compositionTempo } from './composition-tempo';
import { compositionUnsettle } from './composition-unsettle';
import { dialsAdd } from './dials-add';
import { dialsDelete } from './dials-delete';
import { dialsGive } from './dials-give';
import { dialsSet } from './dials-set';
import { formulasBack } from './formulas-back';
import { formulasKeys } from './formulas-keys';
import { formulasRecipe } from './formulas-recipe';
import { formulasSet } from './formulas-set';
import { inksKind } from './inks-kind';
import { inksSet } from './inks-set';
import { keysAdd } from './keys-add';
import { keysAlign } from './keys-align';
import { keysApart } from './keys-apart';
import { keysDraw } from './keys-draw';
import { keysCalm } from './keys-calm';
import { keysDelete } from './keys-delete';
import { keysEven } from './keys-even';
import { keysFrames } from './keys-frames';
import { keysHandles } from './keys-handles';
import { keysMove } from './keys-move';
import { keysPaste } from './keys-paste';
import { keysPull } from './keys-pull';
import { keysReverse } from './keys-reverse';
import { keysSet } from './keys-set';
import { keysShape } from './keys-shape';
import { keysSnap } from './keys-snap';
import { keysSpread } from './keys-spread';
import { keysThin } from './keys-thin';
import { keysWhere } from './keys-where';
import { keysWithin } from './keys-within';
import { layersAdd } from './layers-add';
import { layersDelete } from './layers-delete';
import { layersDuplicate } from './layers-duplicate';
import { layersEnds } from './layers-ends';
import { layersGaps } from './layers-gaps';
import { layersMove } from './layers-move';
import { layersNest } from './layers-nest';
import { layersOrder } from './layers-order';
import { layersParent } from './layers-parent';
import { layersPartners } from './layers-partners';
import { layersPaste } from './layers-paste';
import { layersPlace } from './layers-place';
import { layersSequence } from './layers-sequence';
import { layersSet } from './layers-set';
import { layersSlip } from './layers-slip';
import { layersSplit } from './layers-split';
import { layersStep } from './layers-step';
import { layersStretch } from './layers-stretch';
import { layersElastic } from './layers-elastic';
import { layersTrim } from './layers-trim';
import { layersBake } from './layers-bake';
import { timingBackwards } from './timing-backwards';
import { timingCues } from './timing-cues';
import { timingEven } from './timing-even';
import { timingKeep } from './timing-keep';
import { timingPiece } from './timing-piece';
import { timingPreset } from './timing-preset';
import { timingPace } from './timing-pace';
import { timingStand } from './timing-stand';
import { staggersForget } from './staggers-forget';
import { staggersSet } from './staggers-set';
import { layersUnnest } from './layers-unnest';
import { linksSet } from './links-set';
import { markersAdd } from './markers-add';
import { markersDelete } from './markers-delete';
import { markersSet } from './markers-set';
import { mediaAdd } from './media-add';
import { posesDrift } from './poses-drift';
import { posesFlip } from './poses-flip';
import { posesHold } from './poses-hold';
import { posesKey } from './poses-key';
import { posesLater } from './poses-later';
import { posesMirror } from './poses-mirror';
import { presetsAdd } from './presets-add';
import { presetsDelete } from './presets-delete';
import { presetsRename } from './presets-rename';
import { projectKeys } from './project-keys';
import { projectMain } from './project-main';
import { projectRename } from './project-rename';
import { spansJoin } from './spans-join';
import { spansRoll } from './spans-roll';
import { spansSplit } from './spans-split';
import { stopsAdd } from './stops-add';
import { stopsDelete } from './stops-delete';
import { timeOpen } from './time-open';
import { timeShift } from './time-shift';
import { timingAdd } from './timing-add';
import { timingDelete } from './timing-delete';
import { timingOrder } from './timing-order';
import { timingPaste } from './timing-paste';
import { timingSet } from './timing-set';
import { tracksClosed } from './tracks-closed';
import { tracksEnds } from './tracks-ends';
import { tracksLimits } from './tracks-limits';
import { tracksOutside } from './tracks-outside';
import { tracksSet } from './tracks-set';
import { tracksStill } from './tracks-still';

/** The only list of edits: the page does them, the command line does them, and steps that were recorded name them. */
export const COMMANDS = [
  projectRename,
  projectMain,
  projectKeys,
  presetsAdd,
  presetsDelete,
  presetsRename,
  compositionAdd,
  compositionDuplicate,
  compositionDelete,
  compositionSet,
  compositionLength,
  compositionRate,
  compositionSize,
  compositionTempo,
  compositionSettle,
  compositionUnsettle,
  assetsAdd,
  mediaAdd,
  assetsSet,
  assetsDelete,
  layersAdd,
  layersOrder,
  layersStep,
  layersSet,
  layersDelete,
  layersTrim,
  layersSplit,
  layersStretch,
  layersElastic,
  layersSequence,
  layersDuplicate,
  layersPaste,
  layersPartners,
  layersParent,
  layersNest,
  layersUnnest,
  layersBake,
  timingCues,
  timingKeep,
  timingPiece,
  timingPreset,
  timingEven,
  timingStand,
  timingPace,
  timingBackwards,
  staggersSet,
  staggersForget,
  layersMove,
  layersPlace,
  layersGaps,
  layersSlip,
  layersEnds,
  timeShift,
  timeOpen,
  tracksSet,
  tracksOutside,
  tracksStill,
  tracksEnds,
  tracksClosed,
  tracksLimits,
  formulasSet,
  formulasRecipe,
  formulasKeys,
  formulasBack,
  linksSet,
  dialsAdd,
  dialsSet,
  dialsDelete,
  dialsGive,
  keysAdd,
  keysMove,
  keysDelete,
  keysShape,
  keysPaste,
  keysSet,
  keysPull,
  keysSpread,
  keysAlign,
  keysEven,
  keysSnap,
  keysReverse,
  keysApart,
  keysThin,
  keysHandles,
  keysFrames,
  keysWithin,
  keysWhere,
  keysCalm,
  keysDraw,
  markersAdd,
  markersSet,
  markersDelete,
  timingAdd,
  timingSet,
  timingOrder,
  timingDelete,
  timingPaste,
  inksSet,
  inksKind,
  stopsAdd,
  stopsDelete,
  posesKey,
  posesHold,
  posesFlip,
  posesMirror,
  posesDrift,
  posesLater,
  spansSplit,
  spansJoin,
  spansRoll,
] as const;
