import { dust } from '../../time';
import { numberField } from '../number-field';
import { defineOperator } from '../operator';
import { straight } from '../segment';
import { mapOf } from '../time-map';

export const delay = defineOperator({
  op: 'delay',
  title: 'Delay',
  about: 'Starts later by a number of frames.',
  shape: { by: numberField() },
  fields: { by: { label: 'By', unit: 'frames' } },
  tell: ({ by }) => `${by} frames later`,
  prepare: ({ by }) => {
    const late = Number(by);
    const segment = straight(-Infinity, Infinity, late, 0, 1);
    return mapOf((x) => dust(x - late), () => segment);
  },
  examples: [
    { given: { by: 8 }, x: 8, becomes: 0 },
    { given: { by: 8 }, x: 0, becomes: -8 },
    { given: { by: -2.5 }, x: 1, becomes: 3.5 },
  ],
});
