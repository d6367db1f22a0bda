import { curveRow } from './curve-row';
import { laneRow } from './lane-row';
import { layerRow } from './layer-row';
import { markersRow } from './markers-row';
import { rateRow } from './rate-row';
import type { RowDefinition } from './row';
import { trackRow } from './track-row';

/** All kinds of rows, in the order in which they stand: over all layers, then under each. */
export const ROWS: readonly RowDefinition[] = [markersRow, layerRow, laneRow, rateRow, trackRow, curveRow];
