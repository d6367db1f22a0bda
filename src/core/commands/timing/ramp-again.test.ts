import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { pieces, rampMap } from '../../timing';
import { rampAgain } from './ramp-again';
import type { RampFields } from './ramp-from';

/** Parts that run or stand, hard or with soft sides that do not meet. */
const ramps: fc.Arbitrary<RampFields> = fc.array(fc.record({ length: fc.integer({ min: 20, max: 60 }), rate: fc.constantFrom(0, 0.5, 1, 2), soft: fc.constantFrom(0, 0, 6) }), { minLength: 1, maxLength: 4 }).map((parts) => {
  let at = 0;
  const all = [...parts.map((part, i) => ({ ...part, rate: i === 0 && part.rate === 0 ? 1 : part.rate })), { length: 0, rate: 1, soft: 0 }];
  const cuts = parts.map(({ length }) => (at += length));
  const rates = all.map(({ rate }) => rate);
  return { cuts, rates, blend: cuts.map((_, i) => { const { soft } = parts[i]!; return [rates[i] === 0 ? 0 : soft, rates[i + 1] === 0 ? 0 : soft] as const; }) };
});
const HARD = { before: 0, within: 0, after: 0 };
const FAR = 1000;
/** The pictures that stand, and for how long, up to a time. */
const standing = (ramp: RampFields) => { const found = new Map<number, number>(); for (const piece of pieces(rampMap(ramp), 0, FAR)) if (piece.kind === 'held') { const name = Math.round(piece.start * 1e3) / 1e3; found.set(name, Math.round(((found.get(name) ?? 0) + piece.to - piece.from) * 1e3) / 1e3); } return [...found].sort((a, b) => a[0] - b[0]); };

describe('a ramp in which a part runs otherwise', () => {
  test('before the part nothing changes, all stands as long on the same pictures, and time goes on as it did from the picture that is reached', () => {
    const met = { stood: 0, faster: 0, slower: 0, passed: 0 };
    fc.assert(fc.property(ramps, fc.integer({ min: 0, max: 150 }), fc.integer({ min: 4, max: 80 }), fc.constantFrom(0.25, 0.5, 1, 1.5, 2, 4), fc.boolean(), (ramp, from, length, rate, onward) => {
      const old = rampMap(ramp);
      // A part that begins within what stands, or on a soft side, is a case of its own.
      fc.pre([...pieces(old, Math.max(0, from - 7), from + 7)].every((piece) => piece.kind === 'linear') && ramp.cuts.every((cut) => Math.abs(cut - from) > 7 && Math.abs(cut - from - length) > 7));
      const made = rampAgain(ramp, from, onward ? null : from + length, rate, HARD)!;
      const map = rampMap(made);
      for (let x = 0; x <= from; x += 3) expect(map.at(x)).toBeCloseTo(old.at(x), 6);
      expect(standing(made)).toEqual(standing(ramp));
      if (standing(ramp).length > 0) met.stood++;
      met[rate > 1 ? 'faster' : 'slower']++;
      if (standing(ramp).some(([picture]) => picture > old.at(from) && picture < old.at(from) + rate * length)) met.passed++;
      // Time never falls, and after all cuts both run at the rate of the last part: what is shown late is shown so much sooner, and nothing else.
      let before = -Infinity;
      for (let x = 0; x < FAR; x += 7) { expect(map.at(x)).toBeGreaterThanOrEqual(before - 1e-6); before = map.at(x); }
      expect(made.rates.at(-1)).toBe(onward ? rate : ramp.rates.at(-1));
      expect(made.cuts.every((cut, i) => cut > (made.cuts[i - 1] ?? 0))).toBe(true);
      // In the part itself, away from what stands, it runs as was asked for.
      if (standing(ramp).length === 0) expect(map.at(from + 4) - map.at(from + 1)).toBeCloseTo(3 * rate, 6);
    }), { numRuns: 1500 });
    expect(Math.min(met.stood, met.faster, met.slower, met.passed), JSON.stringify(met)).toBeGreaterThan(20);
  });
  test('the same part again at another rate, and back, is the ramp that it was', () => {
    fc.assert(fc.property(fc.integer({ min: 5, max: 60 }), fc.integer({ min: 5, max: 60 }), fc.constantFrom(0.5, 2, 3), (from, length, rate) => {
      const plain: RampFields = { cuts: [], rates: [1], blend: [] };
      const once = rampAgain(plain, from, from + length, rate, HARD)!;
      expect(once).toEqual({ cuts: [from, from + length], rates: [1, rate, 1], blend: [[0, 0], [0, 0]] });
      expect(rampAgain(once, from, from + length, 1, HARD)).toEqual(plain);
    }));
  });
  test('what runs backwards, or would never come there, is left to a step of its own', () => {
    expect([rampAgain({ cuts: [20], rates: [1, -1], blend: 0 }, 5, 10, 2, HARD), rampAgain({ cuts: [20], rates: [1, 1], blend: 0 }, 5, 10, -1, HARD), rampAgain({ cuts: [20], rates: [1, 0], blend: 0 }, 5, 15, 9, HARD)]).toEqual([null, null, null]);
  });
});
