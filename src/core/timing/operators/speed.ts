import { dust } from '../../time';
import { number, tellTime } from '../field';
import { defineOperator } from '../operator';
import { caughtRate, percentOf } from '../rate-words';
import { straight } from '../segment';
import { mapOf } from '../time-map';

export const speed = defineOperator({
  op: 'speed',
  title: 'Speed',
  about: 'Plays faster or slower around one frame that stays where it is.',
  fields: { rate: number({ label: 'Rate', unit: 'factor' }), at: number({ label: 'Around', unit: 'frames', start: 0 }) },
  tell: ({ rate, at }) => `${typeof rate === 'number' ? Math.round(rate * 1000) / 10 : rate} %${at === 0 ? '' : ` around ${at}`}`,
  did: ({ rate, at }) => `Plays at ${typeof rate === 'number' ? Math.round(rate * 1000) / 10 : rate} %${at === 0 ? '' : ` around frame ${tellTime(at)}`}`,
  prepare: (params) => {
    const [rate, at] = [Number(params.rate), Number(params.at)];
    const segment = straight(-Infinity, Infinity, at, at, rate);
    return mapOf((x) => dust(at + (x - at) * rate), () => segment);
  },
  // Half as fast, and what is looked at stays where it is.
  born: ({ at }) => ({ rate: 0.5, at }),
  handles: ({ rate, at }, { length }) => {
    const [now, around] = [Number(rate), Number(at)];
    const reach = Math.max(1, length / 2);
    return [
      { name: 'its slope', x: around + reach, s: around + reach * now, goes: 'up', drawn: 'point', label: percentOf(now), pull: (_, s) => { const next = caughtRate(now + s / reach); return { fields: { rate: next }, told: percentOf(next) }; } },
    ];
  },
  examples: [
    { given: { rate: 0.5, at: 10 }, x: 0, becomes: 5 },
    { given: { rate: 2 }, x: 7, becomes: 14 },
    { given: { rate: -1 }, x: 3, becomes: -3 },
    { given: { rate: 0, at: 4 }, x: 90, becomes: 4 },
  ],
});
