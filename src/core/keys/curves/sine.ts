import { defineCurve } from './curve-kind';

export const sine = defineCurve({
  kind: 'sine', title: 'Sine', form: 'in', amount: null, swings: null,
  at: (u) => 1 - Math.cos((Math.PI * u) / 2),
  slope: (end) => (end === 0 ? 0 : Math.PI / 2),
  examples: [
    { given: {}, u: 0.5, becomes: 1 - Math.SQRT1_2 },
    { given: { side: 'out' }, u: 1 / 3, becomes: 0.5 },
    { given: { side: 'both' }, u: 0.25, becomes: (1 - Math.SQRT1_2) / 2 },
  ],
});
