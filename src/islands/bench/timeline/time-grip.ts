import { timeHandles, timingOf, type PlacedHandle } from '../../../core/scene';
import type { Layer } from '../../../core/model';
import type { TimelineView } from '../editor/state';
import type { Grip } from './hit';
import type { RowPlace } from './rows/row';
import { xOf } from './scale';

/** So near, in pixels, a handle is taken hold of. */
const NEAR = 8;
/** So near, in pixels across and up, a marker inside ties a time to it. In a lane a pixel up may be half a frame. */
const [TIES_ACROSS, TIES_UP] = [6, 3];
/** Feet stand so far below the line. */
export const FOOT = 11;

/** How high a picture time stands in a lane of a height, in pixels below its top. */
export function laneScale(height: number, duration: number): (s: number) => number {
  return (s) => height - 12 - (s / duration) * (height - 24);
}

/** Where a handle is drawn in a lane, in pixels from its top; outside what the lane shows it stands at its edge. */
export function handleHeight({ shown, drawn }: PlacedHandle, height: number, duration: number): number {
  const y = laneScale(height, duration)(Math.max(0, Math.min(duration, shown)));
  return drawn === 'foot' ? Math.min(height - 5, y + FOOT) : y;
}

/** Where it is drawn across; feet of one cut stand beside each other. */
export function handlePlace({ frame, side }: PlacedHandle, view: TimelineView): number {
  return xOf(frame, view) + side * 6;
}

/** A step's handle in the lane of what a layer shows, under a point that counts from the lane's top. */
export function timeGrip({ project, composition }: RowPlace, layer: Layer, view: TimelineView, x: number, y: number, height: number): Grip | null {
  const D = timingOf(project, composition, layer).source?.D;
  if (layer.locked || D === undefined) return null;
  let best: { readonly handle: PlacedHandle; readonly away: number } | null = null;
  for (const handle of timeHandles(project, composition, layer)) {
    const away = Math.hypot(handlePlace(handle, view) - x, handleHeight(handle, height, D) - y);
    // Where two lie on each other a foot goes before its point, and later steps before earlier ones.
    if (away <= NEAR && (!best || away <= best.away)) best = { handle, away };
  }
  if (!best) return null;
  const { handle } = best;
  const perPixel = D / (height - 24);
  return {
    kind: 'grip', layer: layer.id, cursor: handle.goes === 'across' ? 'ew-resize' : handle.goes === 'up' ? 'ns-resize' : 'move', as: { kind: 'row', layer: layer.id },
    words: `${handle.title}: ${handle.name}; pull it ${handle.goes === 'across' ? 'sideways' : handle.goes === 'up' ? 'up and down' : 'where it should be'}`,
    at: handle.frame, limits: handle.goes === 'up' ? [0, 0] : [-Infinity, Infinity], event: 'timing.set', args: { composition: composition.id, layer: layer.id, operator: handle.operator, fields: {} },
    pull: (by, down, how) => pulledTo(handle.pull(by, -down * perPixel, { later: how?.later ?? false, reach: !how?.ties ? 0 : handle.goes === 'across' ? (TIES_ACROSS * handle.pace) / view.pixelsPerFrame : TIES_UP * perPixel })),
  };
}

function pulledTo({ fields, told }: ReturnType<PlacedHandle['pull']>): { readonly move: object; readonly told: string } {
  return { move: { fields }, told };
}
