import { argument, phaseIn } from '../measure';
import { inPart, turnPart } from '../turns';
import { known, made, numbers, wanted, type Moment } from '../value';
import { allNumbers, define, type FormulaFunction } from './function';

const group = 'repeating';
const TWO_PI = 2 * Math.PI;

/** Waves of u = time / period + phase. The two that never jump need no hair. */
const SHAPES = {
  sine: (u: number) => Math.sin(TWO_PI * u),
  triangle: (u: number) => { const x = u + 0.25 - Math.floor(u + 0.25); return x < 0.5 ? 4 * x - 1 : 3 - 4 * x; },
  saw: (u: number) => 2 * turnPart(u) - 1,
  square: (u: number) => (inPart(u, 0.5) ? 1 : -1),
} as const;

const wave = (shape: (u: number) => number): FormulaFunction['make'] => (args, call) => {
  const [period, phase, time] = allNumbers(args, call);
  const along = phaseIn(period!, time ?? null, call.around);
  const shift = phase ? argument(phase, call.around) : null;
  const moving = [along.value, ...(shift ? [shift] : [])];
  const [at, still] = [along.at, shift ? (known(shift) as number | undefined) : 0];
  // The one that is used most is written out.
  if (still === 0 && shape === SHAPES.sine) return made(call, 'number', 'plain', moving, (now) => Math.sin(TWO_PI * at(now)));
  if (still === 0) return made(call, 'number', 'plain', moving, (now) => shape(at(now)));
  const by = shift ? numbers(shift) : () => 0;
  return made(call, 'number', 'plain', moving, (now: Moment) => shape(at(now) + by(now)));
};

export const REPEATING = [
  define({ name: 'sine', takes: ['period', 'phase?', 'time?'], group, about: 'A soft wave between −1 and 1 that comes again after each period.', example: 'sine(1b) * 7', make: wave(SHAPES.sine) }),
  define({ name: 'triangle', takes: ['period', 'phase?', 'time?'], group, about: 'A straight wave: from 0 up to 1, down to −1, and back.', example: 'triangle(2s) * 20', make: wave(SHAPES.triangle) }),
  define({ name: 'saw', takes: ['period', 'phase?', 'time?'], group, about: 'Straight up from −1 to 1, then at once down again.', example: 'saw(1s) * 45deg', make: wave(SHAPES.saw) }),
  define({ name: 'square', takes: ['period', 'phase?', 'time?'], group, about: '1 for the first half of each period, −1 for the second.', example: 'square(1b)', make: wave(SHAPES.square) }),
  define({ name: 'pulse', takes: ['period', 'duty', 'time?'], group, about: '1 for the first part of each period (duty, 0 to 1), then 0.', example: 'pulse(1b, 25%)', make: (args, call) => {
    const [period, duty, time] = args.map((one) => wanted(one, 'number', 'pulse(…)'));
    const along = phaseIn(period!, time ?? null, call.around);
    const share = argument(duty!, call.around);
    const [at, on] = [along.at, numbers(share)];
    return made(call, 'number', 'plain', [along.value, share], (now) => (inPart(at(now), on(now)) ? 1 : 0));
  } }),
] as const;
