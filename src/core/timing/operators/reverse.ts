import { dust } from '../../time';
import { tellTime, time } from '../field';
import { defineOperator, pulled } from '../operator';
import { emptyPart, needsEnd } from '../part';
import { held, isBefore, straight } from '../segment';
import { mapOf } from '../time-map';

export const reverse = defineOperator({
  op: 'reverse',
  title: 'Reverse',
  about: 'Plays backwards from the last frame and stays on the first.',
  fields: { from: time({ label: 'From', start: 0 }), to: time({ label: 'To', start: null, none: 'its end' }) },
  tell: ({ from, to }) => (to === null ? 'from the end to the start' : `frames ${tellTime(from)} to ${tellTime(to)}`),
  did: ({ to }) => (to === null ? 'Plays from the end to the start' : `Plays backwards from frame ${tellTime(to)}`),
  prepare: (params, { D }) => {
    const from = Number(params.from);
    // A part shorter than a frame has one frame to show.
    const last = Math.max(from, Number(params.to ?? D ?? from + 1) - 1);
    return mapOf(
      (x) => dust(Math.max(from, Math.min(last, from + last - x))),
      (x, side) =>
        last === from ? held(-Infinity, Infinity, from)
        : isBefore(x, from, side) ? held(-Infinity, from, last)
        : isBefore(x, last, side) ? straight(from, last, from, last, -1)
        : held(last, Infinity, from),
    );
  },
  // Left open, it follows the end of its source.
  born: ({ D, length }) => (D === null ? { to: length } : {}),
  faults: emptyPart,
  faultsOnKeys: ({ to }) => needsEnd('reverse', to),
  handles: (params, { D }) => {
    const [from, to] = [Number(params.from), Number(params.to ?? D ?? params.from)];
    return [
      { name: 'its last frame', x: from, s: to - 1, goes: 'up', drawn: 'point', pull: (_, s) => { const at = pulled(Math.max(from + 1, Math.min(D ?? Infinity, to + Math.round(s)))); return { fields: { to: at }, told: `backwards from frame ${at - 1}` }; } },
      { name: 'its first frame', x: to - 1, s: from, goes: 'up', drawn: 'point', pull: (_, s) => { const at = pulled(Math.max(0, Math.min(to - 1, from + Math.round(s)))); return { fields: { from: at }, told: `back to frame ${at}` }; } },
    ];
  },
  examples: [
    { given: {}, D: 20, x: 0, becomes: 19 },
    { given: {}, D: 20, x: 19, becomes: 0 },
    { given: {}, D: 20, x: 24, becomes: 0 },
    { given: {}, D: 20, x: -5, becomes: 19 },
    { given: { from: 5, to: 15 }, D: 20, x: 7, becomes: 12 },
  ],
});
