import { allAlike, asSeconds, ownSeconds } from '../measure';
import { asTurn, wholeTurns } from '../turns';
import { known, made, ofFrame } from '../value';
import { allNumbers, alikely, define, lifted } from './function';

const group = 'time';

/** Runs round in `[from, to)`; where a whole number of rounds is over it is `from`, to the bit. */
export function wrapped(t: number, from: number, to: number): number {
  const long = to - from;
  const u = asTurn((t - from) / long);
  return Number.isInteger(u) ? from : from + (t - from) - long * Math.floor(u);
}

/** To and fro in `[from, to]`; at both ends it is exactly that end. */
export function folded(t: number, from: number, to: number): number {
  const long = to - from;
  const turns = asTurn((t - from) / long);
  if (Number.isInteger(turns)) return turns % 2 === 0 ? from : to;
  const u = (t - from) - 2 * long * Math.floor(turns / 2);
  return from + (u <= long ? u : 2 * long - u);
}

export const TIME = [
  define({ name: 'wrap', takes: ['t', 'from', 'to'], group, about: 'Runs round between two values: after to comes from.', example: 'wrap(t, 0s, 2s)', make: alikely((t, from, to) => wrapped(t!, from!, to!)) }),
  define({ name: 'fold', takes: ['t', 'from', 'to'], group, about: 'Goes to and fro between two values.', example: 'fold(t, 0s, 2s)', make: alikely((t, from, to) => folded(t!, from!, to!)) }),
  define({ name: 'quantize', takes: ['t', 'step'], group, about: 'Down to the last multiple of a step.', example: 'quantize(t, 3f)', make: alikely((t, step) => step! * wholeTurns(t!, step!)) }),
  define({ name: 'progress', takes: ['from', 'to'], group, about: 'How far t is from one time to another, 0 to 1.', example: 'progress(1s, 3s)', make: (args, call) => {
    const [[from, to]] = allAlike(allNumbers(args, call).map((one) => asSeconds(one, call.around)), call.around);
    const t = ownSeconds(call.around);
    const [a, b] = [known(from!) as number | undefined, known(to!) as number | undefined];
    if (a !== undefined && b !== undefined && a !== b) {
      // In frames: whole ones are exact there, and it takes one division.
      const [num, den] = call.around.ownRate;
      const [first, long] = [(a * num) / den, ((b - a) * num) / den];
      return { ...ofFrame(call, (f) => { const u = (f - first) / long; return u <= 0 ? 0 : u >= 1 ? 1 : u; }), line: { first, long, kept: true } };
    }
    return lifted(call, 'plain', [made(call, 'number', 'time', [{ moves: 'in time' }], t), from!, to!], progressAt);
  } }),
] as const;

/** Progress from one time to another, kept from 0 to 1; between two that are one it jumps. */
export function progressAt(t: number, from: number, to: number): number {
  if (from === to) return t < from ? 0 : 1;
  const u = (t - from) / (to - from);
  return u <= 0 ? 0 : u >= 1 ? 1 : u;
}
