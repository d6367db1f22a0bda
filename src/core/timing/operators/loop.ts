import { dust } from '../../time';
import { choice, number, tellTime, time } from '../field';
import { defineOperator } from '../operator';
import { emptyPart, needsEnd } from '../part';
import { held, isBefore, NEAR, partBeside, straight, type Segment } from '../segment';
import { mapOf, type TimeMap } from '../time-map';

export const loop = defineOperator({
  op: 'loop',
  title: 'Loop',
  about: 'Plays a part again and again. Its end shows its first frame, so nothing blinks where it closes.',
  fields: {
    from: time({ label: 'From', start: 0 }),
    to: time({ label: 'To', start: null, none: 'its end' }),
    mode: choice({ label: 'Way', choices: ['repeat', 'swing'], words: { repeat: 'from the start', swing: 'to and fro' }, start: 'repeat' }),
    count: number({ label: 'Plays', unit: 'plays', start: null, none: 'endless' }),
    ends: choice({ label: 'End frames', choices: ['once', 'twice'], words: { once: 'shown once', twice: 'shown twice' }, start: 'once', onlyWith: ['mode', 'swing'] }),
    until: number({ label: 'Until', unit: 'frames', start: null, kept: { resting: null } }),
    then: choice({ label: 'Then', choices: ['stay', 'on'], words: { stay: 'stay', on: 'on' }, start: 'stay', kept: { resting: 'stay' } }),
  },
  tell: ({ from, to, mode, count }) =>
    `${to === null ? `from ${tellTime(from)} to its end` : `frames ${tellTime(from)} to ${tellTime(to)}`}${mode === 'swing' ? ', to and fro' : ''}, ${count === null ? 'without end' : `${count} times`}`,
  did: ({ from, to }) => `Plays ${to === null ? (from === 0 ? 'all of it' : `from frame ${tellTime(from)} to the end`) : `frames ${tellTime(from)} to ${tellTime(to)}`} again and again`,
  prepare: (params, { D }) => {
    const from = Number(params.from);
    const to = Math.max(from, Number(params.to ?? D ?? from));
    const count = params.count === null ? Infinity : Math.max(1, Math.ceil(Number(params.count)));
    return params.mode === 'repeat' ? repeating(from, to, count) : swinging(from, to, count, params.ends === 'twice');
  },
  // Left open, it follows the end of its source.
  born: ({ D, length }) => (D === null ? { to: length } : {}),
  faults: (params) => [...(typeof params.count === 'number' && params.count < 1 ? [{ field: 'count', message: 'a loop plays at least once' }] : []), ...emptyPart(params)],
  faultsOnKeys: ({ to }) => needsEnd('loop', to),
  examples: [
    { given: {}, D: 20, x: 19, becomes: 19 },
    { given: {}, D: 20, x: 20, becomes: 0 },
    { given: { from: 5, to: 15 }, D: 20, x: -3, becomes: -3 },
    { given: { from: 5, to: 15, count: 3 }, D: 20, x: 40, becomes: 14 },
    { given: { mode: 'swing' }, D: 5, x: 5, becomes: 3 },
    { given: { mode: 'swing' }, D: 5, x: 8, becomes: 0 },
    { given: { mode: 'swing', ends: 'twice' }, D: 5, x: 5, becomes: 4 },
    { given: { mode: 'swing', count: 2 }, D: 5, x: 12, becomes: 0 },
    { given: { mode: 'swing' }, D: 1, x: 7, becomes: 0 },
    { given: { mode: 'swing', ends: 'twice', from: 5, to: 6 }, D: 20, x: 5.25, becomes: 5.25 },
    { given: { mode: 'swing', ends: 'twice', from: 5, to: 6 }, D: 20, x: 6.25, becomes: 5 },
    { given: { mode: 'swing', ends: 'twice', from: 5, to: 5.5, count: 1 }, D: 20, x: 9, becomes: 5 },
    { given: { to: 1_000_000 }, D: 1_000_000, x: 999_999.9995, becomes: 999_999.9995 },
  ],
});

/** Which play a time since the loop's start falls in. A time a hair before the next play is already in it. */
function playOf(since: number, length: number): number {
  const n = Math.floor(since / length);
  return (n + 1) * length - since < NEAR ? n + 1 : n;
}

function repeating(from: number, to: number, count: number): TimeMap {
  const length = to - from;
  if (!(length > 0)) return stuck(from);
  return mapOf(
    (x) => {
      if (x < from) return dust(x);
      const n = playOf(x - from, length);
      return n >= count ? dust(to - 1) : dust(from + Math.max(0, x - from - n * length));
    },
    (x, side) => {
      if (isBefore(x, from, side)) return leadIn(from);
      const n = partBeside(x - from, length, side);
      const start = from + n * length;
      return n >= count ? held(from + count * length, Infinity, to - 1) : straight(start, from + (n + 1) * length, start, from, 1);
    },
  );
}

/** Legs there and back. `twice` doubles the end frames, so a leg back comes to rest a frame before its end. */
function swinging(from: number, to: number, count: number, twice: boolean): TimeMap {
  const leg = twice ? to - from : to - from - 1;
  if (!(leg > 0)) return stuck(from);
  // A part shorter than a frame has no last frame before its first.
  const last = Math.max(from, to - 1);
  const rested = count % 2 === 1 ? last : from;
  return mapOf(
    (x) => {
      if (x < from) return dust(x);
      const n = playOf(x - from, leg);
      if (n >= count) return dust(rested);
      const u = Math.max(0, x - from - n * leg);
      return dust(n % 2 === 0 ? from + u : Math.max(from, last - u));
    },
    (x, side) => {
      if (isBefore(x, from, side)) return leadIn(from);
      const n = partBeside(x - from, leg, side);
      if (n >= count) return held(from + count * leg, Infinity, rested);
      const [start, end] = [from + n * leg, from + (n + 1) * leg];
      if (n % 2 === 0) return straight(start, end, start, from, 1);
      const rest = Math.min(end, start + (last - from));
      // Without doubled ends the rest is the end itself, but for what adding leaves.
      if (!twice) return straight(start, end, start, last, -1);
      return last > from && isBefore(x, rest, side) ? straight(start, rest, start, last, -1) : held(last > from ? rest : start, end, from);
    },
  );
}

function leadIn(from: number): Segment {
  return straight(-Infinity, from, from, from, 1);
}

/** A part too short to run: a lead-in, then its one frame. */
function stuck(from: number): TimeMap {
  return mapOf((x) => dust(Math.min(x, from)), (x, side) => (isBefore(x, from, side) ? leadIn(from) : held(from, Infinity, from)));
}
