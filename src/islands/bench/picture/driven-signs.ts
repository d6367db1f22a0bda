import { liveFormulas } from '../../../core/scene';
import type { Layer } from '../../../core/model';
import type { Grip } from './grips';

/** What of a layer each grip changes. */
const CHANGES: Readonly<Record<Grip['kind'], readonly string[]>> = {
  size: ['scaleX', 'scaleY', 'scale', 'width', 'height'],
  turn: ['rotation'],
  lean: ['skew'],
  // The ring stands where the layer is, and at what it turns around.
  pivot: ['x', 'y', 'position', 'pivotX', 'pivotY', 'pivot'],
};

/** What formulas drive of a layer, as it shows on the picture: grips in chalk, and the names of its driven tracks. */
export type DrivenSigns = { readonly grips: ReadonlySet<Grip['kind']>; readonly names: readonly string[] };

const known = new WeakMap<Layer, DrivenSigns>();

export function drivenSigns(layer: Layer): DrivenSigns {
  let found = known.get(layer);
  if (!found) {
    const { tracks, operators } = liveFormulas(layer);
    const driven = new Set(tracks.map(({ track }) => track.address));
    const grips = (Object.keys(CHANGES) as Grip['kind'][]).filter((kind) => CHANGES[kind].some((address) => driven.has(address)));
    known.set(layer, (found = { grips: new Set(grips), names: [...tracks.map(({ track }) => track.spec.label), ...(operators.length > 0 ? ['Timing'] : [])] }));
  }
  return found;
}
