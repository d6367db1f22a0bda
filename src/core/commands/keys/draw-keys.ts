import { keyTimesOf } from '../../scene';
import { thinScalar, type ScalarKey } from '../../keys';
import type { Project } from '../../model';
import { DUST, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import type { StoredKey } from './chosen-keys';
import { tooLong } from './look-times';
import { trackPath } from '../document/paths';
import { patchOf } from '../document/patch';
import { keyPatches } from './stored-key';
import { keysOf, reach, restingChannel, type TrackRef } from '../document/target';
import type { Refused } from '../document/refused';

/**
 * Draws a track by hand: values at frames of the composition as the pointer went, from its first frame to its last, as few keys as keep to it
 * within a tolerance. What was keyed there before gives way. Where the pointer went back in time, what it drew last counts.
 */
export function drawKeys(project: Project, compositionId: string, ref: TrackRef, points: readonly (readonly [frame: Frames, value: number])[], tolerance: number, newId: () => string): Draft | Refused | null {
  const target = reach(project, compositionId, ref);
  if (!target || target.track.spec.type !== 'N') return null;
  const { composition, layer, track } = target;
  const times = keyTimesOf(project, composition, layer, track);
  if (!times.even) return { refused: `${track.spec.label} of ${layer.name} cannot be drawn: the layer’s own timing bends its keys.` };
  const frames = points.map(([frame]) => frame);
  const why = points.length === 0 ? null : tooLong(Math.min(...frames), Math.max(...frames));
  if (why !== null) return { refused: `What was drawn is too long: ${why}.` };
  const drawn = byFrame(points);
  if (drawn.length < 2) return null;
  const dense = drawn.map(([frame, value], i): ScalarKey => ({ id: String(i), at: times.at(frame), value }));
  const [first, last] = [dense[0]!, dense[dense.length - 1]!];
  const sample = (x: Frames): number => {
    const i = Math.max(0, Math.min(dense.length - 2, dense.findLastIndex((key) => key.at <= x)));
    const [a, b] = [dense[i]!, dense[i + 1]!];
    return a.value + ((b.value - a.value) * (x - a.at)) / (b.at - a.at);
  };
  const made = thinScalar(dense, sample, () => [], tolerance).map((key) => ({ ...key, id: newId(), value: Math.round(key.value * 1000) / 1000, joined: false }) as unknown as StoredKey);
  const channel = track.channel ?? restingChannel(track);
  const left = (keysOf(track.channel) as readonly StoredKey[]).filter((key) => key.at < first.at - DUST || key.at > last.at + DUST);
  const keys = Object.fromEntries([...left, ...made].map((key) => [key.id, key]));
  const path = trackPath(compositionId, layer.id, track);
  const label = `Draw ${track.spec.label} of ${layer.name}: ${count(made.length, 'key')}`;
  return { event: 'keys.draw', label, patches: track.channel ? keyPatches(track, path, channel.keys, keys) : [patchOf(path, undefined, { ...channel, keys })] };
}

/** One value a frame, in order; between two frames that were passed over the way is straight. */
function byFrame(points: readonly (readonly [Frames, number])[]): readonly (readonly [Frames, number])[] {
  const values = new Map<Frames, number>();
  points.forEach(([frame, value], i) => {
    const before = points[i - 1];
    const here = Math.round(frame);
    if (before) {
      const from = Math.round(before[0]);
      const way = here > from ? 1 : -1;
      for (let at = from + way; at !== here && here !== from; at += way) values.set(at, before[1] + ((value - before[1]) * (at - from)) / (here - from));
    }
    values.set(here, value);
  });
  return [...values].sort((a, b) => a[0] - b[0]);
}
