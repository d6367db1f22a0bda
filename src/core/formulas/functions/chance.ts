import { argument, ownSeconds, phaseIn } from '../measure';
import { asTurn } from '../turns';
import { known, made, numbers, type Moment, type Numbers, type Value } from '../value';
import { allNumbers, define, type Call } from './function';
import { fraction, mixed } from './hash';

const group = 'chance';
const ANY: Moment = { frame: 0, f: 0, index: 0, count: 1 };
const SEED = 0x0a4;

/** The hash of a seed: worked out once where the seed stands still. */
function seeded(seed: Value, { around }: Call, salt: number): (at: Moment) => number {
  const value = argument(seed, around);
  const still = known(value) as number | undefined;
  if (still !== undefined) {
    const hash = mixed(SEED + salt, still);
    return () => hash;
  }
  const run = numbers(value);
  return (at) => mixed(SEED + salt, run(at));
}

/** A smooth way through a random height at each whole number: between two it follows x³(x(6x − 15) + 10), which starts and ends level. */
export function noiseAt(hash: number, u: number): number {
  const i = Math.floor(u);
  const x = u - i;
  const [a, b] = [fraction(mixed(hash, i)), fraction(mixed(hash, i + 1))];
  return 2 * (a + (b - a) * (x * x * x * (x * (6 * x - 15) + 10))) - 1;
}

function along(rate: Value, { around }: Call): Numbers {
  const often = argument(rate, around);
  const [run, seconds] = [numbers(often), ownSeconds(around)];
  const still = known(often) as number | undefined;
  return still === undefined ? (at) => seconds(at) * run(at) : (at) => seconds(at) * still;
}

export const CHANCE = [
  define({ name: 'random', takes: ['seed', 'every?'], group, about: 'A number from 0 to 1 by chance, the same for the same seed; with every, a new one each time that has passed.', example: 'random(index, 3f)', make: (args, call) => {
    const [seed, every] = allNumbers(args, call);
    const hash = seeded(seed!, call, 0);
    if (!every) return made(call, 'number', 'plain', [seed!], (at) => fraction(hash(at)));
    const phase = phaseIn(every, null, call.around);
    return made(call, 'number', 'plain', [seed!, phase.value, { moves: 'in time' }], (at) => fraction(mixed(hash(at), Math.floor(asTurn(phase.at(at))))));
  } }),
  define({ name: 'noise', takes: ['rate', 'seed'], group, about: 'A smooth wandering between −1 and 1: so many turns a second, the same for the same seed.', example: 'noise(2, 3) * 10', make: (args, call) => {
    const [rate, seed] = allNumbers(args, call);
    const [u, hash] = [along(rate!, call), seeded(seed!, call, 1)];
    const still = known(seed!) === undefined ? null : hash(ANY);
    return made(call, 'number', 'plain', [rate!, seed!, { moves: 'in time' }], still === null ? (at) => noiseAt(hash(at), u(at)) : (at) => noiseAt(still, u(at)));
  } }),
  define({ name: 'noise2', takes: ['rate', 'seed'], group, about: 'A point that wanders smoothly, each part between −1 and 1.', example: 'keyed + noise2(2, 3) * 10', make: (args, call) => {
    const [rate, seed] = allNumbers(args, call);
    const [u, across, down] = [along(rate!, call), seeded(seed!, call, 2), seeded(seed!, call, 3)];
    return made(call, 'point', 'plain', [rate!, seed!, { moves: 'in time' }], (at) => { const x = u(at); return [noiseAt(across(at), x), noiseAt(down(at), x)]; });
  } }),
] as const;
