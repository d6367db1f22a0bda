import type { Frames } from '../time';
import { prepareCurve } from './curves';
import { segmentControls } from './handles';
import { endOf, type ScalarKey } from './key';

/** A stretch of a scalar curve in which it stands (`held`), runs straight, or runs one way along a bend; the values are its limits inside. */
export type Run = { readonly from: Frames; readonly to: Frames; readonly start: number; readonly end: number; readonly kind: 'held' | 'linear' | 'curved' };

/** How many steps of a curve between two keys are looked at for where it turns, for each swing. */
const LOOKS = 64;

/** The stretches between the first and the last key in which a curve runs one way, in order of time and without a hole. */
export function runsOf(keys: readonly ScalarKey[]): readonly Run[] {
  return keys.slice(0, -1).flatMap((from, i): readonly Run[] => {
    const to = keys[i + 1]!;
    const [length, rise] = [to.at - from.at, endOf(to) - from.value];
    const whole = (kind: Run['kind']): readonly Run[] => [{ from: from.at, to: to.at, start: from.value, end: kind === 'held' ? from.value : endOf(to), kind }];
    if (from.curve) {
      if (rise === 0) return whole('held');
      const { at } = prepareCurve(from.curve);
      return cut(turns(at, LOOKS * (2 + (from.curve.swings ?? 3))), (u) => from.at + u * length, (u) => from.value + rise * at(u), from, to);
    }
    const controls = segmentControls(keys, i);
    if (!controls) return whole('held');
    const [dv1, dv2] = [controls.right[1], rise + controls.left[1]];
    if (rise === 0 && dv1 === 0 && dv2 === 0) return whole('held');
    const [t1, t2] = [controls.right[0] / length, 1 + controls.left[0] / length];
    const along = (p1: number, p2: number, p3: number) => (s: number) => 3 * (1 - s) * (1 - s) * s * p1 + 3 * (1 - s) * s * s * p2 + s * s * s * p3;
    const [time, value] = [along(t1, t2, 1), along(dv1, dv2, rise)];
    // The value is the same share of the rise as time is of the length: straight, whatever the handles.
    if (rise !== 0 && Math.abs(dv1 / rise - t1) < 1e-12 && Math.abs(dv2 / rise - t2) < 1e-12) return whole('linear');
    return cut(turnsOfCubic(dv1, dv2, rise), (s) => from.at + time(s) * length, (s) => from.value + value(s), from, to);
  });
}

function cut(turns: readonly number[], time: (s: number) => Frames, value: (s: number) => number, from: ScalarKey, to: ScalarKey): readonly Run[] {
  const edges = [[from.at, from.value], ...turns.map((s) => [time(s), value(s)] as const), [to.at, endOf(to)]] as readonly (readonly [number, number])[];
  return edges.slice(1).flatMap(([at, v], i): readonly Run[] => {
    const [before, start] = edges[i]!;
    return at - before > 1e-9 ? [{ from: before, to: at, start, end: v, kind: start === v ? 'held' : 'curved' }] : [];
  }).map((run, i, all) => (i === 0 ? run : { ...run, from: all[i - 1]!.to }));
}

/** Parameters inside (0, 1) at which a cubic from 0 over two control values turns. */
function turnsOfCubic(p1: number, p2: number, p3: number): readonly number[] {
  // A third of the derivative, by powers of s.
  const [a, b, c] = [p3 - 3 * p2 + 3 * p1, 2 * (p2 - 2 * p1), p1];
  const small = 1e-14 * (Math.abs(a) + Math.abs(b) + Math.abs(c));
  const roots = Math.abs(a) <= small ? (Math.abs(b) <= small ? [] : [-c / b]) : b * b - 4 * a * c <= 0 ? [] : [1, -1].map((way) => (-b + way * Math.sqrt(b * b - 4 * a * c)) / (2 * a));
  return roots.filter((s) => s > 1e-12 && s < 1 - 1e-12).sort((one, other) => one - other);
}

/** Where a progress turns, found between two of many looks and narrowed to the hair. */
function turns(at: (u: number) => number, looks: number): readonly number[] {
  const found: number[] = [];
  for (let i = 1; i < looks; i++) {
    const [before, here, after] = [at((i - 1) / looks), at(i / looks), at((i + 1) / looks)];
    if ((here - before) * (after - here) > 0 || here === before) continue;
    const way = here > before ? 1 : -1;
    let [low, high] = [(i - 1) / looks, (i + 1) / looks];
    while (high - low > 1e-12) {
      const [u, w] = [low + (high - low) / 3, high - (high - low) / 3];
      if (at(u) * way < at(w) * way) low = u;
      else high = w;
    }
    found.push((low + high) / 2);
  }
  return found;
}
