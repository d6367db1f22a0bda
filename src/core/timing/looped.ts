import { dust, type Frames } from '../time';
import { held, isBefore, NEAR, partBeside, straight, type Segment, type Side } from './segment';

/** A part that plays again and again from `from` on, which is both the time that comes in and the one it begins on. */
export type Looped = {
  readonly from: number;
  readonly to: number;
  readonly mode: 'repeat' | 'swing';
  /** To and fro with its end frames doubled. */
  readonly twice: boolean;
  /** Plays, of a swing legs: a whole number from 1, or without end. */
  readonly count: number;
  /** After the last play time runs on from where that ended. */
  readonly on: boolean;
};

/** How long a play is, of a swing a leg. */
export function legOf({ from, to, mode, twice }: Pick<Looped, 'from' | 'to' | 'mode' | 'twice'>): number {
  return mode === 'repeat' || twice ? to - from : to - from - 1;
}

/** How many plays there are when the one that runs at a moment is the last: a swing comes to rest after a leg on, never back. */
export function playsUntil(looped: Pick<Looped, 'from' | 'to' | 'mode' | 'twice'>, until: number): number {
  const leg = legOf(looped);
  const count = leg > 0 ? Math.max(1, Math.ceil((until - looped.from) / leg - 1e-9)) : 1;
  return looped.mode === 'swing' && count % 2 === 0 ? count + 1 : count;
}

/** What a loop gives, moment by moment and as stretches: a lead-in, the plays, and what comes after the last. */
export type LoopParts = { readonly at: (x: Frames) => Frames; readonly segment: (x: Frames, side: Side) => Segment };

export function loopParts(looped: Looped): LoopParts {
  if (!(legOf(looped) > 0)) return stuck(looped.from);
  return looped.mode === 'repeat' ? repeating(looped) : swinging(looped);
}

/** Which play a time since the loop's start falls in. A time a hair before the next play is already in it. */
function playOf(since: number, length: number): number {
  const n = Math.floor(since / length);
  return (n + 1) * length - since < NEAR ? n + 1 : n;
}

function repeating({ from, to, count, on }: Looped): LoopParts {
  const length = to - from;
  const end = from + count * length;
  // A part under a frame has no last frame behind its first.
  const rested = Math.max(from, to - 1);
  return {
    at(x) {
      if (x < from) return dust(x);
      const n = playOf(x - from, length);
      if (n >= count) return dust(on ? Math.max(to, to + x - end) : rested);
      return dust(from + Math.max(0, x - from - n * length));
    },
    segment(x, side) {
      if (isBefore(x, from, side)) return leadIn(from);
      const n = partBeside(x - from, length, side);
      const start = from + n * length;
      if (n < count) return straight(start, from + (n + 1) * length, start, from, 1);
      return on ? straight(end, Infinity, end, to, 1) : held(end, Infinity, rested);
    },
  };
}

/** Legs there and back. `twice` doubles the end frames, so a leg back comes to rest a frame before its end. */
function swinging(looped: Looped): LoopParts {
  const { from, to, count, twice } = looped;
  const leg = legOf(looped);
  // A part shorter than a frame has no last frame before its first.
  const last = Math.max(from, to - 1);
  const odd = count % 2 === 1;
  const rested = odd ? last : from;
  const end = from + count * leg;
  // After a leg back there is nothing to go on to.
  const on = looped.on && odd;
  const onward = twice ? to : to - 1;
  return {
    at(x) {
      if (x < from) return dust(x);
      const n = playOf(x - from, leg);
      if (n >= count) return dust(on ? Math.max(onward, onward + x - end) : rested);
      const u = Math.max(0, x - from - n * leg);
      return dust(n % 2 === 0 ? from + u : Math.max(from, last - u));
    },
    segment(x, side) {
      if (isBefore(x, from, side)) return leadIn(from);
      const n = partBeside(x - from, leg, side);
      if (n >= count) return on ? straight(end, Infinity, end, onward, 1) : held(end, Infinity, rested);
      const [start, stop] = [from + n * leg, from + (n + 1) * leg];
      if (n % 2 === 0) return straight(start, stop, start, from, 1);
      const rest = Math.min(stop, start + (last - from));
      // Without doubled ends the rest is the end itself, but for what adding leaves.
      if (!twice) return straight(start, stop, start, last, -1);
      return last > from && isBefore(x, rest, side) ? straight(start, rest, start, last, -1) : held(last > from ? rest : start, stop, from);
    },
  };
}

function leadIn(from: number): Segment {
  return straight(-Infinity, from, from, from, 1);
}

/** A part too short to run: a lead-in, then its one frame. */
function stuck(from: number): LoopParts {
  return { at: (x) => dust(Math.min(x, from)), segment: (x, side) => (isBefore(x, from, side) ? leadIn(from) : held(from, Infinity, from)) };
}
