import type { Frames } from '../time';
import { prepareEase } from './curve';
import { prepareFinder } from './find-key';
import type { VectorKey } from './key';
import { placeOutside, type Rules } from './outside';
import { preparePath, type PathLeg } from './path-leg';

/** A point, pair or colour channel as it is sampled: keys in order of time. */
export type VectorCurve = Rules & { readonly value: readonly number[]; readonly keys: readonly VectorKey[] };

type Sampler = (x: Frames) => readonly number[];

/** Prepares a point, pair or colour channel: eases on progress, per component, or along the path of a point. */
export function prepareVector(curve: VectorCurve): Sampler {
  const { keys } = curve;
  if (keys.length === 0) return () => curve.value;
  const times = Float64Array.from(keys, (key) => key.at);
  const find = prepareFinder(times);
  const first = keys[0]!;
  const last = keys[keys.length - 1]!;
  const legs: (Sampler | undefined)[] = [];
  const within: Sampler = (x) => {
    const i = find(x);
    if (i < 0) return first.value;
    if (i >= keys.length - 1) return last.value;
    return (legs[i] ??= prepareLeg(keys[i]!, keys[i + 1]!))(x);
  };
  return (x) => {
    if (x >= first.at && x < last.at) return within(x);
    const place = placeOutside(x, first.at, last.at, curve);
    switch (place.kind) {
      case 'within': return climb(within(place.at), place.climbs, first.value, last.value);
      case 'end': return climb(place.last ? last.value : first.value, place.climbs, first.value, last.value);
      case 'glide': return glide(keys, place.last, place.by);
    }
  };
}

function climb(value: readonly number[], climbs: number, first: readonly number[], last: readonly number[]) {
  return climbs === 0 ? value : value.map((v, c) => v + climbs * (last[c]! - first[c]!));
}

/** Straight on along the last leg's direction at its pace. */
function glide(keys: readonly VectorKey[], atLast: boolean, by: Frames): readonly number[] {
  const [from, to] = atLast ? [keys[keys.length - 2]!, keys[keys.length - 1]!] : [keys[0]!, keys[1]!];
  const end = atLast ? to : from;
  if (from.ease === 'hold') return end.value;
  const leg = legPath(from, to);
  const length = to.at - from.at;
  if (!leg) return end.value.map((v, c) => v + ((to.value[c]! - from.value[c]!) / length) * by);
  const direction = leg.direction(atLast ? 1 : 0);
  const pace = leg.length / length;
  return end.value.map((v, c) => v + direction[c]! * pace * by);
}

function prepareLeg(from: VectorKey, to: VectorKey): Sampler {
  if (from.ease === 'hold') return () => from.value;
  const ease = Array.isArray(from.ease) ? prepareEase(...(from.ease as [number, number, number, number])) : null;
  const length = to.at - from.at;
  const path = legPath(from, to);
  return (x) => {
    const u = (x - from.at) / length;
    const progress = ease ? ease(u) : u;
    return path ? path.at(progress) : from.value.map((v, c) => v + (to.value[c]! - v) * progress);
  };
}

/** The curved path between two point keys, or null where it is straight or no point. */
function legPath(from: VectorKey, to: VectorKey): PathLeg | null {
  if (from.value.length !== 2 || (!from.pathRight && !to.pathLeft)) return null;
  return preparePath(from.value, from.pathRight ?? [0, 0], to.pathLeft ?? [0, 0], to.value);
}
