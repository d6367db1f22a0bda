import { frameOfBeat, toSeconds } from '../../time';
import { fail } from '../fault';
import { beatsAround, ownSeconds } from '../measure';
import { KIND_WORDS, known, made, numbers, wanted, type Numbers, type Value } from '../value';
import { define, type Call } from './function';
import { progressAt } from './time';

const group = 'markers';

/** The time of a marker, by its name or its number from 1. What is written down is looked up at once, so that a missing one is told. */
function markerTime(which: Value, call: Call): { readonly value: Pick<Value, 'moves'>; readonly at: Numbers; readonly still?: number } {
  if (which.kind !== 'text' && which.kind !== 'number') fail(which, `${call.name}(…) wants the name of a marker, or its number, and this is ${KIND_WORDS[which.kind]}.`);
  const named = known(which);
  if (named !== undefined) {
    const time = call.around.marker(named as string | number, which);
    return { value: { moves: 'never' }, at: () => time, still: time };
  }
  if (which.kind === 'text') fail(which, 'Which marker it is has to be written here.');
  const [run, { markerAt }] = [numbers(which), call.around];
  return { value: which, at: (at) => markerAt(run(at)) };
}

export const MARKERS = [
  define({ name: 'when', takes: ['marker'], group, about: 'The time of one of this layer\'s markers, by name or number, in its seconds.', example: 'when("arrive")', make: ([which], call) => {
    const { value, at } = markerTime(which!, call);
    return made(call, 'number', 'time', [value], at);
  } }),
  define({ name: 'since', takes: ['marker'], group, about: 'Seconds since a marker of this layer; below 0 before it.', example: 'decay(since("hit"), 0.2)', make: ([which], call) => {
    const { value, at, still } = markerTime(which!, call);
    const t = ownSeconds(call.around);
    const [num, den] = call.around.ownRate;
    if (still === undefined) return made(call, 'number', 'time', [value, { moves: 'in time' }], (now) => t(now) - at(now));
    const [first, long] = [(still * num) / den, num / den];
    return { ...made(call, 'number', 'time', [value, { moves: 'in time' }], (now) => (now.f - first) / long), line: { first, long, kept: false } };
  } }),
  define({ name: 'between', takes: ['marker', 'marker'], group, about: 'How far the time is from one marker to another, 0 to 1.', example: 'between("arrive", "leave")', make: ([one, other], call) => {
    const [from, to] = [markerTime(one!, call), markerTime(other!, call)];
    const t = ownSeconds(call.around);
    return made(call, 'number', 'plain', [from.value, to.value, { moves: 'in time' }], (now) => progressAt(t(now), from.at(now), to.at(now)));
  } }),
  define({ name: 'beatOf', takes: ['n'], group, about: 'The composition\'s time of a beat, counted from 0, in seconds.', example: 'clock - beatOf(8)', make: ([n], call) => {
    const { tempo, rate } = call.around;
    beatsAround(call.around, call);
    const beat = numbers(wanted(n!, 'number', 'beatOf(…)'));
    return made(call, 'number', 'time', [n!], (at) => toSeconds(frameOfBeat(beat(at), tempo!, rate), rate));
  } }),
] as const;
