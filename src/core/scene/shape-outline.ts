import { CLOSE, CURVE, LINE, MOVE, type Outline } from '../display';

export type PathValue = { readonly closed: boolean; readonly points: readonly (readonly number[])[] };

/** How long the handles of a quarter circle are, for radius 1. */
const QUARTER = 0.5522847498;

/** Half width, half height: shapes stand around their own origin. */
export function rectangle(width: number, height: number, corner: number): Outline {
  const [w, h] = [width / 2, height / 2];
  const r = Math.max(0, Math.min(corner, Math.abs(w), Math.abs(h)));
  if (r === 0) return [MOVE, -w, -h, LINE, w, -h, LINE, w, h, LINE, -w, h, CLOSE];
  const k = r * (1 - QUARTER);
  return [
    MOVE, -w + r, -h, LINE, w - r, -h, CURVE, w - k, -h, w, -h + k, w, -h + r,
    LINE, w, h - r, CURVE, w, h - k, w - k, h, w - r, h,
    LINE, -w + r, h, CURVE, -w + k, h, -w, h - k, -w, h - r,
    LINE, -w, -h + r, CURVE, -w, -h + k, -w + k, -h, -w + r, -h, CLOSE,
  ];
}

export function ellipse(width: number, height: number): Outline {
  const [w, h] = [width / 2, height / 2];
  const [kw, kh] = [w * QUARTER, h * QUARTER];
  return [
    MOVE, 0, -h, CURVE, kw, -h, w, -kh, w, 0, CURVE, w, kh, kw, h, 0, h, CURVE, -kw, h, -w, kh, -w, 0, CURVE, -w, -kh, -kw, -h, 0, -h, CLOSE,
  ];
}

/** Corners on an ellipse, the first one up; with `inner` (0 … 1) every other corner lies further in. */
export function polygon(width: number, height: number, sides: number, inner: number | null): Outline {
  const corners = Math.round(sides) * (inner === null ? 1 : 2);
  const outline: number[] = [];
  for (let i = 0; i < corners; i++) {
    const angle = (i / corners) * 2 * Math.PI - Math.PI / 2;
    const reach = inner !== null && i % 2 === 1 ? inner : 1;
    outline.push(i === 0 ? MOVE : LINE, (Math.cos(angle) * width * reach) / 2, (Math.sin(angle) * height * reach) / 2);
  }
  return [...outline, CLOSE];
}

/** An outline as drawn: points `[x, y, inDx, inDy, outDx, outDy]`, handles from their point. */
export function drawnPath({ points, closed }: PathValue): Outline {
  const first = points[0];
  if (!first) return [];
  const outline: number[] = [MOVE, first[0]!, first[1]!];
  const leg = (from: readonly number[], to: readonly number[]) => {
    const straight = from[4] === 0 && from[5] === 0 && to[2] === 0 && to[3] === 0;
    if (straight) outline.push(LINE, to[0]!, to[1]!);
    else outline.push(CURVE, from[0]! + from[4]!, from[1]! + from[5]!, to[0]! + to[2]!, to[1]! + to[3]!, to[0]!, to[1]!);
  };
  for (let i = 1; i < points.length; i++) leg(points[i - 1]!, points[i]!);
  if (closed) {
    leg(points[points.length - 1]!, first);
    outline.push(CLOSE);
  }
  return outline;
}
