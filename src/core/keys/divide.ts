import { dotAt, isDrawable, parameterAt, partOf, turnsOf, type Cubic, type Dot } from './bezier';
import type { KeyCurve } from './curves';

/**
 * A segment's progress cut at a time into parts that keys can carry: where each ends (a share of the segment's time, and
 * the progress there), and how it runs. The last one ends at [1, 1].
 */
export type Part = { readonly end: Dot; readonly runs: { readonly kind: 'straight' } | { readonly kind: 'cubic'; readonly cubic: Cubic } | { readonly kind: 'curve'; readonly curve: KeyCurve } };

/** Why a segment cannot be cut without changing it. */
export type NoParts = { readonly why: 'curve' | 'handles' | 'to-and-fro' };

/** Cubics of even time that are the same polynomial as a curve; null for curves that are none. Of `both` the two halves. */
function cubicsOf({ kind, side = 'in', amount }: KeyCurve): readonly Cubic[] | null {
  const a = amount ?? (kind === 'back' ? 1.70158 : 3);
  const polynomial = kind === 'back' ? [0, -a, a + 1] : kind === 'power' && (a === 1 || a === 2 || a === 3) ? [0, 0, 0].map((_, i) => (i === a - 1 ? 1 : 0)) : null;
  if (!polynomial) return null;
  const [c1, c2] = polynomial as [number, number, number];
  const leaving: Cubic = [[0, 0], [1 / 3, c1 / 3], [2 / 3, (2 * c1 + c2) / 3], [1, 1]];
  const arriving = [...leaving].reverse().map(([t, p]) => [1 - t, 1 - p]) as unknown as Cubic;
  if (side !== 'both') return [side === 'in' ? leaving : arriving];
  const half = (cubic: Cubic, by: number) => cubic.map(([t, p]) => [t / 2 + by, p / 2 + by]) as unknown as Cubic;
  return [half(leaving, 0), half(arriving, 0.5)];
}

/** Exponential parts of an exponential curve: any part of one is one, of less amount. */
function exponentials({ side = 'in', amount }: KeyCurve, u: number, at: (u: number) => number): readonly Part[] {
  const a = amount ?? 10;
  const part = (from: number, to: number, on: 'in' | 'out', whole: number): Part => ({ end: [to, at(to)], runs: { kind: 'curve', curve: { kind: 'exponential', side: on, amount: (a * (to - from)) / whole } } });
  if (side !== 'both') return [part(0, u, side, 1), part(u, 1, side, 1)];
  const edges = [0, ...(u < 0.5 ? [u, 0.5] : u > 0.5 ? [0.5, u] : [0.5]), 1];
  return edges.slice(1).map((to, i) => part(edges[i]!, to, edges[i]! < 0.5 ? 'in' : 'out', 0.5));
}

/**
 * Cuts a segment's progress at a share `u` of its time, inside 0 … 1, so that it runs as before. One cut where that is
 * enough, else up to two more: where a curve is made of two halves, where handles pass each other in time, and, as `keep`
 * asks, where progress must not leave a part by the wrong side. `at` is the progress itself.
 */
export function divideProgress(runs: Cubic | KeyCurve | null, at: (u: number) => number, u: number, keep: (cubic: Cubic) => readonly number[] = () => []): readonly Part[] | NoParts {
  if (runs === null) return [{ end: [u, u], runs: { kind: 'straight' } }, { end: [1, 1], runs: { kind: 'straight' } }];
  const isCubic = Array.isArray(runs);
  if (!isCubic && (runs as KeyCurve).kind === 'exponential') return exponentials(runs as KeyCurve, u, at);
  const cubics = isCubic ? [runs as Cubic] : cubicsOf(runs as KeyCurve);
  if (!cubics) return { why: 'curve' };
  const parts = cubics.flatMap((cubic): readonly Cubic[] => cutCubic(cubic, u, keep));
  if (!parts.every(isDrawable)) return { why: 'handles' };
  if (parts.length > 4) return { why: 'to-and-fro' };
  return parts.map((cubic, i) => ({ end: i === parts.length - 1 ? [1, 1] : cubic[3], runs: { kind: 'cubic', cubic } }));
}

/** A cubic cut at a time (where that lies inside it) and where `keep` says, each part one that two keys can draw as far as that can be had. */
export function cutCubic(cubic: Cubic, u: number, keep: (cubic: Cubic) => readonly number[]): readonly Cubic[] {
  const [from, to] = [cubic[0][0], cubic[3][0]];
  const s = u > from && u < to ? parameterAt(cubic, u) : null;
  const cuts = [...new Set([0, ...(s === null ? [] : [s]), ...keep(cubic), 1])].sort((a, b) => a - b);
  const edges = cuts.filter((one, i) => i === 0 || one - cuts[i - 1]! > 1e-9 || one === 1);
  const parts = edges.slice(1).map((end, i) => [edges[i]!, end] as const);
  return parts.flatMap(([a, b]) => {
    const whole = partOf(cubic, a, b);
    if (isDrawable(whole)) return [whole];
    // Somewhere in between, a cut leaves two parts whose handles do not pass each other.
    for (let k = 1; k < 32; k++) {
      // From the middle outwards.
      const middle = a + ((b - a) * (16 + (k % 2 ? 1 : -1) * Math.ceil((k - 1) / 2))) / 32;
      const halves = [partOf(cubic, a, middle), partOf(cubic, middle, b)];
      if (halves.every(isDrawable)) return halves;
    }
    return [whole];
  });
}

/** Where progress crosses a value inside a cubic, as parameters. */
export function crossings(cubic: Cubic, value: number): readonly number[] {
  const edges = [0, ...turnsOf(cubic), 1];
  return edges.slice(1).flatMap((end, i) => {
    let [low, high] = [edges[i]!, end];
    const [a, b] = [dotAt(cubic, low)[1] - value, dotAt(cubic, high)[1] - value];
    if (Math.abs(a) < 1e-12 || Math.abs(b) < 1e-12 || a * b > 0) return [];
    for (let round = 0; round < 80; round++) {
      const middle = (low + high) / 2;
      if ((dotAt(cubic, middle)[1] - value) * a > 0) low = middle;
      else high = middle;
    }
    return [(low + high) / 2];
  });
}
