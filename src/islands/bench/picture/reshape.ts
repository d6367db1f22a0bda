import type { ArgsOf } from '../../../core/commands';
import { invert, multiply, transform, type Bounds, type Matrix } from '../../../core/display';
import type { ShownLayer } from '../../../core/evaluate';
import type { Project } from '../../../core/model';
import type { Grip } from './grips';
import { catchGuides, type Caught, type GuideLines } from './guides';
import { inBoxSpace, type Point, type SelectionBox } from './selection-box';

/** A drag of the selection on the picture as it began. */
export type Reshape = {
  readonly project: Project;
  readonly composition: string;
  /** Layers that are moved, those left out that follow another of them. */
  readonly layers: readonly ShownLayer[];
  readonly box: SelectionBox;
  /** Around which it turns, in the composition. */
  readonly pivot: Point;
  readonly guides: GuideLines;
};

/** How the drag is meant at this moment. */
export type ReshapeNow = { readonly from: Point; readonly to: Point; readonly snaps: boolean; readonly straight: boolean; readonly reach: number; readonly how: { readonly frame: number; readonly keying: boolean; readonly keepWas: boolean } };

/** The edit that a drag has come to. */
export type ReshapeStep = { readonly event: 'layers.move'; readonly args: ArgsOf<'layers.move'> } | { readonly event: 'layers.place'; readonly args: ArgsOf<'layers.place'> };

/** What a drag has come to: the edit, what it says, and the lines it caught. */
export type Reshaped = { readonly step: ReshapeStep | null; readonly words: string; readonly caught: readonly Caught[] };

const NOTHING = { by: [0, 0] as const, caught: [] };

