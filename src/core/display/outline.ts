/** What a number in an outline means; its coordinates follow it. */
export const MOVE = 0;
export const LINE = 1;
export const CURVE = 2;
export const CLOSE = 3;

/** A path as one flat list: `MOVE x y`, `LINE x y`, `CURVE x1 y1 x2 y2 x y`, `CLOSE`. */
export type Outline = readonly number[];

/** How many coordinates follow each word. */
export const COORDINATES = [2, 2, 6, 0] as const;

export type Bounds = readonly [left: number, top: number, right: number, bottom: number];

/** A box around all control points: never smaller than the outline, null for an empty one. */
export function boundsOf(outline: Outline): Bounds | null {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < outline.length; ) {
    const coordinates = COORDINATES[outline[i]!]!;
    for (let c = i + 1; c <= i + coordinates; c += 2) {
      const [x, y] = [outline[c]!, outline[c + 1]!];
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
    }
    i += 1 + coordinates;
  }
  return left <= right ? [left, top, right, bottom] : null;
}
