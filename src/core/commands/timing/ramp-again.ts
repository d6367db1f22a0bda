import type { OperatorEntry } from '../../model';
import { written, type Frames } from '../../time';
import { feetOf, preimages, rampMap, type TimeMap } from '../../timing';
import type { RampFields } from './ramp-from';

/** Times and rates nearer than this are one. */
const NEAR = 1e-6;

/** How far beyond a part the time it leads to is looked for. */
const BEYOND = 1e6;

/**
 * A ramp in which what runs from one incoming time to another runs at a rate of its own: what was before stays, what stands keeps its picture and how long it
 * stands, and what comes after goes on from the picture that is reached (`to` null: it goes on for good). A part that begins within what stands takes its place.
 * `soft` is how far a change reaches before and after the part's two ends, outside and inside. Null where the ramp does not only run forwards, or never comes to
 * that picture.
 */
export function rampAgain(ramp: RampFields, from: Frames, to: Frames | null, rate: number, soft: { readonly before: number; readonly within: number; readonly after: number }): RampFields | null {
  const { cuts, rates } = ramp;
  if (rate < 0 || rates.some((one) => one < 0)) return null;
  const map = rampMap(ramp);
  const feet = feetOf(cuts, ramp.blend);
  const begin = map.at(from);
  const made: Cut[] = cuts.flatMap((cut, i) => (cut < from - NEAR ? [{ at: cut, rate: rates[i + 1]!, feet: feet[i]! }] : []));
  const lead = made.at(-1)?.rate ?? rates[0]!;
  if (from > NEAR) made.push({ at: from, rate, feet: [stands(lead) ? 0 : soft.before, stands(rate) ? 0 : soft.within] });
  const first = from > NEAR ? rates[0]! : rate;
  const kept = stands(rate) ? [] : standsOf(ramp, feet, map).filter(({ at }) => at > from + NEAR);
  /** What stands between two pictures, on a way that runs at a rate from a time on; answers the time that it comes to. Soft sides take the room that is left for them. */
  const run = (those: readonly Stand[], begins: number, shows: Frames, until: Frames, pace: number): number => {
    let [at, now] = [begins, shows];
    those.forEach(({ length, shows: picture, feet: [[before, inner], [outer, after]] }, i) => {
      const [gap, beyond] = [(picture - now) / pace, ((those[i + 1]?.shows ?? until) - picture) / pace];
      const [into, out]: [Cut['feet'], Cut['feet']] = [[Math.min(before, gap), inner], [outer, Math.min(after, beyond)]];
      const stop = at + gap + (into[0] - into[1]) / 2;
      made.push({ at: written(stop), rate: 0, feet: into }, { at: written(stop + length), rate: pace, feet: out });
      at = stop + length + (out[1] - out[0]) / 2;
      now = picture;
    });
    return written(until === Infinity ? at : at + (until - now) / pace);
  };
  if (to === null) {
    run(kept, from, begin, Infinity, rate);
    return fieldsOf(first, made);
  }
  const running = to - from - kept.reduce((sum, one) => sum + (one.at < to ? Math.min(one.takes, to - one.at) : 0), 0);
  const reached = begin + rate * running;
  const within = kept.filter(({ shows }) => shows < reached - NEAR);
  const end = stands(rate) ? to : run(within, from, begin, reached, rate);
  // What stands on that very picture still stands on it.
  const there = preimages(map, reached, Math.max(from, ...within.map(({ at, length }) => at + length)), from + BEYOND).found[0]?.from;
  if (there === undefined) return null;
  const left = kept.filter(({ at, shows }) => shows >= reached - NEAR && at < to);
  const goesOn = pastBend(cuts, feet, Math.max(there, to, ...left.map(({ at, length }) => at + length)));
  const then = rates[cuts.filter((cut) => cut <= goesOn + NEAR).length]!;
  // What a slower part leaves of its old frames, or what is left of a soft change, runs as what comes after it.
  const rest = map.at(goesOn) - reached;
  const next = rest > NEAR && stands(then) ? 1 : then;
  made.push({ at: end, rate: next, feet: [stands(rate) ? 0 : soft.within, stands(next) ? 0 : soft.after] });
  let on = rest > NEAR || left.length > 0 ? run(left, end, reached, map.at(goesOn), next) : end;
  if (next !== then) made.push({ at: on, rate: then, feet: [0, 0] });
  cuts.forEach((cut, i) => {
    if (cut <= goesOn + NEAR) return;
    const [into, out] = feet[i]!;
    const isFirst = (cuts[i - 1] ?? -Infinity) <= goesOn + NEAR;
    if (!isFirst || cut - into >= goesOn - NEAR) return made.push({ at: written(cut - goesOn + on), rate: rates[i + 1]!, feet: [into, out] });
    // A soft change that was under way is a hard one, at the time that leads to the same picture.
    const at = on + Math.max(0, (map.at(cut + out) - out * rates[i + 1]! - map.at(goesOn)) / then);
    on += at - (cut - goesOn + on);
    return made.push({ at: written(at), rate: rates[i + 1]!, feet: [0, 0] });
  });
  return fieldsOf(first, made);
}