/** Moves the selection; with `straight` along one axis alone. */
export function moveSelection({ composition, layers, guides }: Reshape, upright: Bounds | null, { from, to, snaps, straight, reach, how }: ReshapeNow): Reshaped {
  let [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  if (straight) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
  const moved: Bounds | null = upright && [upright[0] + dx, upright[1] + dy, upright[2] + dx, upright[3] + dy];
  const snap = snaps && moved ? catchGuides(moved, guides, reach) : NOTHING;
  // A drag straight up is not pulled sideways: an axis is caught once the pointer has gone some way along it.
  const goes = (part: number) => Math.abs(part) > reach * 0.4;
  const by: Point = [goes(dx) ? dx + snap.by[0] : dx, goes(dy) ? dy + snap.by[1] : dy];
  const step: ReshapeStep = { event: 'layers.move', args: { composition, layers: layers.map((layer) => layer.id), by: [by[0], by[1]], ...how, ids: [] } };
  return { step, words: `${round(by[0])}, ${round(by[1])} px`, caught: snap.caught.filter((line) => goes(line.axis === 'x' ? dx : dy)) };
}

/** Drags a grip of the selection. */
export function dragGrip(start: Reshape, grip: Grip, now: ReshapeNow, turned: number): Reshaped {
  switch (grip.kind) {
    case 'size': return sizeSelection(start, grip, now);
    case 'turn': return turnSelection(start, now, turned);
    case 'lean': return leanSelection(start, now);
    case 'pivot': return movePivot(start, now);
  }
}

/** Corners keep the shape, sides stretch one way; the opposite corner or side stays. */
function sizeSelection(start: Reshape, { u, v }: Extract<Grip, { kind: 'size' }>, now: ReshapeNow): Reshaped {
  const { box: { bounds: [left, top, right, bottom], matrix } } = start;
  const back = invert(matrix);
  if (!back) return { step: null, words: '', caught: [] };
  const at = (p: number, q: number): Point => [left + (right - left) * p, top + (bottom - top) * q];
  const [grip, anchor] = [at(u, v), at(1 - u, 1 - v)];
  // The grip itself is caught by lines, wherever in it the pointer took hold.
  const [gx, gy] = transform(matrix, ...grip);
  const target: Point = [gx + now.to[0] - now.from[0], gy + now.to[1] - now.from[1]];
  const snap = now.snaps ? catchGuides([target[0], target[1], target[0], target[1]], start.guides, now.reach) : NOTHING;
  const [px, py] = transform(back, target[0] + snap.by[0], target[1] + snap.by[1]);
  const [sx, sy] = [grip[0] - anchor[0], grip[1] - anchor[1]];
  let [fx, fy] = [u === 0.5 ? 1 : (px - anchor[0]) / (sx || 1), v === 0.5 ? 1 : (py - anchor[1]) / (sy || 1)];
  if (u !== 0.5 && v !== 0.5) fx = fy = ((px - anchor[0]) * sx + (py - anchor[1]) * sy) / (sx * sx + sy * sy || 1);
  // Nothing is ever sized away entirely: it could not be taken hold of again.
  const kept = (factor: number) => (Math.abs(factor) < 0.005 ? 0.005 : factor);
  const scaled: Matrix = [kept(fx), 0, 0, kept(fy), anchor[0] * (1 - kept(fx)), anchor[1] * (1 - kept(fy))];
  const words = u === 0.5 ? `${round(fy * 100)} % down` : v === 0.5 ? `${round(fx * 100)} % across` : `${round(fx * 100)} %`;
  return { step: place(start, 'Size', inBoxSpace(matrix, scaled), now.how), words, caught: snap.caught };
}

function turnSelection(start: Reshape, now: ReshapeNow, turned: number): Reshaped {
  const step = now.straight ? 15 : 45;
  const near = Math.round(turned / step) * step;
  const degrees = now.straight || (now.snaps && Math.abs(turned - near) < 2) ? near : Math.round(turned * 10) / 10;
  const radians = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  const [px, py] = start.pivot;
  const turn: Matrix = [cos, sin, -sin, cos, px - cos * px + sin * py, py - sin * px - cos * py];
  return { step: place(start, 'Turn', turn, now.how, degrees), words: `${degrees > 0 ? '+' : ''}${degrees}°`, caught: [] };
}

function leanSelection(start: Reshape, now: ReshapeNow): Reshaped {
  const { box: { bounds: [, top, , bottom], matrix } } = start;
  const back = invert(matrix);
  if (!back || bottom === top) return { step: null, words: '', caught: [] };
  const [from, to] = [transform(back, ...now.from), transform(back, ...now.to)];
  let degrees = (Math.atan((to[0] - from[0]) / (bottom - top)) * 180) / Math.PI;
  const near = Math.round(degrees / 15) * 15;
  if (now.straight || (now.snaps && Math.abs(degrees - near) < 1.5)) degrees = near;
  const k = Math.tan((Math.max(-85, Math.min(85, degrees)) * Math.PI) / 180);
  return { step: place(start, 'Lean', inBoxSpace(matrix, [1, 0, k, 1, -k * top, 0]), now.how), words: `leans ${round(degrees)}°`, caught: [] };
}

/** The pivot of a single layer, caught by the corners and middles of its box; the layer stays where it is. */
function movePivot(start: Reshape, now: ReshapeNow): Reshaped {
  const [only] = start.layers;
  const back = only && invert(only.matrix);
  if (!only || !back) return { step: null, words: '', caught: [] };
  // The knob was taken hold of, not the pivot: it goes as far as the pointer does.
  const to: Point = [start.pivot[0] + now.to[0] - now.from[0], start.pivot[1] + now.to[1] - now.from[1]];
  let pivot = transform(back, ...to);
  if (now.snaps && only.bounds) {
    const [left, top, right, bottom] = only.bounds;
    const points = [left, (left + right) / 2, right].flatMap((x) => [top, (top + bottom) / 2, bottom].map((y): Point => [x, y]));
    const near = points.find(([x, y]) => { const at = transform(only.matrix, x, y); return Math.hypot(at[0] - to[0], at[1] - to[1]) <= now.reach; });
    if (near) pivot = near;
  }
  const rounded: Point = [round(pivot[0]), round(pivot[1])];
  return { step: { event: 'layers.place', args: { composition: start.composition, placed: [{ layer: only.id, world: [...only.matrix], pivot: [...rounded] }], frame: now.how.frame, keying: false, keepWas: false, verb: 'Move the pivot of', ids: [] } }, words: `pivot ${rounded[0]}, ${rounded[1]}`, caught: [] };
}

function place({ composition, layers }: Reshape, verb: string, by: Matrix, how: ReshapeNow['how'], turned?: number): ReshapeStep {
  const placed = layers.map((layer) => ({ layer: layer.id, world: [...multiply(by, layer.matrix)] as [number, number, number, number, number, number], ...(turned === undefined ? {} : { turned }) }));
  return { event: 'layers.place', args: { composition, placed, verb, ...how, ids: [] } };
}

/** Degrees from one direction to another, between −180 and 180. */
export function angleBetween(centre: Point, from: Point, to: Point): number {
  const of = ([x, y]: Point) => Math.atan2(y - centre[1], x - centre[0]);
  const degrees = ((of(to) - of(from)) * 180) / Math.PI;
  return degrees > 180 ? degrees - 360 : degrees < -180 ? degrees + 360 : degrees;
}

function round(value: number): number {
  return Math.round(value * 10) / 10 + 0;
}
