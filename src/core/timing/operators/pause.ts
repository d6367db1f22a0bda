import { dust } from '../../time';
import { number, tellTime, time } from '../field';
import { defineOperator, holdInside, pulled } from '../operator';
import { held, isBefore, straight } from '../segment';
import { mapOf } from '../time-map';

export const pause = defineOperator({
  op: 'pause',
  title: 'Pause',
  about: 'Holds a frame for a while and pushes the rest on.',
  fields: { at: time({ label: 'At' }), for: number({ label: 'For', unit: 'frames' }) },
  tell: (params) => `at ${tellTime(params.at)} for ${tellTime(params.for)} frames`,
  did: (params) => `Holds frame ${tellTime(params.at)} for ${tellTime(params.for)} frames`,
  prepare: (params, { D }) => {
    const [at, length] = [Number(params.at), Math.max(0, Number(params.for))];
    const still = holdInside(at, D);
    const end = at + length;
    return mapOf(
      (x) => dust(x < at ? x : x < end ? still : x - length),
      (x, side) =>
        isBefore(x, at, side) ? straight(-Infinity, at, 0, 0, 1)
        : isBefore(x, end, side) ? held(at, end, still)
        : straight(end, Infinity, end, at, 1),
    );
  },
  born: ({ at, second }) => ({ at, for: second }),
  faults: (params) => (typeof params.for === 'number' && params.for < 0 ? [{ field: 'for', message: 'a pause lasts 0 frames or more' }] : []),
  handles: (params) => {
    const [at, length] = [Number(params.at), Math.max(0, Number(params.for))];
    return [
      { name: 'where it stands', x: at, s: at, goes: 'across', drawn: 'point', pull: (x) => { const now = pulled(at + x); return { fields: { at: now }, told: `stands at frame ${now}` }; } },
      { name: 'where it goes on', x: at + length, s: at, goes: 'across', drawn: 'point', pull: (x) => { const now = pulled(Math.max(0, length + x)); return { fields: { for: now }, told: `stands for ${now} frames` }; } },
    ];
  },
  examples: [
    { given: { at: 10, for: 6 }, x: 9, becomes: 9 },
    { given: { at: 10, for: 6 }, x: 15, becomes: 10 },
    { given: { at: 10, for: 6 }, x: 16, becomes: 10 },
    { given: { at: 10, for: 6 }, x: 18, becomes: 12 },
    { given: { at: 60, for: 6 }, D: 60, x: 62, becomes: 59 },
  ],
});
