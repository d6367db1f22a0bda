import { CLOSE, COORDINATES, CURVE, LINE, MOVE, type Outline } from '../display';
import { preparePath } from '../keys';

/** A leg of an outline: straight or a cubic, with its length. */
type Leg = { readonly from: readonly [number, number]; readonly controls: readonly number[] | null; readonly to: readonly [number, number]; readonly length: number; readonly parameterAt: (progress: number) => number };

/**
 * The part of an outline between two fractions of its length, all its parts taken one after another. `from` and `to` in
 * percent, `shift` moves both round and round; the whole length or more is the outline itself.
 */
export function trimOutline(outline: Outline, from: number, to: number, shift: number): Outline {
  const [low, high] = [Math.min(from, to) / 100, Math.max(from, to) / 100];
  if (high - low >= 1) return outline;
  const start = (((low + shift / 100) % 1) + 1) % 1;
  const end = start + high - low;
  const legs = legsOf(outline);
  const total = legs.reduce((sum, leg) => sum + leg.length, 0);
  const into: number[] = [];
  if (total === 0 || high === low) return into;
  // Past the end it goes on at the beginning.
  cut(legs, start * total, Math.min(1, end) * total, into);
  if (end > 1) cut(legs, 0, (end - 1) * total, into);
  return into;
}

function cut(legs: readonly Leg[], from: number, to: number, into: number[]): void {
  let passed = 0;
  for (const leg of legs) {
    const [a, b] = [Math.max(0, from - passed), Math.min(leg.length, to - passed)];
    if (b > a && leg.length > 0) draw(leg, leg.parameterAt(a / leg.length), leg.parameterAt(b / leg.length), into);
    passed += leg.length;
  }
}

/** The part of a leg between two parameters; the pen is lifted only where it has to be. */
function draw({ from, controls, to }: Leg, a: number, b: number, into: number[]): void {
  const part = controls ? between([...from, ...controls, ...to], a, b) : [mix(from[0], to[0], a), mix(from[1], to[1], a), mix(from[0], to[0], b), mix(from[1], to[1], b)];
  const [x, y] = [part[0]!, part[1]!];
  const [px, py] = [into[into.length - 2], into[into.length - 1]];
  if (px === undefined || Math.hypot(px - x, py! - y) > 1e-6) into.push(MOVE, x, y);
  into.push(controls ? CURVE : LINE, ...part.slice(2));
}

/** A cubic between two parameters, by its blossom: eight numbers in, eight out. */
function between(c: readonly number[], a: number, b: number): readonly number[] {
  const blossom = (k: 0 | 1, r: number, s: number, t: number): number => {
    const [p0, p1, p2, p3] = [c[k]!, c[k + 2]!, c[k + 4]!, c[k + 6]!];
    const first = [mix(p0, p1, r), mix(p1, p2, r), mix(p2, p3, r)] as const;
    return mix(mix(first[0], first[1], s), mix(first[1], first[2], s), t);
  };
  return ([[a, a, a], [a, a, b], [a, b, b], [b, b, b]] as const).flatMap(([r, s, t]) => [blossom(0, r, s, t), blossom(1, r, s, t)]);
}

function mix(a: number, b: number, u: number): number {
  return a + (b - a) * u;
}

function legsOf(outline: Outline): readonly Leg[] {
  const legs: Leg[] = [];
  let [first, pen]: [readonly [number, number], readonly [number, number]] = [[0, 0], [0, 0]];
  const straight = (to: readonly [number, number]) => legs.push({ from: pen, controls: null, to, length: Math.hypot(to[0] - pen[0], to[1] - pen[1]), parameterAt: (progress) => progress });
  for (let i = 0; i < outline.length; i += 1 + COORDINATES[outline[i]!]!) {
    const at = (k: number): readonly [number, number] => [outline[i + k]!, outline[i + k + 1]!];
    switch (outline[i]) {
      case MOVE: first = pen = at(1); break;
      case LINE: straight(at(1)); pen = at(1); break;
      case CURVE: {
        const [c1, c2, to] = [at(1), at(3), at(5)];
        const { length, parameterAt } = preparePath(pen, [c1[0] - pen[0], c1[1] - pen[1]], [c2[0] - to[0], c2[1] - to[1]], to);
        legs.push({ from: pen, controls: [...c1, ...c2], to, length, parameterAt });
        pen = to;
        break;
      }
      case CLOSE: straight(first); pen = first; break;
    }
  }
  return legs;
}
