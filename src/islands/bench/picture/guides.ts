import type { Bounds } from '../../../core/display';

/** Upright and level lines that a drag may catch. */
export type GuideLines = { readonly xs: readonly number[]; readonly ys: readonly number[] };

/** A line that was caught, to be shown. */
export type Caught = { readonly axis: 'x' | 'y'; readonly at: number };

/** Frame, middle and thirds of the composition; edges and middles of other boxes. */
export function guideLines(width: number, height: number, boxes: readonly Bounds[]): GuideLines {
  const own = (size: number) => [0, size / 3, size / 2, (size * 2) / 3, size];
  return {
    xs: [...own(width), ...boxes.flatMap(([left, , right]) => [left, (left + right) / 2, right])],
    ys: [...own(height), ...boxes.flatMap(([, top, , bottom]) => [top, (top + bottom) / 2, bottom])],
  };
}

/** How far a box (or a point: a box without extent) must move to lie on the nearest lines within reach, and which those are. */
export function catchGuides([left, top, right, bottom]: Bounds, { xs, ys }: GuideLines, reach: number): { readonly by: readonly [number, number]; readonly caught: readonly Caught[] } {
  const x = nearest([left, (left + right) / 2, right], xs, reach);
  const y = nearest([top, (top + bottom) / 2, bottom], ys, reach);
  return {
    by: [x?.by ?? 0, y?.by ?? 0],
    caught: [...(x ? [{ axis: 'x', at: x.at } as const] : []), ...(y ? [{ axis: 'y', at: y.at } as const] : [])],
  };
}

function nearest(edges: readonly number[], lines: readonly number[], reach: number): { readonly by: number; readonly at: number } | null {
  let best: { readonly by: number; readonly at: number } | null = null;
  for (const at of lines) {
    for (const edge of edges) {
      const by = at - edge;
      if (Math.abs(by) <= reach && (!best || Math.abs(by) < Math.abs(best.by))) best = { by, at };
    }
  }
  return best;
}
