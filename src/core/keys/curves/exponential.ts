import { defineCurve } from './curve-kind';

/** Quicker and quicker by the same factor; an amount of 0 is straight. */
export const exponential = defineCurve({
  kind: 'exponential', title: 'Exponential', form: 'in', amount: 10, swings: null,
  at: (u, a) => (a === 0 ? u : Math.expm1(a * Math.LN2 * u) / Math.expm1(a * Math.LN2)),
  slope: (end, a) => (a === 0 ? 1 : (a * Math.LN2 * (end === 0 ? 1 : 2 ** a)) / Math.expm1(a * Math.LN2)),
  examples: [
    { given: {}, u: 0.5, becomes: 31 / 1023 },
    { given: { amount: 0 }, u: 0.3, becomes: 0.3 },
    { given: { amount: 2, side: 'out' }, u: 0.5, becomes: 2 / 3 },
  ],
});
