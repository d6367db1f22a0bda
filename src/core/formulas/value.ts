import type { Frames } from '../time';
import { fail } from './fault';
import type { Place } from './tree';

/** Kinds of value. An outline is passed on and never worked with. */
export type Kind = 'number' | 'point' | 'colour' | 'text' | 'truth' | 'outline';

/**
 * What a number measures. `percent` is what a track in percent shows (50 is 50 %); `ratio` is a percentage that is written down or set on a
 * dial, and so a factor wherever no track in percent is near; `time` is seconds; `beats` a length in beats of the composition.
 */
export type Measure = 'plain' | 'angle' | 'percent' | 'ratio' | 'time' | 'beats';

/** When a formula is asked: the host's frame, the time of what it drives in frames of its own, and which copy of how many it is. */
export type Moment = { readonly frame: Frames; readonly f: Frames; readonly index: number; readonly count: number };

/** Whether a value is the same for ever, the same at all times of one place, or another at each time. */
export type Moves = 'never' | 'in place' | 'in time';

/** A part of a formula, ready to be asked: numbers for numbers, pairs for points, four parts from 0 to 1 for colours. */
export type Value = Place & { readonly kind: Kind; readonly measure: Measure; readonly moves: Moves; readonly run: Run; /** Where it is another number times one, plus one: so that a row of them is one step. */ readonly affine?: { readonly of: Numbers; readonly ofFrame: OfFrame | null; readonly ofClock: boolean; readonly by: number; readonly plus: number }; /** Where it runs straight with the layer's own frames, or is kept from 0 to 1 beside that: what is made of it need not ask for it. */ readonly line?: Line; readonly ofFrame?: OfFrame; /** It is the composition's time in seconds. */ readonly isClock?: boolean };
/** A number by the layer's own time alone, in frames. */
export type OfFrame = (f: Frames) => number;
/** (f − first) / long, in frames of the layer's own time. */
export type Line = { readonly first: Frames; readonly long: Frames; readonly kept: boolean };
export type Run = (at: Moment) => unknown;
export type Numbers = (at: Moment) => number;
export type Pair = readonly [number, number];

/** How kinds are called in sentences. */
export const KIND_WORDS: Readonly<Record<Kind, string>> = { number: 'a number', point: 'a point', colour: 'a colour', text: 'a text', truth: 'true or false', outline: 'an outline' };

const ANY: Moment = { frame: 0, f: 0, index: 0, count: 1 };

/** A value made of others. What never moves is worked out at once. */
export function made(place: Place, kind: Kind, measure: Measure, from: readonly Pick<Value, 'moves'>[], run: Run): Value {
  const moves = mostMoving(from);
  if (moves !== 'never') return { from: place.from, to: place.to, kind, measure, moves, run };
  return constant(place, kind, run(ANY), measure);
}

export function constant(place: Place, kind: Kind, value: unknown, measure: Measure = 'plain'): Value {
  return { from: place.from, to: place.to, kind, measure, moves: 'never', run: () => value };
}

export function mostMoving(values: readonly Pick<Value, 'moves'>[]): Moves {
  return values.some(({ moves }) => moves === 'in time') ? 'in time' : values.some(({ moves }) => moves === 'in place') ? 'in place' : 'never';
}

/** What a value that never moves is; else undefined. */
export function known({ moves, run }: Value): unknown {
  return moves === 'never' ? run(ANY) : undefined;
}

export function wanted(value: Value, kind: Kind, where: string): Value {
  if (value.kind === kind) return value;
  const hint = kind === 'text' && value.kind === 'number' ? ' text(…) makes one of a number.' : kind === 'number' && value.kind === 'point' ? ' Take its .x or .y, or length(…).' : '';
  return fail(value, `${where} wants ${KIND_WORDS[kind]}, and this is ${KIND_WORDS[value.kind]}.${hint}`);
}

export function numbers(value: Value): Numbers {
  return value.run as Numbers;
}

/** The same number times a factor, as something else. */
export function scaled(value: Value, factor: number, measure: Measure): Value {
  return factor === 1 ? { ...value, measure } : affine(value, value, factor, 0, measure);
}

/** What a number is a multiple of, and so much more; itself where it is of nothing. */
export function straight(value: Value): NonNullable<Value['affine']> {
  return value.affine ?? { of: numbers(value), ofFrame: value.ofFrame ?? null, ofClock: value.isClock ?? false, by: 1, plus: 0 };
}

/** A number times one, plus one; of what is so already it is one step as well. */
export function affine(place: Place, value: Value, by: number, plus: number, measure: Measure): Value {
  const { of, ofFrame, ofClock, by: was, plus: had } = straight(value);
  const [factor, rest] = [was * by, had * by + plus];
  const run: Numbers = rest === 0 ? (at) => of(at) * factor : factor === 1 ? (at) => of(at) + rest : (at) => of(at) * factor + rest;
  const result = made(place, 'number', measure, [value], run);
  return result.moves === 'never' ? result : { ...result, affine: { of, ofFrame, ofClock, by: factor, plus: rest } };
}

/** A number without its measure, as a factor or an argument has it: 50 % is 0.5. Beats must have been made seconds before. */
export function asFactor(value: Value): Value {
  return value.measure === 'percent' || value.measure === 'ratio' ? scaled(value, 1 / 100, 'plain') : { ...value, measure: 'plain' };
}

/** A plain number that asks for nothing but the layer's own time. */
export function ofFrame(place: Place, run: OfFrame): Value {
  return { ...made(place, 'number', 'plain', [{ moves: 'in time' }], ({ f }) => run(f)), ofFrame: run };
}
