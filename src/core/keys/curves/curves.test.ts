import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { curvePast, pastEnds, usualAmount } from '../past';
import { CURVES, prepareCurve, type CurveKind, type KeyCurve } from '.';

const all = CURVES as readonly CurveKind[];
const sides = ['in', 'out', 'both'] as const;
const given: fc.Arbitrary<KeyCurve> = fc.record({ kind: fc.constantFrom(...all.map((one) => one.kind)), side: fc.constantFrom(...sides), amount: fc.constantFrom(null, 0.5, 1, 2), swings: fc.constantFrom(null, 1, 2) });

test('the list of curves is not empty', () => expect(all.length).toBe(6));

for (const curve of all) {
  describe(curve.title, () => {
    test.each(curve.examples.map((one) => [JSON.stringify(one.given), one.u, one.becomes, one] as const))('%s: %d gives %d', (_, u, becomes, example) =>
      expect(prepareCurve({ kind: curve.kind, ...example.given }).at(u)).toBeCloseTo(becomes, 12));
  });
}

describe('any curve', () => {
  test('begins at 0 and ends at 1', () => fc.assert(fc.property(given, (curve) => {
    const { at } = prepareCurve(curve);
    return Math.abs(at(0)) < 1e-12 && Math.abs(at(1) - 1) < 1e-12;
  }), { seed: 1 }));
  test('arriving is leaving turned round, and both is half of each', () => fc.assert(fc.property(given, fc.double({ min: 0, max: 1, noNaN: true }), (curve, u) => {
    const [leaving, arriving, both] = sides.map((side) => prepareCurve({ ...curve, side }).at);
    return Math.abs(arriving!(u) - (1 - leaving!(1 - u))) < 1e-12 && Math.abs(both!(u) - (u < 0.5 ? leaving!(2 * u) / 2 : 1 - leaving!(2 - 2 * u) / 2)) < 1e-12;
  }), { seed: 2 }));
  test('tells the slope at its ends', () => fc.assert(fc.property(given, (curve) => {
    const { at, slope } = prepareCurve(curve);
    for (const end of [0, 1] as const) {
      if (!Number.isFinite(slope(end))) return Math.abs(at(end === 0 ? 1e-8 : 1 - 1e-8) - end) > 1e-5;
      const h = end === 0 ? 1e-7 : -1e-7;
      if (Math.abs((at(end + h) - at(end)) / h - slope(end)) > 1e-3 * (1 + Math.abs(slope(end)))) return false;
    }
    return true;
  }), { seed: 3 }));
  test('a kind that a newer house may know runs straight', () => expect(prepareCurve({ kind: 'wobble' }).at(0.3)).toBe(0.3));
});

describe('how far past its ends', () => {
  test('a share of the way is met to a ten-thousandth, on each side; what goes back by nothing stays between', () => {
    for (const side of ['in', 'out', 'both'] as const) for (const share of [0.02, 0.1, 0.12, 0.5, 1.5]) expect(pastEnds(curvePast(share, side))).toBeCloseTo(share, 3);
    expect(pastEnds({ kind: 'back', side: 'out' })).toBeCloseTo(0.1, 3);
    expect([pastEnds({ kind: 'power', amount: 5 }), pastEnds({ kind: 'sine', side: 'both' })]).toEqual([0, 0]);
    expect([usualAmount('back'), usualAmount('sine'), usualAmount('none')]).toEqual([1.70158, null, null]);
  });
});
