import { beatAt, frameOfBeat, toSeconds } from '../time';
import type { Around } from './around';
import { fail } from './fault';
import { asFactor, known, made, numbers, scaled, type Measure, type Moment, type Numbers, type Value } from './value';
import type { Place } from './tree';

/** The beat at a frame of the composition; fails where it has no tempo. */
export function beatsAround({ tempo, name, rate, onHost }: Around, place: Place): (frame: number) => number {
  onHost();
  if (!tempo) return fail(place, `${name} has no tempo yet: give it one, and beats can be counted.`, { tempo: true });
  if (tempo.map) return (frame) => beatAt(frame, tempo, rate);
  const { offset, bpm } = tempo;
  const each = (rate[1] * bpm) / (rate[0] * 60);
  return (frame) => (frame - offset) * each;
}

/** A length in beats as seconds: a beat's length at the current place. */
export function asSeconds(value: Value, around: Around): Value {
  if (value.measure !== 'beats') return value;
  const { tempo, rate } = around;
  const beats = beatsAround(around, value);
  const run = numbers(value);
  if (!tempo!.map) return scaled(value, 60 / tempo!.bpm, 'time');
  return made(value, 'number', 'time', [value, { moves: 'in time' }], (at) => {
    const now = beats(at.frame);
    return toSeconds(frameOfBeat(now + run(at), tempo!, rate) - at.frame, rate);
  });
}

/** Two numbers, made to measure the same, as adding and comparing need it. */
export function alike(a: Value, b: Value, around: Around, how: 'added' | 'compared'): readonly [Value, Value, Measure] {
  if (a.measure === b.measure) return [a, b, a.measure];
  const [one, other] = [asSeconds(a, around), asSeconds(b, around)];
  if (one.measure === other.measure) return [one, other, one.measure];
  const measures = [one.measure, other.measure];
  if (measures.includes('percent')) {
    const rest = measures.find((measure) => measure !== 'percent')!;
    return [one, other, rest === 'angle' || rest === 'time' ? rest : 'percent'];
  }
  if (measures.includes('ratio')) {
    // Beside a plain number it is 50 where a track in percent is made, and half elsewhere.
    if (how === 'added' && around.gives.measure === 'percent' && measures.includes('plain')) return [one, other, 'percent'];
    const [x, y] = [one.measure === 'ratio' ? asFactor(one) : one, other.measure === 'ratio' ? asFactor(other) : other];
    return [x, y, x.measure === 'plain' ? y.measure : x.measure];
  }
  return [one, other, one.measure === 'plain' ? other.measure : one.measure];
}

/** Several numbers that a function compares or mixes, made to measure the same: an argument of 50 % is 0.5 among plain ones. */
export function allAlike(values: readonly Value[], around: Around): readonly [readonly Value[], Measure] {
  const settled = values.every(({ measure }) => measure === 'beats') ? values : values.map((one) => asSeconds(one, around));
  const measures = new Set(settled.map(({ measure }) => measure));
  if (measures.size === 1) return [settled, settled[0]!.measure];
  const ratios = settled.some(({ measure }) => measure === 'percent') ? settled : settled.map((one) => (one.measure === 'ratio' ? asFactor(one) : one));
  const rest = [...new Set(ratios.map(({ measure }) => measure))].filter((measure) => measure !== 'plain' && measure !== 'ratio');
  return [ratios, rest.find((measure) => measure !== 'percent') ?? rest[0] ?? 'plain'];
}

/** Numbers as plain arguments. */
export function argument(value: Value, around: Around): Value {
  return asFactor(asSeconds(value, around));
}

/** Radians of an angle; a bare number is in radians already. */
export function radians(value: Value, around: Around): Value {
  return value.measure === 'angle' ? scaled(value, Math.PI / 180, 'plain') : argument(value, around);
}

/** How far a moment is in something that comes again every so often: whole numbers are its beginnings. Written in beats it is on the beat, wherever the layer starts. */
export function phaseIn(period: Value, time: Value | null, around: Around): { readonly value: Value; readonly at: Numbers } {
  const from = [period, time ?? ({ moves: 'in time' } as const)];
  const shape = (at: Numbers) => ({ value: made(period, 'number', 'plain', from, at), at });
  if (period.measure === 'beats' && !time) {
    const beats = beatsAround(around, period);
    const { frameOf, tempo, rate } = around;
    const every = known(period) as number | undefined;
    if (every !== undefined && tempo && !tempo.map) {
      const [offset, each] = [tempo.offset, (rate[1] * tempo.bpm) / (rate[0] * 60) / every];
      return shape((at) => (frameOf(at) - offset) * each);
    }
    if (every !== undefined) return shape((at) => beats(frameOf(at)) / every);
    const run = numbers(period);
    return shape((at) => beats(frameOf(at)) / run(at));
  }
  const [length, seconds] = [numbers(argument(period, around)), time ? numbers(argument(time, around)) : ownSeconds(around)];
  const every = known(argument(period, around)) as number | undefined;
  return shape(every === undefined ? (at) => seconds(at) / length(at) : (at) => seconds(at) / every);
}

/** `t`. */
export function ownSeconds({ ownRate: [num, den] }: Around): (at: Moment) => number {
  return (at) => (at.f * den) / num;
}
