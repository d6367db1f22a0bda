import { defineCurve } from './curve-kind';

/** What is left of the swing: 1 at first, 0 at the end. An amount of 0 dies down evenly. */
const left = (u: number, a: number) => (a === 0 ? 1 - u : (2 ** (-a * u) - 2 ** -a) / (1 - 2 ** -a));

/** Swings about where it arrives, less and less. */
export const elastic = defineCurve({
  kind: 'elastic', title: 'Elastic', form: 'out', amount: 10, swings: 3,
  at: (u, a, n) => 1 - left(u, a) * Math.cos(2 * Math.PI * n * u),
  slope: (end, a, n) => {
    const fall = a === 0 ? 1 : (a * Math.LN2 * (end === 0 ? 1 : 2 ** -a)) / (1 - 2 ** -a);
    return fall * (end === 0 ? 1 : Math.cos(2 * Math.PI * n));
  },
  examples: [
    { given: { side: 'out' }, u: 1 / 12, becomes: 1 },
    { given: { side: 'out', amount: 0, swings: 1 }, u: 0.5, becomes: 1.5 },
    { given: { amount: 0, swings: 1 }, u: 0.5, becomes: -0.5 },
  ],
});
