import type { Frames } from '../../time';
import { inPlace, placeNow, type Place } from '../place';

/** Formulas that are worked out within one another before the rest is put off: no engine's stack is deeper. */
const DEEPEST = 120;
/** So many formulas are worked out for one value; one that needs more is told to be too much. */
const MOST_WORK = 2_000_000;
/** Values that one track keeps of other times, in each of two halves; the older half is let go of when the younger is full. */
const HALF = 4096;
/** Places for values that all tracks keep together: 16 bytes each for numbers, and a thousand layers that read each other in a row need a million. */
const MOST_KEPT = 8_000_000;

/** Values by time, as two rows of numbers that are looked into by a hash of the time; what is no number lies beside. */
class Times {
  size = 0;
  private times = new Float64Array(8).fill(NaN);
  private values = new Float64Array(8);
  private others: Map<Frames, unknown> | null = null;

  get room(): number {
    return this.times.length + (this.others?.size ?? 0) * 4;
  }

  get(time: Frames): unknown {
    if (this.others) return this.others.get(time);
    const found = this.placeOf(time);
    return this.times[found] === time ? this.values[found] : undefined;
  }

  set(time: Frames, value: unknown): void {
    if (typeof value !== 'number' && !this.others) this.others = new Map();
    if (this.others) {
      this.others.set(time, value);
      this.size = this.others.size;
      return;
    }
    if (this.size * 2 >= this.times.length) this.grow();
    const found = this.placeOf(time);
    if (this.times[found] !== time) this.size++;
    this.times[found] = time;
    this.values[found] = value as number;
  }

  private placeOf(time: Frames): number {
    const most = this.times.length - 1;
    let at = Math.imul((time * 1024) | 0, 0x9e3779b1) >>> 16 & most;
    while (this.times[at] === this.times[at] && this.times[at] !== time) at = (at + 1) & most;
    return at;
  }

  private grow(): void {
    const [times, values] = [this.times, this.values];
    this.times = new Float64Array(times.length * 2).fill(NaN);
    this.values = new Float64Array(times.length * 2);
    for (let i = 0; i < times.length; i++) {
      if (times[i] !== times[i]) continue;
      const at = this.placeOf(times[i]!);
      this.times[at] = times[i]!;
      this.values[at] = values[i]!;
    }
  }
}

/** Put off until what it needs is known. */
class TooDeep {
  constructor(readonly values: Remembered, readonly place: Place, readonly frame: Frames) {}
}
class TooMuch {}

let depth = 0;
let work = 0;
let kept = 0;
let generation = 0;

type Halves = { young: Times; old: Times; of: number };

/** Values of one track at times at which others read it, remembered for each place until what they are made of is changed. */
export type Remembered = { readonly at: (frame: Frames) => unknown };

export function remembered(value: (frame: Frames) => unknown): Remembered {
  const places = new WeakMap<Place, Halves>();
  let [last, halves]: [Place | null, Halves | null] = [null, null];
  const self: Remembered = {
    at(frame) {
      // Whoever asks first sees to what is put off.
      if (depth === 0) return settled(() => self.at(frame), () => NaN);
      const place = placeNow();
      if (place !== last || !halves || halves.of !== generation) {
        halves = places.get(place) ?? null;
        if (!halves || halves.of !== generation) places.set(place, (halves = { young: new Times(), old: new Times(), of: generation }));
        last = place;
      }
      const mine = halves;
      const known = mine.young.get(frame) ?? mine.old.get(frame);
      if (known !== undefined) return known;
      if (depth >= DEEPEST) throw new TooDeep(self, place, frame);
      if (++work > MOST_WORK) throw new TooMuch();
      depth++;
      let found: unknown;
      try {
        found = value(frame);
      } finally {
        depth--;
      }
      if (mine.young.size >= HALF) {
        kept -= mine.old.room;
        mine.old = mine.young;
        mine.young = new Times();
      }
      const room = mine.young.room;
      mine.young.set(frame, found);
      kept += mine.young.room - room;
      if (kept > MOST_KEPT) {
        // All at once: each keeps so little that to look for the oldest would cost more.
        generation++;
        kept = 0;
      }
      return found;
    },
  };
  return self;
}

/**
 * Works a value out that may need others, and these others, however long the chain is: beyond a depth what is needed is worked out first, and
 * then what asked for it. `whenTooMuch` says what it is where the work has no end in sight.
 */
export function settled<T>(value: () => T, whenTooMuch: () => T): T {
  if (depth > 0) return value();
  work = 0;
  const waiting: (() => unknown)[] = [value];
  try {
    for (;;) {
      depth = 1;
      try {
        const found = waiting[waiting.length - 1]!();
        waiting.pop();
        if (waiting.length === 0) return found as T;
      } catch (reason) {
        if (reason instanceof TooMuch || waiting.length > MOST_WORK) return whenTooMuch();
        if (!(reason instanceof TooDeep)) throw reason;
        waiting.push(() => inPlace(reason.place, () => reason.values.at(reason.frame)));
      }
    }
  } finally {
    depth = 0;
  }
}
