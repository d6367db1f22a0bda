import type { Frames } from '../time';
import { fitSegment } from './fit';
import { endOf, type ScalarKey, type VectorKey } from './key';

/** Times at which a motion is looked at between two keys: both ends are left out. In order. */
export type TimesBetween = (from: Frames, to: Frames) => readonly Frames[];

/**
 * Fewer keys that run as these do within a tolerance, at every time that is asked about between them. What stays keeps its place and its
 * value; the motion between is fitted anew where keys went. A jump (`arrives`) and the ends of what is held always stay. Smooth
 * handles are given as they are drawn (`drawnHandles`): their neighbours may go.
 */
export function thinScalar(keys: readonly ScalarKey[], sample: (x: Frames) => number, times: TimesBetween, tolerance: number): readonly ScalarKey[] {
  const stays = (i: number) => (keys[i]!.arrives ?? null) !== null || isHeldFrom(keys, i) || isHeldFrom(keys, i - 1);
  const kept: ScalarKey[] = [];
  let from: ScalarKey = keys[0]!;
  let i = 0;
  while (i < keys.length - 1) {
    const reach = farthest(i, keys.length - 1, (to) => !between(i, to, stays) && fit(i, to).worst <= tolerance);
    if (reach === i + 1) {
      kept.push(from);
      from = keys[reach]!;
    } else {
      const found = fit(i, reach);
      kept.push(leaving(from, found.right));
      from = arriving(keys[reach]!, found.left);
    }
    i = reach;
  }
  kept.push(from);
  return kept.length === keys.length ? keys : kept;

  function fit(a: number, b: number) {
    const [first, last] = [keys[a]!, keys[b]!];
    const inner = keys.slice(a + 1, b).map((key) => key.at);
    return fitSegment(sample, first.at, last.at, first.value, endOf(last), [...times(first.at, last.at), ...inner].sort((p, q) => p - q), tolerance);
  }
}

/** The same for points and colours: legs are straight and even in time, or as they were. */
export function thinVector(keys: readonly VectorKey[], sample: (x: Frames) => readonly number[], times: TimesBetween, tolerance: number): readonly VectorKey[] {
  const stays = (i: number) => (keys[i]!.arrives ?? null) !== null || keys[i]!.ease === 'hold' || keys[i - 1]!.ease === 'hold';
  const even = (a: number, b: number) => {
    const [first, last] = [keys[a]!, keys[b]!];
    const end = endOf(last);
    if (end.length !== first.value.length) return false;
    return [...times(first.at, last.at), ...keys.slice(a + 1, b).map((key) => key.at)].every((x) => {
      const u = (x - first.at) / (last.at - first.at);
      const there = sample(x);
      return there.length === end.length && first.value.every((value, c) => Math.abs(value + (end[c]! - value) * u - there[c]!) <= tolerance);
    });
  };
  const kept: VectorKey[] = [];
  let from: VectorKey = keys[0]!;
  let i = 0;
  while (i < keys.length - 1) {
    const reach = farthest(i, keys.length - 1, (to) => !between(i, to, stays) && even(i, to));
    if (reach > i + 1) {
      const { ease: _ease, curve: _curve, pathRight: _right, ...plain } = from;
      kept.push(plain);
      const { pathLeft: _left, ...next } = keys[reach]!;
      from = next;
    } else {
      kept.push(from);
      from = keys[reach]!;
    }
    i = reach;
  }
  kept.push(from);
  return kept.length === keys.length ? keys : kept;
}

function isHeldFrom(keys: readonly ScalarKey[], i: number): boolean {
  return i >= 0 && keys[i]!.right === 'hold' && !keys[i]!.curve;
}

function between(from: number, to: number, stays: (i: number) => boolean): boolean {
  for (let i = from + 1; i < to; i++) if (stays(i)) return true;
  return false;
}

/** The farthest index that one segment reaches: by strides that double while it does, then halved. */
function farthest(from: number, last: number, reaches: (to: number) => boolean): number {
  let good = from + 1;
  let stride = 1;
  while (good + stride <= last && reaches(good + stride)) {
    good += stride;
    stride *= 2;
  }
  for (stride = Math.min(stride, last - good); stride >= 1; stride = Math.floor(stride / 2)) {
    while (good + stride <= last && reaches(good + stride)) good += stride;
  }
  return good;
}

function leaving(key: ScalarKey, right: ScalarKey['right']): ScalarKey {
  const { right: _right, curve: _curve, ...rest } = key;
  return { ...rest, ...(right === undefined ? {} : { right }) };
}

function arriving(key: ScalarKey, left: ScalarKey['left']): ScalarKey {
  const { left: _left, ...rest } = key;
  return { ...rest, ...(left === undefined ? {} : { left }) };
}
