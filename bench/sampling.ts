import bezierEasing from 'bezier-easing';
import { lastAtOrBefore, prepareScalar, type ScalarKey } from '../src/core/keys';
import { inTurns, seeded, type Figure } from './seeded';

const KEYS = 64;
const SAMPLES = 1_000_000;

/** A curved channel of 64 keys against the bezier-easing package on the same curve, at the same times. */
export function measureSampling(): readonly Figure[] {
  const chance = seeded(64);
  const shapes = Array.from({ length: KEYS }, () => [0.15 + chance() * 0.6, chance() * 1.2 - 0.1, 0.25 + chance() * 0.6, chance() * 1.2 - 0.1] as const);
  const span = 20;
  const values = Array.from({ length: KEYS }, () => Math.round(chance() * 400));
  const keys = values.map((value, i): ScalarKey => {
    const [into, out] = [shapes[i - 1], shapes[i]];
    const rise = (k: number) => values[k + 1]! - values[k]!;
    return {
      id: `k${i}`, at: i * span, value,
      ...(out && i < KEYS - 1 ? { right: [out[0] * span, out[1] * rise(i)] as const } : {}),
      ...(into ? { left: [(into[2] - 1) * span, (into[3] - 1) * rise(i - 1)] as const } : {}),
    };
  });
  const ours = prepareScalar({ value: 0, keys, before: 'hold', after: 'hold', repeats: null });
  // The package knows one curve from 0 to 1; a channel around it needs the segment first.
  const times = Float64Array.from(keys, (key) => key.at);
  const eases = shapes.map((shape) => bezierEasing(...shape));
  const theirs = (x: number) => {
    const i = lastAtOrBefore(times, x);
    return values[i]! + eases[i]!((x - times[i]!) / span) * (values[i + 1]! - values[i]!);
  };
  const end = (KEYS - 1) * span;
  const random = Float64Array.from({ length: SAMPLES }, () => chance() * (end - 1e-6));
  const rising = Float64Array.from({ length: SAMPLES }, (_, i) => (i / SAMPLES) * end);
  let sink = 0;
  const over = (at: Float64Array, sample: (x: number) => number) => () => {
    for (let i = 0; i < at.length; i++) sink += sample(at[i]!);
  };
  const figures = ([['random', random], ['rising', rising]] as const).map(([name, at]): Figure => {
    const [a, b] = inTurns(7, over(at, ours), over(at, theirs));
    return { what: `Sampling a curved channel of ${KEYS} keys, 1e6 ${name} times, against bezier-easing`, measured: `ratio ${(a / b).toFixed(2)} (${a.toFixed(0)} ms : ${b.toFixed(0)} ms)`, bar: '≤ 1.2', held: a / b <= 1.2 };
  });
  const error = greatestError(ours, keys, values, shapes, span, random.subarray(0, 20_000));
  return [...figures, { what: 'Greatest error of that sampling against bisection to the last bit', measured: error.toExponential(1), bar: '≤ 1e-7', held: error <= 1e-7 && Number.isFinite(sink) }];
}

function greatestError(ours: (x: number) => number, keys: readonly ScalarKey[], values: readonly number[], shapes: readonly (readonly [number, number, number, number])[], span: number, at: Float64Array): number {
  const cubic = (s: number, a: number, b: number) => 3 * (1 - s) ** 2 * s * a + 3 * (1 - s) * s * s * b + s ** 3;
  let worst = 0;
  for (const x of at) {
    const i = Math.floor(x / span);
    const u = (x - keys[i]!.at) / span;
    let [low, high] = [0, 1];
    for (let round = 0; round < 60; round++) {
      const s = (low + high) / 2;
      if (cubic(s, shapes[i]![0], shapes[i]![2]) < u) low = s;
      else high = s;
    }
    const exact = values[i]! + cubic((low + high) / 2, shapes[i]![1], shapes[i]![3]) * (values[i + 1]! - values[i]!);
    worst = Math.max(worst, Math.abs(ours(x) - exact));
  }
  return worst;
}
