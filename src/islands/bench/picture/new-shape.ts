import { newShape, newText, type Layer, type LayerOf, type Values } from '../../../core/model';
import { flatFill, plainStroke } from '../../../core/model';
import type { Point } from './selection-box';

type Kind = Exclude<LayerOf<'shape'>['shape'], 'path'>;
type Colour = readonly [number, number, number, number];

/** What a new shape is called. */
export const SHAPE_NAMES: Readonly<Record<Kind, string>> = { rectangle: 'Rectangle', ellipse: 'Ellipse', polygon: 'Polygon', star: 'Star' };

/** What a new shape is filled with: warm paper, seen on a dark ground. */
export const FRESH_FILL: Colour = [0.925, 0.906, 0.855, 1];

/** A shape as it was drawn from one corner to the other; a click alone makes one of an ordinary size there. */
export function drawnShape(id: string, kind: Kind, length: number, from: Point, to: Point, even: boolean): Layer {
  const click = Math.hypot(to[0] - from[0], to[1] - from[1]) < 4;
  let [w, h] = click ? [200, 200] : [Math.abs(to[0] - from[0]), Math.abs(to[1] - from[1])];
  if (even && !click) w = h = Math.max(w, h);
  const middle: Point = click ? from : [from[0] + (w / 2) * Math.sign(to[0] - from[0] || 1), from[1] + (h / 2) * Math.sign(to[1] - from[1] || 1)];
  const values: Values = { x: tidy(middle[0]), y: tidy(middle[1]), width: Math.max(1, tidy(w)), height: Math.max(1, tidy(h)) };
  return newShape(id, SHAPE_NAMES[kind], [[0, length]], kind, values, flatFill(FRESH_FILL));
}

export type PenPoint = readonly [x: number, y: number, inDx: number, inDy: number, outDx: number, outDy: number];

/** A path as the pen drew it, standing around the middle of its box; an open one is a line, a closed one a filled shape. */
export function drawnPath(id: string, length: number, points: readonly PenPoint[], closed: boolean): Layer {
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const middle: Point = [tidy((Math.min(...xs) + Math.max(...xs)) / 2), tidy((Math.min(...ys) + Math.max(...ys)) / 2)];
  const outline = { closed, points: points.map(([x, y, ...handles]) => [tidy(x - middle[0]), tidy(y - middle[1]), ...handles.map(tidy)]) };
  const values: Values = { x: middle[0], y: middle[1], outline };
  return closed
    ? newShape(id, 'Path', [[0, length]], 'path', values, flatFill(FRESH_FILL))
    : newShape(id, 'Line', [[0, length]], 'path', values, { ...flatFill(), kind: 'none' }, { ...plainStroke(FRESH_FILL, 4), cap: 'round', join: 'round' });
}

/** A text that begins at a point, in an ink that is seen there. */
export function drawnText(id: string, length: number, at: Point, ink: Colour = FRESH_FILL): Layer {
  return newText(id, 'Text', [[0, length]], { x: tidy(at[0]), y: tidy(at[1]), text: '' }, flatFill(ink));
}

function tidy(value: number): number {
  return Math.round(value * 10) / 10 + 0;
}
