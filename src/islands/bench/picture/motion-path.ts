import { transform } from '../../../core/display';
import { keyedTracks, keyTimesOf, worldMatrix } from '../../../core/scene';
import { keysOf, poseAt } from '../../../core/commands';
import type { Composition, Layer, Project } from '../../../core/model';
import type { Point } from './selection-box';

export type MotionPath = { readonly points: readonly Point[]; readonly keys: readonly { readonly at: number; readonly point: Point }[] };

/** More dots than this say no more. */
const MOST = 240;
const MOVING = new Set(['x', 'y', 'position']);

const drawn = new WeakMap<Layer, { readonly composition: Composition; readonly path: MotionPath | null }>();

/** The same layer in the same composition has the same path; it is drawn with every picture. */
export function motionPath(project: Project, composition: Composition, layer: Layer): MotionPath | null {
  const known = drawn.get(layer);
  if (known?.composition === composition) return known.path;
  const path = pathOf(project, composition, layer);
  drawn.set(layer, { composition, path });
  return path;
}

/** Where a layer's pivot is at each frame of its keyed way, and at its keys; null when its place is not keyed. */
function pathOf(project: Project, composition: Composition, layer: Layer): MotionPath | null {
  const keyed = keyedTracks(project, layer).filter(({ address }) => MOVING.has(address));
  if (keyed.length === 0) return null;
  const times = [...new Set(keyed.flatMap((track) => { const { moments } = keyTimesOf(project, composition, layer, track); return keysOf(track.channel).flatMap((key) => moments(key.at).map(({ from }) => from)); }))].sort((a, b) => a - b);
  // Keys that are never met move nothing.
  if (times.length === 0) return null;
  const [first, last] = [times[0]!, times[times.length - 1]!];
  const at = (frame: number): Point => {
    const { pivotX, pivotY } = poseAt(project, composition, layer, frame);
    return transform(worldMatrix(project, composition, layer, frame, new Map()), pivotX, pivotY);
  };
  const step = Math.max(1, (last - first) / MOST);
  const points: Point[] = [];
  for (let frame = first; frame <= last; frame += step) points.push(at(frame));
  return { points, keys: times.map((time) => ({ at: time, point: at(time) })) };
}
