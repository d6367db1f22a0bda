import { transform, type Bounds, type Matrix } from '../core/display';

/** Whole device pixels. */
export type Box = { readonly left: number; readonly top: number; readonly width: number; readonly height: number };

/** The device pixels that a box of a space can touch, with a margin, as far as they lie within `[0, 0, width, height]` grown by it; null where none do. */
export function deviceBox([x0, y0, x1, y1]: Bounds, matrix: Matrix, [width, height]: readonly [number, number], margin: number): Box | null {
  const corners = [transform(matrix, x0, y0), transform(matrix, x1, y0), transform(matrix, x1, y1), transform(matrix, x0, y1)];
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const left = Math.max(-margin, Math.floor(Math.min(...xs)) - margin);
  const top = Math.max(-margin, Math.floor(Math.min(...ys)) - margin);
  const right = Math.min(width + margin, Math.ceil(Math.max(...xs)) + margin);
  const bottom = Math.min(height + margin, Math.ceil(Math.max(...ys)) + margin);
  return right > left && bottom > top ? { left, top, width: right - left, height: bottom - top } : null;
}

/** A matrix as it is seen from a box's upper left. */
export function within([a, b, c, d, e, f]: Matrix, { left, top }: Box): Matrix {
  return [a, b, c, d, e - left, f - top];
}

/** How many device pixels a px of the space is, on the average of all directions. */
export function scaleOf([a, b, c, d]: Matrix): number {
  return Math.sqrt(Math.abs(a * d - b * c));
}
