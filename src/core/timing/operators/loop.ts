import * as z from 'zod';
import { dust } from '../../time';
import { numberField, numberOrNull } from '../number-field';
import { defineOperator } from '../operator';
import { held, straight, type Side } from '../segment';
import type { TimeMap } from '../time-map';

export const loop = defineOperator({
  op: 'loop',
  title: 'Loop',
  about: 'Plays a part again and again. Its end shows its first frame, so nothing blinks where it closes.',
  shape: {
    from: numberField(0),
    to: numberOrNull(),
    mode: z.enum(['repeat', 'swing']).default('repeat'),
    count: numberOrNull(),
    ends: z.enum(['once', 'twice']).default('once'),
  },
  fields: {
    from: { label: 'From', unit: 'frames' },
    to: { label: 'To', unit: 'frames' },
    mode: { label: 'Way', unit: 'choice', choices: ['repeat', 'swing'] },
    count: { label: 'Plays', unit: 'plays' },
    ends: { label: 'End frames', unit: 'choice', choices: ['once', 'twice'], onlyWith: ['mode', 'swing'] },
  },
  tell: ({ from, to, mode, count }) =>
    `${to === null ? `from ${from} to its end` : `frames ${from} to ${to}`}${mode === 'swing' ? ', to and fro' : ''}, ${count === null ? 'without end' : `${count} times`}`,
  prepare: (params, { D }) => {
    const from = Number(params.from);
    const to = Math.max(from, Number(params.to ?? D ?? from));
    const count = params.count === null ? Infinity : Math.max(1, Number(params.count));
    if (params.mode === 'repeat') return repeating(from, to, count);
    const leg = params.ends === 'once' ? to - from - 1 : to - from;
    return swinging(from, to, leg, count);
  },
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
  ],
});

/** Which play a time since the loop's start falls in. A time a hair before the next play is already in it. */
function playOf(since: number, length: number): number {
  const q = since / length;
  const n = Math.floor(q);
  return q - n > 1 - 1e-9 ? n + 1 : n;
}

function repeating(from: number, to: number, count: number): TimeMap {
  const length = to - from;
  if (!(length > 0)) return stuck(from);
  return {
    at: (x) => {
      if (x < from) return dust(x);
      const n = playOf(x - from, length);
      return n >= count ? dust(to - 1) : dust(from + Math.max(0, x - from - n * length));
    },
    segment: (x, side) => {
      if (isLeadIn(x, from, side)) return straight(-Infinity, from, from, from, 1);
      const n = playBeside(x - from, length, side);
      if (n >= count) return held(from + count * length, Infinity, to - 1);
      const start = from + n * length;
      return straight(start, start + length, start, from, 1);
    },
  };
}

function swinging(from: number, to: number, leg: number, count: number): TimeMap {
  const legIsNone = !(leg > 0) || to - from <= 1;
  if (legIsNone) return stuck(from);
  return {
    at: (x) => {
      if (x < from) return dust(x);
      const n = playOf(x - from, leg);
      if (n >= count) return dust(count % 2 === 1 ? to - 1 : from);
      const u = Math.max(0, x - from - n * leg);
      return dust(n % 2 === 0 ? from + u : Math.max(from, to - 1 - u));
    },
    segment: (x, side) => {
      if (isLeadIn(x, from, side)) return straight(-Infinity, from, from, from, 1);
      const n = playBeside(x - from, leg, side);
      if (n >= count) return held(from + count * leg, Infinity, count % 2 === 1 ? to - 1 : from);
      const [start, end] = [from + n * leg, from + (n + 1) * leg];
      if (n % 2 === 0) return straight(start, end, start, from, 1);
      // With doubled end frames the leg back comes to rest a frame before its end.
      const rest = start + (to - 1 - from);
      return x < rest || (x === rest && side === 'left') ? straight(start, Math.min(rest, end), start, to - 1, -1) : held(rest, end, from);
    },
  };
}

function isLeadIn(x: number, from: number, side: Side): boolean {
  return x < from || (x === from && side === 'left');
}

function playBeside(since: number, length: number, side: Side): number {
  const n = playOf(since, length);
  return side === 'left' && Math.abs(since - n * length) < 1e-9 * length ? Math.max(0, n - 1) : n;
}

/** A part too short to run: a lead-in, then its one frame. */
function stuck(from: number): TimeMap {
  return {
    at: (x) => dust(Math.min(x, from)),
    segment: (x, side) => (isLeadIn(x, from, side) ? straight(-Infinity, from, from, from, 1) : held(from, Infinity, from)),
  };
}
