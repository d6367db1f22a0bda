import type { Effect, Group, Item, Wash } from './items';
import { transform, type Matrix } from './matrix';
import { boundsOf, type Bounds, type Outline } from './outline';

/** Outlines and lists that stay the same object are measured once. */
const outlines = new WeakMap<Outline, { readonly bounds: Bounds | null }>();
const lists = new WeakMap<readonly Item[], { readonly bounds: Bounds | null }>();

/** A box around all that items paint, strokes included: never smaller than that; null where they paint nothing. */
export function boundsOfItems(items: readonly Item[]): Bounds | null {
  let known = lists.get(items);
  if (!known) lists.set(items, (known = { bounds: items.reduce<Bounds | null>((box, item) => (item.kind === 'wash' ? box && grown(box, reachThrough(item.matrix, item.effects)) : joined(box, boundsOfItem(item))), null) }));
  return known.bounds;
}

/** The box around what a group paints in its own space: cut to its frame, and grown by its effects. */
export function boundsOfGroup({ items, frame, effects }: Group): Bounds | null {
  const inner = boundsOfItems(items);
  const cut = inner && frame ? overlap(inner, [0, 0, ...frame]) : inner;
  return cut && effects.length > 0 ? grown(cut, reachOf(effects)) : cut;
}

/** How far effects, one after the other, reach beyond what they are given. */
export function reachOf(effects: readonly Effect[]): Effect['reach'] {
  return effects.reduce<Effect['reach']>((sum, { reach }) => [sum[0] + reach[0], sum[1] + reach[1], sum[2] + reach[2], sum[3] + reach[3]], NOTHING);
}

const NOTHING = [0, 0, 0, 0] as const;

function grown([left, top, right, bottom]: Bounds, [l, u, r, d]: Effect['reach']): Bounds {
  return [left - l, top - u, right + r, bottom + d];
}

/** The same in the space around a matrix, as far to every side. */
function reachThrough([a, b, c, d]: Matrix, effects: readonly Effect[]): Effect['reach'] {
  const most = Math.max(...reachOf(effects)) * Math.max(Math.hypot(a, b), Math.hypot(c, d));
  return [most, most, most, most];
}

/** Whether all that items paint lies in `[0, 0, width, height]`, so that cutting them there cuts nothing. */
export function staysInside(items: readonly Item[], [width, height]: readonly [number, number]): boolean {
  const box = boundsOfItems(items);
  return box === null || (box[0] >= -HAIR && box[1] >= -HAIR && box[2] <= width + HAIR && box[3] <= height + HAIR);
}

/** What adding leaves, in pixels. */
const HAIR = 1e-6;

function boundsOfItem(item: Exclude<Item, Wash>): Bounds | null {
  switch (item.kind) {
    case 'path': {
      let known = outlines.get(item.outline);
      if (!known) outlines.set(item.outline, (known = { bounds: boundsOf(item.outline) }));
      if (!known.bounds || !item.stroke) return known.bounds;
      const { width, join, miter } = item.stroke;
      // Pointed corners reach so many half widths, square ends and others less than one and a half.
      const reach = (width / 2) * (join === 'miter' ? Math.max(miter, 1.5) : 1.5);
      const [left, top, right, bottom] = known.bounds;
      return [left - reach, top - reach, right + reach, bottom + reach];
    }
    case 'image': return [0, 0, item.width, item.height];
    case 'group': {
      const own = boundsOfGroup(item);
      return own && transformed(item.matrix, own);
    }
  }
}

/** The box around a box that a matrix moves, turns or leans. */
export function transformed(matrix: Matrix, [left, top, right, bottom]: Bounds): Bounds {
  const corners = [transform(matrix, left, top), transform(matrix, right, top), transform(matrix, right, bottom), transform(matrix, left, bottom)];
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
}

/** The box around two; null where there is none. */
export function joined(a: Bounds | null, b: Bounds | null): Bounds | null {
  if (!a || !b) return a ?? b;
  return [Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[2], b[2]), Math.max(a[3], b[3])];
}

function overlap(a: Bounds, b: Bounds): Bounds | null {
  const box: Bounds = [Math.max(a[0], b[0]), Math.max(a[1], b[1]), Math.min(a[2], b[2]), Math.min(a[3], b[3])];
  return box[2] > box[0] && box[3] > box[1] ? box : null;
}
