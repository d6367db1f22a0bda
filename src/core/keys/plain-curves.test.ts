import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isPlain, packPlain, prepareScalar, samplePlain, type ScalarCurve } from '.';

const value = fc.integer({ min: -500, max: 500 });
const sides = fc.constantFrom({}, {}, { right: 'smooth' as const }, { left: 'smooth' as const }, { left: 'smooth' as const, right: 'smooth' as const }, { right: 'hold' as const }, { arrives: 40 }, { right: [3, 20] as [number, number] }, { curve: { kind: 'bounce' as const, side: 'in' as const } });
const curve: fc.Arbitrary<ScalarCurve> = fc.record({ gaps: fc.array(fc.tuple(fc.integer({ min: 1, max: 20 }), value, sides), { maxLength: 10 }), value, before: fc.constantFrom('hold', 'hold', 'hold', 'repeat'), after: fc.constantFrom('hold', 'hold', 'hold', 'climb') }).map(({ gaps, value: rest, before, after }) => {
  let at = -7;
  return { value: rest, before, after, repeats: null, keys: gaps.map(([gap, one, more], i) => ({ id: `k${i}`, at: (at += gap), value: one, ...more })) } as ScalarCurve;
});

test('plain channels in one stretch give what each gives by itself, to the bit, at any time', () => {
  let [plain, other] = [0, 0];
  fc.assert(fc.property(fc.array(curve, { minLength: 1, maxLength: 5 }), fc.array(value, { maxLength: 3 }), (all, before) => {
    const some = all.filter(isPlain);
    plain += some.length;
    other += all.length - some.length;
    const { pack, base } = packPlain(before, some);
    expect([...pack.subarray(base, base + before.length)]).toEqual(before);
    const slots = some.map((_, i) => some.length - 1 - i);
    const out = new Float64Array(some.length);
    const samplers = some.map(prepareScalar);
    for (let x = -12; x < 120; x += 0.75) {
      samplePlain(pack, base + before.length, slots, x, out);
      for (const [i, sample] of samplers.entries()) if (!Object.is(out[slots[i]!]! + 0, sample(x) + 0)) throw new Error(`${out[slots[i]!]} is not ${sample(x)} at ${x} of ${JSON.stringify(some[i])}`);
    }
    // At the keys themselves too.
    for (const [i, { keys }] of some.entries()) for (const { at } of keys) {
      samplePlain(pack, base + before.length, slots, at, out);
      expect(out[slots[i]!]).toBe(samplers[i]!(at));
    }
  }), { seed: 41, numRuns: 200 });
  expect([plain > 40, other > 40]).toEqual([true, true]);
});
