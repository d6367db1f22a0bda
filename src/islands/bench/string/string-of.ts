import { keyAt, keysOf, type KeyRef, type TrackRef } from '../../../core/commands';
import { keyTimesOf, trackAt } from '../../../core/scene';
import type { Composition, Layer, Project } from '../../../core/model';
import { pegsOf, type Peg } from '../timeline/pegs';

/** The keys of one track of one or more layers around a frame. */
export type KeyString = {
  /** Frames from the playhead to keys near it, before (below 0) and after. */
  readonly near: readonly number[];
  /** Whether all of the layers have a key here. */
  readonly here: boolean;
  readonly any: boolean;
  /** The moments of the neighbours, in host frames. */
  readonly before: number | null;
  readonly after: number | null;
  /** The keys that stand here, and the tracks that a key here would go to. */
  readonly keys: readonly KeyRef[];
  readonly tracks: readonly TrackRef[];
};

export type StringPlace = { readonly project: Project; readonly composition: Composition; readonly frame: number };

/** So many keys to each side are shown. */
const SIDE = 8;
/** A key nearer than this to the playhead stands at it. */
const HERE = 0.5;

/** What a string shows, and what presses on it would do. */
export function stringOf(layers: readonly Layer[], address: string, { project, composition, frame }: StringPlace): KeyString {
  const near: number[] = [];
  const keys: KeyRef[] = [];
  const tracks: TrackRef[] = [];
  let [before, after, any]: [number | null, number | null, boolean] = [null, null, false];
  for (const layer of layers) {
    const track = trackAt(project, layer, address);
    if (!track) continue;
    tracks.push({ layer: layer.id, track: address });
    const here = keyAt(keysOf(track.channel), keyTimesOf(project, composition, layer, track).at(frame));
    if (here) keys.push({ layer: layer.id, track: address, key: here.id });
    const pegs = pegsOf(project, composition, layer, [track]);
    any ||= pegs.length > 0;
    const i = firstAfter(pegs, frame + HERE);
    let j = i - 1;
    while (j >= 0 && pegs[j]!.at >= frame - HERE) j--;
    if (i < pegs.length) after = Math.min(after ?? Infinity, pegs[i]!.at);
    if (j >= 0) before = Math.max(before ?? -Infinity, pegs[j]!.at);
    for (const peg of pegs.slice(Math.max(0, j - SIDE + 1), i + SIDE)) near.push(peg.at - frame);
  }
  return { near: [...new Set(near)], here: tracks.length > 0 && keys.length === tracks.length, any, before, after, keys, tracks };
}

/** The first peg later than a frame; as many as there are when none is. */
function firstAfter(pegs: readonly Peg[], frame: number): number {
  let [low, high] = [0, pegs.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (pegs[middle]!.at <= frame) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Frames at which half of a side is used up: near keys stand apart, far ones are still seen. */
const HALF = 18;

/** How far from the middle a key is drawn, in pixels, on a side of so many. */
export function drawnAt(frames: number, side: number): number {
  return (side * frames) / (Math.abs(frames) + HALF);
}
