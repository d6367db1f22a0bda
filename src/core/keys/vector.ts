import type { Frames } from '../time';
import { prepareEase } from './curve';
import { prepareCurve } from './curves';
import { prepareFinder } from './find-key';
import { endOf, type VectorKey } from './key';
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
  return climbs === 0 || first.length !== last.length || value.length !== first.length ? value : value.map((v, c) => v + climbs * (last[c]! - first[c]!));
}

/** Straight on along the end's exact tangent at the last leg's mean pace, or at the slope that its curve has there. */
function glide(keys: readonly VectorKey[], atLast: boolean, by: Frames): readonly number[] {
  const [from, to] = atLast ? [keys[keys.length - 2]!, keys[keys.length - 1]!] : [keys[0]!, keys[1]!];
  const start = (atLast ? to : from).value;
  const target = endOf(to);
  if ((!from.curve && from.ease === 'hold') || from.value.length !== target.length) return start;
  const slope = from.curve ? prepareCurve(from.curve).slope(atLast ? 1 : 0) : 1;
  if (!Number.isFinite(slope)) return start;
  const share = (slope * by) / (to.at - from.at);
  const path = legPath(from, to);
  if (!path) return start.map((v, c) => v + (target[c]! - from.value[c]!) * share);
  const direction = path.direction(atLast ? 1 : 0);
  return start.map((v, c) => v + direction[c]! * path.length * share);
}

function prepareLeg(from: VectorKey, to: VectorKey): Sampler {
  const target = endOf(to);
  // Outlines of another number of points have no way between them.
  if ((!from.curve && from.ease === 'hold') || from.value.length !== target.length) return () => from.value;
  const bend = from.curve ? prepareCurve(from.curve).at : Array.isArray(from.ease) ? prepareEase(...(from.ease as [number, number, number, number])) : null;
  const length = to.at - from.at;
  const path = legPath(from, to);
  return (x) => {
    const u = (x - from.at) / length;
    const progress = bend ? bend(u) : u;
    return path ? path.at(progress) : from.value.map((v, c) => v + (target[c]! - v) * progress);
  };
}

/** The curved path between two point keys, or null where it is straight or no point. */
export function legPath(from: VectorKey, to: VectorKey): PathLeg | null {
  if (from.value.length !== 2 || (!from.pathRight && !to.pathLeft)) return null;
  return preparePath(from.value, from.pathRight ?? [0, 0], to.pathLeft ?? [0, 0], endOf(to));
}
