import { transform } from '../../../core/display';
import { keyedTracks, keyTimesOf, liveFormulas, worldMatrix } from '../../../core/scene';
import { keysOf, poseAt } from '../../../core/commands';
import type { Composition, Layer, Project } from '../../../core/model';
import type { Point } from './selection-box';

/** Where a layer's pivot is at whole frames of its keyed or driven way, `each` frames apart from `from` on, and at its keys. */
export type MotionPath = { readonly driven: boolean; readonly from: number; readonly each: number; readonly points: readonly Point[]; readonly keys: readonly { readonly at: number; readonly point: Point }[] };

/** More frames than this are thinned evenly. */
const MOST = 1200;
/** What a formula gives is worked out anew with each edit of what it reads. */
const MOST_DRIVEN = 400;
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

/** The way of a layer whose place is keyed or driven; null where it is neither. Where a formula drives it, it goes as long as the layer is seen. */
function pathOf(project: Project, composition: Composition, layer: Layer): MotionPath | null {
  const keyed = keyedTracks(project, layer).filter(({ address }) => MOVING.has(address));
  const driven = liveFormulas(layer).tracks.some(({ track }) => MOVING.has(track.address));
  if (keyed.length === 0 && !driven) return null;
  const times = [...new Set(keyed.flatMap((track) => { const { moments } = keyTimesOf(project, composition, layer, track); return keysOf(track.channel).flatMap((key) => moments(key.at).map(({ from }) => from)); }))].sort((a, b) => a - b);
  // Keys that are never met move nothing.
  if (times.length === 0 && !driven) return null;
  const [first, last] = driven ? seenFrames(composition, layer) : [Math.ceil(times[0]! - 1e-6), Math.floor(times[times.length - 1]! + 1e-6)];
  const at = (frame: number): Point => {
    const { pivotX, pivotY } = poseAt(project, composition, layer, frame);
    return transform(worldMatrix(project, composition, layer, frame, new Map()), pivotX, pivotY);
  };
  const each = Math.max(1, Math.ceil((last - first) / (driven ? MOST_DRIVEN : MOST)));
  const points: Point[] = [];
  for (let frame = first; frame <= last; frame += each) points.push(at(frame));
  return { driven, from: first, each, points, keys: times.map((time) => ({ at: time, point: at(time) })) };
}

/** The first and the last whole frame of the composition that a layer is seen in. */
function seenFrames({ duration }: Composition, { spans }: Layer): readonly [first: number, last: number] {
  return [Math.max(0, Math.ceil((spans[0]?.[0] ?? 0) - 1e-6)), Math.min(duration - 1, Math.ceil((spans.at(-1)?.[1] ?? duration) - 1e-6) - 1)];
}

/** Ticks nearer than this on the screen would touch, in pixels. */
const APART = 2.6;

/**
 * The frames that get a tick, of points on the screen: as many as stand apart, thinned evenly where they would touch, so that
 * their spacing is the speed. Every fifth of those is longer. `each` frames lie between two points.
 */
export function ticksOf(points: readonly Point[], from: number, each: number): readonly { readonly frame: number; readonly point: Point; readonly long: boolean }[] {
  const steps = points.slice(1).map(([x, y], i) => Math.hypot(x - points[i]![0], y - points[i]![1])).filter((step) => step > 0.05);
  if (points.length === 0) return [];
  const sorted = [...steps].sort((a, b) => a - b);
  // By the slower part of the way: where it almost stands, ticks may meet.
  const slow = sorted[Math.floor(sorted.length * 0.25)] ?? APART;
  const thin = [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000].find((n) => n * slow >= APART) ?? 1000;
  return points.flatMap((point, i) => {
    const frame = from + i * each;
    return i % thin === 0 ? [{ frame, point, long: Math.round(i / thin) % 5 === 0 }] : [];
  });
}