/** A time, or where the soft change ends that is under way there. */
function pastBend(cuts: readonly Frames[], feet: readonly Cut['feet'][], at: Frames): Frames {
  const i = cuts.findLastIndex((cut) => cut <= at + NEAR);
  return i < 0 ? at : Math.max(at, cuts[i]! + feet[i]![1]);
}

type Cut = { readonly at: number; readonly rate: number; readonly feet: readonly [number, number] };

const stands = (rate: number) => Math.abs(rate) < NEAR;

/** Where a ramp stands for a while: from when, for how long, on which picture, with which changes around it; and how much time it takes with its soft sides. */
type Stand = { readonly at: Frames; readonly length: Frames; readonly shows: Frames; readonly feet: readonly [Cut['feet'], Cut['feet']]; readonly takes: Frames };

/** The parts of a ramp that stand and go on again; those that meet are one. On a soft side time runs at half its rate, whatever that is. */
function standsOf({ cuts, rates }: RampFields, feet: readonly Cut['feet'][], map: TimeMap): readonly Stand[] {
  return rates.flatMap((rate, i): readonly Stand[] => {
    if (!stands(rate) || i === 0 || stands(rates[i - 1]!)) return [];
    let last = i;
    while (rates[last + 1] !== undefined && stands(rates[last + 1]!)) last++;
    const [start, end] = [cuts[i - 1]!, cuts[last]];
    if (end === undefined) return [];
    const [into, out] = [feet[i - 1]!, feet[last]!];
    return [{ at: start, length: end - start, shows: map.at((start + into[1] + end - out[0]) / 2), feet: [into, out], takes: end - start + (into[0] - into[1] + out[1] - out[0]) / 2 }];
  });
}

/** A ramp of these cuts; where one leaves the rate as it is there is none, and no part is without length. */
function fieldsOf(first: number, all: readonly Cut[]): RampFields {
  const cuts = all.filter((cut, i) => (all[i + 1]?.at ?? Infinity) - cut.at > NEAR);
  const kept = cuts.filter((cut, i) => Math.abs(cut.rate - (cuts[i - 1]?.rate ?? first)) > NEAR);
  return { cuts: kept.map(({ at }) => at), rates: [first, ...kept.map((cut) => cut.rate)], blend: kept.map((cut) => [written(cut.feet[0]), written(cut.feet[1])] as const) };
}

/** A ramp's own numbers, where they are numbers; null of another step, of one that is off, narrowed or given by a formula. */
export function rampOf(node: OperatorEntry | undefined): RampFields | null {
  const { op, off, tracks, cuts, rates, blend = 0 } = (node ?? {}) as { op?: string; off?: boolean; tracks?: unknown } & Partial<RampFields>;
  if (op !== 'ramp' || off || (tracks !== null && tracks !== undefined) || !Array.isArray(cuts) || !Array.isArray(rates)) return null;
  const isNumber = (one: unknown) => typeof one === 'number';
  return cuts.every(isNumber) && rates.every(isNumber) && (isNumber(blend) || Array.isArray(blend)) ? { cuts, rates, blend } : null;
}
