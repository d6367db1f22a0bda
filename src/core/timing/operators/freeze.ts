import { dust } from '../../time';
import { tellTime, time } from '../field';
import { defineOperator, holdInside, pulled } from '../operator';
import { held } from '../segment';
import { mapOf } from '../time-map';

export const freeze = defineOperator({
  op: 'freeze',
  title: 'Freeze',
  about: 'Shows one frame all the time.',
  fields: { at: time({ label: 'At' }) },
  tell: ({ at }) => `on frame ${tellTime(at)}`,
  did: ({ at }) => `Shows frame ${tellTime(at)} all the time`,
  prepare: (params, { D }) => {
    const still = dust(holdInside(Number(params.at), D));
    const segment = held(-Infinity, Infinity, still);
    return mapOf(() => still, () => segment);
  },
  born: ({ at }) => ({ at }),
  handles: ({ at }, { length }) => [{ name: 'the frame that stands', x: length / 2, s: Number(at), goes: 'up', drawn: 'point', pull: (_, s) => { const now = pulled(Number(at) + Math.round(s)); return { fields: { at: now }, told: `frame ${now}` }; } }],
  examples: [
    { given: { at: 12 }, x: 99, becomes: 12 },
    { given: { at: 60 }, D: 60, x: 0, becomes: 59 },
  ],
});
