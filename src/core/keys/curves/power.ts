import { defineCurve } from './curve-kind';

export const power = defineCurve({
  kind: 'power', title: 'Power', form: 'in', amount: 3, swings: null,
  at: (u, a) => u ** a,
  slope: (end, a) => (end === 1 ? a : a > 1 || a === 0 ? 0 : a === 1 ? 1 : Infinity),
  examples: [
    { given: {}, u: 0.5, becomes: 0.125 },
    { given: { amount: 2, side: 'out' }, u: 0.5, becomes: 0.75 },
    { given: { amount: 2, side: 'both' }, u: 0.75, becomes: 0.875 },
  ],
});
