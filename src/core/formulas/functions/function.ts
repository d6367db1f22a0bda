import type { Around } from '../around';
import { argument, allAlike } from '../measure';
import type { Place } from '../tree';
import { known, made, numbers, wanted, type Measure, type Numbers, type Value } from '../value';

/** Where a function is called, and what is around it. */
export type Call = Place & { readonly name: string; readonly around: Around };

/** A function of the language, whole: its name, what it takes, a line of help, a picture where it has a shape, and what it does. */
export type FormulaFunction = {
  readonly name: string;
  /** Names of what it takes, in order; one that ends in ? may be left out, in … may come again. */
  readonly takes: readonly string[];
  readonly about: string;
  readonly group: 'mathematics' | 'shaping' | 'repeating' | 'words' | 'adding up' | 'chance' | 'time' | 'markers' | 'sound' | 'colour' | 'choosing';
  readonly make: (args: readonly Value[], call: Call) => Value;
  /** An example of its use, for help and completion. */
  readonly example: string;
};

export function define(one: FormulaFunction): FormulaFunction {
  return one;
}

/** How few and how many it takes. */
export function takesOf({ takes }: Pick<FormulaFunction, 'takes'>): readonly [least: number, most: number] {
  return [takes.filter((name) => !name.endsWith('?') && !name.endsWith('…')).length, takes.some((name) => name.endsWith('…')) ? Infinity : takes.length];
}

type Numeric = (...args: number[]) => number;

/** A number that is worked out of numbers. Written out by how many there are: a loop over them costs more than most of what is worked out. */
export function lifted(call: Call, measure: Measure, args: readonly Value[], work: Numeric): Value {
  const [a, b, c, d, e] = args.map(numbers) as unknown as readonly [Numbers, ...Numbers[]];
  const [k0, k1, k2] = args.map((one) => known(one) as number | undefined);
  switch (args.length) {
    case 1: return made(call, 'number', measure, args, (at) => work(a(at)));
    case 2: return made(call, 'number', measure, args, k1 !== undefined ? (at) => work(a(at), k1) : k0 !== undefined ? (at) => work(k0, b!(at)) : (at) => work(a(at), b!(at)));
    case 3: return made(call, 'number', measure, args, k0 !== undefined && k1 !== undefined ? (at) => work(k0, k1, c!(at)) : k1 !== undefined && k2 !== undefined ? (at) => work(a(at), k1, k2) : k0 !== undefined && k2 !== undefined ? (at) => work(k0, b!(at), k2) : (at) => work(a(at), b!(at), c!(at)));
    case 4: return made(call, 'number', measure, args, (at) => work(a(at), b!(at), c!(at), d!(at)));
    case 5: return made(call, 'number', measure, args, (at) => work(a(at), b!(at), c!(at), d!(at), e!(at)));
    default: return made(call, 'number', measure, args, (at) => work(...args.map((one) => numbers(one)(at))));
  }
}

/** All arguments as numbers; fails at the first that is none. */
export function allNumbers(args: readonly Value[], { name }: Call): readonly Value[] {
  return args.map((one) => wanted(one, 'number', `${name}(…)`));
}

/** A function of plain numbers that gives one. */
export function plainly(work: Numeric): FormulaFunction['make'] {
  return (args, call) => lifted(call, 'plain', allNumbers(args, call).map((one) => argument(one, call.around)), work);
}

/** A function of numbers that measure the same, and so does what it gives (or it gives a plain number). */
export function alikely(work: Numeric, gives: 'same' | 'plain' = 'same'): FormulaFunction['make'] {
  return (args, call) => {
    const [values, measure] = allAlike(allNumbers(args, call), call.around);
    return lifted(call, gives === 'same' ? measure : 'plain', values, work);
  };
}
