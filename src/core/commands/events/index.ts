import { assetsAdd } from './assets-add';
import { assetsDelete } from './assets-delete';
import { assetsSet } from './assets-set';
import { compositionAdd } from './composition-add';
import { compositionDelete } from './composition-delete';
import { compositionDuplicate } from './composition-duplicate';
import { compositionLength } from './composition-length';
import { compositionRate } from './composition-rate';
import { compositionSet } from './composition-set';
import { compositionSize } from './composition-size';
import { compositionTempo } from './composition-tempo';
import { inksKind } from './inks-kind';
import { inksSet } from './inks-set';
import { keysAdd } from './keys-add';
import { keysDelete } from './keys-delete';
import { keysMove } from './keys-move';
import { keysPaste } from './keys-paste';
import { keysShape } from './keys-shape';
import { layersAdd } from './layers-add';
import { layersDelete } from './layers-delete';
import { layersDuplicate } from './layers-duplicate';
import { layersMove } from './layers-move';
import { layersNest } from './layers-nest';
import { layersOrder } from './layers-order';
import { layersParent } from './layers-parent';
import { layersPaste } from './layers-paste';
import { layersPlace } from './layers-place';
import { layersSequence } from './layers-sequence';
import { layersSet } from './layers-set';
import { layersSplit } from './layers-split';
import { layersStep } from './layers-step';
import { layersStretch } from './layers-stretch';
import { layersTrim } from './layers-trim';
import { layersUnnest } from './layers-unnest';
import { markersAdd } from './markers-add';
import { markersDelete } from './markers-delete';
import { markersSet } from './markers-set';
import { mediaAdd } from './media-add';
import { projectMain } from './project-main';
import { projectRename } from './project-rename';
import { stopsAdd } from './stops-add';
import { stopsDelete } from './stops-delete';
import { timeShift } from './time-shift';
import { timingAdd } from './timing-add';
import { timingDelete } from './timing-delete';
import { timingOrder } from './timing-order';
import { timingPaste } from './timing-paste';
import { timingSet } from './timing-set';
import { tracksOutside } from './tracks-outside';
import { tracksSet } from './tracks-set';

/** The only list of edits: the page does them, the command line does them, and steps that were recorded name them. */
export const COMMANDS = [
  projectRename,
  projectMain,
  compositionAdd,
  compositionDuplicate,
  compositionDelete,
  compositionSet,
  compositionLength,
  compositionRate,
  compositionSize,
  compositionTempo,
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
  layersSequence,
  layersDuplicate,
  layersPaste,
  layersParent,
  layersNest,
  layersUnnest,
  layersMove,
  layersPlace,
  timeShift,
  tracksSet,
  tracksOutside,
  keysAdd,
  keysMove,
  keysDelete,
  keysShape,
  keysPaste,
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
] as const;
