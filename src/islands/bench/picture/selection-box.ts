import { IDENTITY, invert, multiply, transform, type Bounds, type Matrix } from '../../../core/display';
import type { ShownLayer } from '../../../core/evaluate';

export type Point = readonly [number, number];

/** The box around what is selected: its own space (a single layer's, or the composition's for several) and its bounds in it. */
export type SelectionBox = { readonly matrix: Matrix; readonly bounds: Bounds; readonly single: boolean };

/** One layer's box lies as the layer does; several have an upright one around all. Null where nothing has an extent. */
export function selectionBox(layers: readonly ShownLayer[]): SelectionBox | null {
  const shown = layers.filter((layer) => layer.bounds !== null);
  if (shown.length === 0) return null;
  if (shown.length === 1 && layers.length === 1) return { matrix: shown[0]!.matrix, bounds: shown[0]!.bounds!, single: true };
  return { matrix: IDENTITY, bounds: unionOf(shown.map(uprightBox)), single: false };
}

/** The corners of a layer's box in the composition, clockwise from its own upper left. */
export function cornersOf({ matrix, bounds }: Pick<SelectionBox, 'matrix' | 'bounds'>): readonly Point[] {
  const [left, top, right, bottom] = bounds;
  return ([[left, top], [right, top], [right, bottom], [left, bottom]] as const).map(([x, y]) => transform(matrix, x, y));
}

/** The upright box around a layer's box. */
export function uprightBox(layer: ShownLayer): Bounds {
  const corners = cornersOf({ matrix: layer.matrix, bounds: layer.bounds ?? [0, 0, 0, 0] });
  return [Math.min(...corners.map(([x]) => x)), Math.min(...corners.map(([, y]) => y)), Math.max(...corners.map(([x]) => x)), Math.max(...corners.map(([, y]) => y))];
}

export function unionOf(boxes: readonly Bounds[]): Bounds {
  return [Math.min(...boxes.map((box) => box[0])), Math.min(...boxes.map((box) => box[1])), Math.max(...boxes.map((box) => box[2])), Math.max(...boxes.map((box) => box[3]))];
}

/** Whether a point of the composition lies in a layer's box. */
export function isInBox({ matrix, bounds }: ShownLayer, [x, y]: Point): boolean {
  const back = bounds && invert(matrix);
  if (!back || !bounds) return false;
  const [px, py] = transform(back, x, y);
  return px >= bounds[0] && px <= bounds[2] && py >= bounds[1] && py <= bounds[3];
}

/** Layers whose boxes meet an upright rectangle of the composition. Two convex shapes are apart when a line along one of their sides parts them. */
export function layersInside(layers: readonly ShownLayer[], [left, top, right, bottom]: Bounds): readonly string[] {
  const frame: readonly Point[] = [[left, top], [right, top], [right, bottom], [left, bottom]];
  return layers.filter((layer) => {
    const corners = layer.bounds ? cornersOf({ matrix: layer.matrix, bounds: layer.bounds }) : [transform(layer.matrix, 0, 0)];
    return !partedBy(frame, corners) && !partedBy(corners, frame);
  }).map((layer) => layer.id);
}

function partedBy(shape: readonly Point[], other: readonly Point[]): boolean {
  for (let i = 0; i < shape.length; i++) {
    const [a, b] = [shape[i]!, shape[(i + 1) % shape.length]!];
    const normal: Point = [b[1] - a[1], a[0] - b[0]];
    if (normal[0] === 0 && normal[1] === 0) continue;
    const along = (point: Point) => point[0] * normal[0] + point[1] * normal[1];
    const [mine, theirs] = [shape.map(along), other.map(along)];
    if (Math.max(...mine) < Math.min(...theirs) || Math.max(...theirs) < Math.min(...mine)) return true;
  }
  return false;
}

/** A map of a box's own space (scaled, leaned) as a map of the composition. */
export function inBoxSpace(box: Matrix, inner: Matrix): Matrix {
  const back = invert(box);
  return back ? multiply(multiply(box, inner), back) : IDENTITY;
}
