import { dust } from '../../time';
import { timeField } from '../number-field';
import { defineOperator, holdInside, tellTime } from '../operator';
import { held } from '../segment';
import { mapOf } from '../time-map';

export const freeze = defineOperator({
  op: 'freeze',
  title: 'Freeze',
  about: 'Shows one frame all the time.',
  shape: { at: timeField() },
  fields: { at: { label: 'At', unit: 'frames' } },
  tell: ({ at }) => `on frame ${tellTime(at)}`,
  prepare: (params, { D }) => {
    const still = dust(holdInside(Number(params.at), D));
    const segment = held(-Infinity, Infinity, still);
    return mapOf(() => still, () => segment);
  },
  examples: [
    { given: { at: 12 }, x: 99, becomes: 12 },
    { given: { at: 60 }, D: 60, x: 0, becomes: 59 },
  ],
});
