export type PathShape = { readonly closed: boolean; readonly points: readonly (readonly number[])[] };
export type PathPart = 'corner' | 'in' | 'out';

/** A corner moved with its handles, or one handle moved; the handle across goes round with it unless it is to stay (`alone`). */
export function movePathPoint({ closed, points }: PathShape, i: number, part: PathPart, [x, y]: readonly [number, number], alone: boolean): PathShape {
  const tidy = (value: number) => Math.round(value * 10) / 10 + 0;
  return {
    closed,
    points: points.map((point, j) => {
      if (j !== i) return point;
      const [px, py, inDx, inDy, outDx, outDy] = point as [number, number, number, number, number, number];
      if (part === 'corner') return [tidy(x), tidy(y), inDx, inDy, outDx, outDy];
      const [dx, dy] = [tidy(x - px), tidy(y - py)];
      const [ox, oy] = part === 'in' ? [outDx, outDy] : [inDx, inDy];
      const far = Math.hypot(dx, dy);
      const other = alone || far === 0 ? [ox, oy] : [tidy((-dx / far) * Math.hypot(ox, oy)), tidy((-dy / far) * Math.hypot(ox, oy))];
      return part === 'in' ? [px, py, dx, dy, ...other] : [px, py, ...other, dx, dy];
    }),
  };
}

/** The path without a corner; null when it would have fewer than two. */
export function removePathPoint({ closed, points }: PathShape, i: number): PathShape | null {
  return points.length <= 2 ? null : { closed, points: points.filter((_, j) => j !== i) };
}
