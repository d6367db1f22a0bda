import type { Frames } from '../../time';
import { inPlace, placeNow, type Place } from '../place';

/** Formulas that are worked out within one another before the rest is put off: no engine's stack is deeper. */
const DEEPEST = 120;
/** So many formulas are worked out for one value; one that needs more is told to be too much. */
const MOST_WORK = 2_000_000;
/** Places for numbers that all compositions keep together, 8 bytes each: a thousand layers that read each other in a row need a million. */
const MOST_KEPT = 8_000_000;
/** Times that are kept in one place. */
const MOST_TIMES = 16_384;

/** Numbers of neighbouring tracks at one time. What is not known is no number. */
type Row = { from: number; values: Float64Array };

/** A row that reaches to a track: it grows by as much again on that side, and begins with few. */
function reachingTo(row: Row | undefined, track: number): Row {
  if (!row) return { from: track & ~3, values: new Float64Array(4).fill(NaN) };
  const { from, values } = row;
  const to = from + values.length;
  const first = track < from ? Math.max(0, Math.min(track, from - values.length)) : from;
  const last = track >= to ? Math.max(track + 1, to + values.length) : to;
  const wider = new Float64Array(last - first).fill(NaN);
  wider.set(values, from - first);
  return { from: first, values: wider };
}

/**
 * Values of the tracks of a composition at other times, in one place: for each time a row of numbers, one a track. What plays on asks all tracks for
 * the same few times, and walks along the same few rows. What is no number lies beside.
 */
class Rows {
  /** The rows that were asked for last, by the last bits of their frame. */
  private readonly times = [NaN, NaN, NaN, NaN, NaN, NaN, NaN, NaN];
  private readonly near: Row[] = [];
  private readonly rows = new Map<Frames, Row>();
  private others: Map<Frames, Map<number, unknown>> | null = null;
  /** The time that was asked for first in the last work that came here: what lies around it is asked for next. */
  private middle: Frames = 0 as Frames;
  private asked = -1;

  constructor(readonly of: number) {}

  get(time: Frames, track: number): unknown {
    if (this.asked !== works) {
      this.asked = works;
      this.middle = time;
    }
    const slot = time & 7;
    const row = this.times[slot] === time ? this.near[slot]! : this.rows.get(time);
    if (row !== undefined) {
      const { from, values } = row;
      const found = track >= from && track < from + values.length ? values[track - from]! : NaN;
      if (found === found) return found;
    }
    return this.others === null ? undefined : this.others.get(time)?.get(track);
  }

  set(time: Frames, track: number, value: unknown): void {
    if (typeof value !== 'number' || value !== value) {
      this.others ??= new Map();
      const there = this.others.get(time);
      if (there) there.set(track, value);
      else this.others.set(time, new Map([[track, value]]));
      kept += 4;
      return this.letGo(time);
    }
    const slot = time & 7;
    let row = this.times[slot] === time ? this.near[slot]! : this.rows.get(time);
    if (row === undefined || track < row.from || track >= row.from + row.values.length) {
      const wider = reachingTo(row, track);
      kept += wider.values.length - (row?.values.length ?? 0);
      this.rows.set(time, (row = wider));
      this.letGo(time);
    }
    row.values[track - row.from] = value;
    this.times[slot] = time;
    this.near[slot] = row;
  }

  /** Lets go of the times that lie farthest from what is asked for, where there is too much; never of the one that was found just now. */
  private letGo(found: Frames): void {
    if (kept <= MOST_KEPT && this.rows.size + (this.others?.size ?? 0) <= MOST_TIMES) return;
    this.times.fill(NaN);
    const far = [...this.rows.keys()].filter((time) => time !== found).sort((a, b) => Math.abs(b - this.middle) - Math.abs(a - this.middle));
    for (const time of far.slice(0, Math.ceil(far.length / 2))) {
      kept -= this.rows.get(time)!.values.length;
      this.rows.delete(time);
    }
    this.others = null;
    if (kept <= MOST_KEPT) return;
    // What other compositions keep goes all at once: to look for the oldest would cost more.
    generation++;
    kept = 0;
  }
}

/** Put off until what it needs is known. */
class TooDeep {
  constructor(readonly values: Remembered, readonly place: Place, readonly frame: Frames) {}
}
class TooMuch {}

let depth = 0;
let work = 0;
/** Counts what is asked for from outside. */
let works = 0;
let kept = 0;
let generation = 0;

/** Values of one track at times at which others read it, remembered for each place until what they are made of is changed. */
export type Remembered = Pick<Kept, 'at'>;

/** What the tracks of a composition that are read share: rows by place, and numbers for those that are asked. */
export type SharedRows = { readonly places: WeakMap<Place, Rows>; tracks: number; place: Place | null; rows: Rows | null };

export function sharedRows(): SharedRows {
  return { places: new WeakMap(), tracks: 0, place: null, rows: null };
}

/** The rows of the place that is asked in now. */
function rowsNow(shared: SharedRows, place: Place): Rows {
  if (shared.place === place && shared.rows!.of === generation) return shared.rows!;
  let rows = shared.places.get(place);
  if (!rows || rows.of !== generation) shared.places.set(place, (rows = new Rows(generation)));
  shared.place = place;
  return (shared.rows = rows);
}

class Kept {
  private track = -1;
  constructor(private readonly shared: SharedRows, private readonly value: (frame: Frames) => unknown) {}

  at(frame: Frames): unknown {
    // Whoever asks first sees to what is put off.
    if (depth === 0) return settled(() => this.at(frame), () => NaN);
    const place = placeNow();
    const { shared } = this;
    if (this.track < 0) this.track = shared.tracks++;
    const known = rowsNow(shared, place).get(frame, this.track);
    if (known !== undefined) return known;
    if (depth >= DEEPEST) throw new TooDeep(this, place, frame);
    if (++work > MOST_WORK) throw new TooMuch();
    depth++;
    let found: unknown;
    try {
      found = this.value(frame);
    } finally {
      depth--;
    }
    rowsNow(shared, place).set(frame, this.track, found);
    return found;
  }
}

export function remembered(value: (frame: Frames) => unknown, shared: SharedRows): Remembered {
  return new Kept(shared, value);
}

/** The same of what is asked at a frame: mostly nothing has to be put off, and nothing is prepared for it. */
export function settledAt<T>(asked: { readonly at: (frame: Frames) => T }, frame: Frames, whenTooMuch: (frame: Frames) => T): T {
  if (depth > 0) return asked.at(frame);
  work = 0;
  works++;
  depth = 1;
  try {
    return asked.at(frame);
  } catch (reason) {
    if (reason instanceof TooMuch) return whenTooMuch(frame);
    if (!(reason instanceof TooDeep)) throw reason;
  } finally {
    depth = 0;
  }
  return settled(() => asked.at(frame), () => whenTooMuch(frame));
}

/**
 * Works a value out that may need others, and these others, however long the chain is: beyond a depth what is needed is worked out first, and
 * then what asked for it. `whenTooMuch` says what it is where the work has no end in sight.
 */
export function settled<T>(value: () => T, whenTooMuch: () => T): T {
  if (depth > 0) return value();
  work = 0;
  works++;
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
