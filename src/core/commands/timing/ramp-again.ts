import type { OperatorEntry } from '../../model';
import { written, type Frames } from '../../time';
import { feetOf, preimages, rampMap } from '../../timing';
import type { RampFields } from './ramp-from';

/** Times and rates nearer than this are one. */
const NEAR = 1e-6;

/** How far beyond a part the time it leads to is looked for. */
const BEYOND = 1e6;

/**
 * A ramp in which the part from one incoming time to another runs at a rate of its own: what was before stays, and what comes after goes on from the
 * picture that is reached (`to` null: it goes on for good). Of other parts' soft changes each keeps its own. `soft` is how far a change reaches before and after the part's two ends,
 * outside and inside. Null where the ramp does not only run forwards, or never comes to that picture.
 */
export function rampAgain(ramp: RampFields, from: Frames, to: Frames | null, rate: number, soft: { readonly before: number; readonly within: number; readonly after: number }): RampFields | null {
  const { cuts, rates } = ramp;
  if (rate < 0 || rates.some((one) => one < 0)) return null;
  const map = rampMap(ramp);
  const feet = feetOf(cuts, ramp.blend);
  const made: Cut[] = cuts.flatMap((cut, i) => (cut < from - NEAR ? [{ at: cut, rate: rates[i + 1]!, feet: feet[i]! }] : []));
  const lead = made.at(-1)?.rate ?? rates[0]!;
  if (from > NEAR) made.push({ at: from, rate, feet: [stands(lead) ? 0 : soft.before, stands(rate) ? 0 : soft.within] });
  const first = from > NEAR ? rates[0]! : rate;
  if (to === null) return fieldsOf(first, made);
  const reached = map.at(from) + rate * (to - from);
  // What stands on that very picture still stands on it. What the part leaves of its old frames runs as what comes after them.
  const there = preimages(map, reached, from, from + BEYOND).found[0]?.from;
  if (there === undefined) return null;
  const goesOn = Math.max(there, to);
  const left = there < to ? map.at(to) - reached : 0;
  const then = rates[cuts.filter((cut) => cut <= goesOn + NEAR).length]!;
  const next = left > NEAR && stands(then) ? 1 : then;
  const sooner = goesOn - to - (left > NEAR ? left / next : 0);
  made.push({ at: to, rate: next, feet: [stands(rate) ? 0 : soft.within, stands(next) ? 0 : soft.after] });
  if (next !== then) made.push({ at: written(goesOn - sooner), rate: then, feet: [0, 0] });
  cuts.forEach((cut, i) => { if (cut > goesOn + NEAR) made.push({ at: written(cut - sooner), rate: rates[i + 1]!, feet: feet[i]! }); });
  return fieldsOf(first, made);
}

type Cut = { readonly at: number; readonly rate: number; readonly feet: readonly [number, number] };

const stands = (rate: number) => Math.abs(rate) < NEAR;

/** A ramp of these cuts; where one leaves the rate as it is there is none. */
function fieldsOf(first: number, cuts: readonly Cut[]): RampFields {
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
