import { defineCurve } from './curve-kind';

/** Goes back a little before it sets off. */
export const back = defineCurve({
  kind: 'back', title: 'Back', form: 'in', amount: 1.70158, swings: null,
  at: (u, a) => u * u * ((a + 1) * u - a),
  slope: (end, a) => (end === 0 ? 0 : a + 3),
  examples: [
    { given: {}, u: 0.5, becomes: -0.0876975 },
    { given: { amount: 1, side: 'out' }, u: 0.5, becomes: 1 },
    { given: { amount: 0 }, u: 0.5, becomes: 0.125 },
  ],
});
