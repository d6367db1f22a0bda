import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isPlain, packPlain, prepareScalar, samplePlain, type ScalarCurve } from '.';

const value = fc.integer({ min: -500, max: 500 });
const sides = fc.constantFrom({}, {}, { right: 'smooth' as const }, { left: 'smooth' as const }, { left: 'smooth' as const, right: 'smooth' as const }, { right: 'hold' as const }, { arrives: 40 }, { right: [3, 20] as [number, number] }, { curve: { kind: 'bounce' as const, side: 'in' as const } });
const curve: fc.Arbitrary<ScalarCurve> = fc.record({ gaps: fc.array(fc.tuple(fc.integer({ min: 1, max: 20 }), value, sides), { maxLength: 10 }), value, before: fc.constantFrom('hold', 'hold', 'hold', 'repeat'), after: fc.constantFrom('hold', 'hold', 'hold', 'climb') }).map(({ gaps, value: rest, before, after }) => {
  let at = -7;
  return { value: rest, before, after, repeats: null, keys: gaps.map(([gap, one, more], i) => ({ id: `k${i}`, at: (at += gap), value: one, ...more })) } as ScalarCurve;
});

test('plain channels in one stretch give what each gives by itself, to the bit, at any time, whether their keys stand together or not', () => {
  let [plain, other, together] = [0, 0, 0];
  fc.assert(fc.property(fc.array(curve, { minLength: 1, maxLength: 5 }), fc.array(value, { maxLength: 3 }), (all, before) => {
    // The first has a twin at the same times.
    const twin = { ...all[0]!, keys: all[0]!.keys.map((key) => ({ ...key, value: (key.value as number) * 2 - 3 })) } as ScalarCurve;
    const some = [...all, twin].filter(isPlain);
    plain += some.length;
    other += all.length + 1 - some.length;
    const { pack, base, order } = packPlain(before, some);
    expect([...pack.subarray(base, base + before.length)]).toEqual(before);
    const slots = order.map((i) => some.length - 1 - i);
    if (new Set(some.map(({ keys }) => keys.map(({ at }) => at).join())).size < some.length) together++;
    const out = new Float64Array(some.length);
    const samplers = some.map(prepareScalar);
    for (let x = -12; x < 120; x += 0.75) {
      samplePlain(pack, base + before.length, slots, x, out);
      for (const [i, sample] of samplers.entries()) if (!Object.is(out[some.length - 1 - i]! + 0, sample(x) + 0)) throw new Error(`${out[some.length - 1 - i]} is not ${sample(x)} at ${x} of ${JSON.stringify(some[i])}`);
    }
    // At the keys themselves too.
    for (const [i, { keys }] of some.entries()) for (const { at } of keys) {
      samplePlain(pack, base + before.length, slots, at, out);
      expect(out[some.length - 1 - i]).toBe(samplers[i]!(at));
    }
  }), { seed: 41, numRuns: 200 });
  expect([plain > 40, other > 40, together > 20]).toEqual([true, true, true]);
});
