import { dust } from '../../time';
import { number, tellTime } from '../field';
import { defineOperator, pulled } from '../operator';
import { straight } from '../segment';
import { mapOf } from '../time-map';

export const delay = defineOperator({
  op: 'delay',
  title: 'Delay',
  about: 'Starts later by a number of frames.',
  fields: { by: number({ label: 'By', unit: 'frames' }) },
  tell: ({ by }) => `${tellTime(by)} frames later`,
  did: ({ by }) => `Starts ${tellTime(by)} frames later`,
  prepare: ({ by }) => {
    const late = Number(by);
    const segment = straight(-Infinity, Infinity, late, 0, 1);
    return mapOf((x) => dust(x - late), () => segment);
  },
  // The first frame comes to the playhead; where it stands there already, a second later.
  born: ({ at, second }) => ({ by: at > 0 ? at : second }),
  handles: ({ by }) => [{ name: 'where it begins', x: Number(by), s: 0, goes: 'across', drawn: 'point', pull: (x) => { const now = pulled(Number(by) + x); return { fields: { by: now }, told: `${now} frames later` }; } }],
  examples: [
    { given: { by: 8 }, x: 8, becomes: 0 },
    { given: { by: 8 }, x: 0, becomes: -8 },
    { given: { by: -2.5 }, x: 1, becomes: 3.5 },
  ],
});
