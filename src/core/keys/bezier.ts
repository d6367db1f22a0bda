import { prepareInverse } from './curve';

/** A dot of a curve: a time and a value, or a time and a progress. */
export type Dot = readonly [time: number, value: number];

/** A cubic Bézier whose time rises. */
export type Cubic = readonly [Dot, Dot, Dot, Dot];

/** The parameter at which a cubic reaches a time inside it. */
export function parameterAt([p0, p1, p2, p3]: Cubic, time: number): number {
  const length = p3[0] - p0[0];
  // Handles a third of the way: time is the parameter.
  if (Math.abs(3 * (p1[0] - p0[0]) - length) < 1e-12 * length && Math.abs(3 * (p3[0] - p2[0]) - length) < 1e-12 * length) return Math.min(1, Math.max(0, (time - p0[0]) / length));
  return prepareInverse((p1[0] - p0[0]) / length, (p2[0] - p0[0]) / length)((time - p0[0]) / length);
}

export function dotAt([p0, p1, p2, p3]: Cubic, s: number): Dot {
  return mix(mix(mix(p0, p1, s), mix(p1, p2, s), s), mix(mix(p1, p2, s), mix(p2, p3, s), s), s);
}

/** The part of a cubic between two of its parameters, by de Casteljau's construction. */
export function partOf(cubic: Cubic, from: number, to: number): Cubic {
  const [p0, p1, p2, p3] = to < 1 ? firstPart(cubic, to) : cubic;
  if (from <= 0) return [p0, p1, p2, p3];
  const [q0, q1, q2, q3] = firstPart([p3, p2, p1, p0], 1 - from / to);
  return [q3, q2, q1, q0];
}

function firstPart([p0, p1, p2, p3]: Cubic, s: number): Cubic {
  const [a, b, c] = [mix(p0, p1, s), mix(p1, p2, s), mix(p2, p3, s)];
  const [d, e] = [mix(a, b, s), mix(b, c, s)];
  return [p0, a, d, mix(d, e, s)];
}

/** Whether two keys can draw a cubic: neither handle may be longer in time than their segment. */
export function isDrawable([p0, p1, p2, p3]: Cubic): boolean {
  const hair = 1e-12 * (p3[0] - p0[0]);
  return p1[0] <= p3[0] + hair && p2[0] >= p0[0] - hair;
}

/** Parameters, rising, inside 0 … 1, at which the value of a cubic turns round. */
export function turnsOf([p0, p1, p2, p3]: Cubic): readonly number[] {
  const [d0, d1, d2] = [p1[1] - p0[1], p2[1] - p1[1], p3[1] - p2[1]];
  return roots(d0 - 2 * d1 + d2, 2 * (d1 - d0), d0).filter((s) => s > 1e-9 && s < 1 - 1e-9).sort((a, b) => a - b);
}

function roots(a: number, b: number, c: number): readonly number[] {
  if (Math.abs(a) < 1e-14) return Math.abs(b) < 1e-14 ? [] : [-c / b];
  const inside = b * b - 4 * a * c;
  if (inside < 0) return [];
  const q = -(b + (b < 0 ? -1 : 1) * Math.sqrt(inside)) / 2;
  return q === 0 ? [0] : [q / a, c / q];
}

function mix(a: Dot, b: Dot, u: number): Dot {
  return [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u];
}
