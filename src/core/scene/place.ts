/** Where a value is asked for beside its frame: which copy of how many, and what public dials were given from outside. */
export type Place = {
  readonly index: number;
  readonly count: number;
  /** Values by `layer/dial`. */
  readonly dials: ReadonlyMap<string, unknown>;
  /** The same text for the same values given; empty where none are. */
  readonly key: string;
};

/** A composition by itself: no copy, no dial from outside. */
export const HERE: Place = { index: 0, count: 1, dials: new Map(), key: '' };

let now: Place = HERE;

/** The place in which values are asked for now. */
export function placeNow(): Place {
  return now;
}

/** Asks for values in another place: formulas and dials read it until the work is done, however it ends. The work may not wait for anything. */
export function inPlace<T>(place: Place, work: () => T): T {
  if (place === now) return work();
  const before = now;
  now = place;
  try {
    return work();
  } finally {
    now = before;
  }
}

const given = new Map<string, Place>();
/** Dials that are keyed make a place of each frame. */
const MOST = 5000;

/** The place of what a nest shows, by the dials that it gives; the same values are the same place. A nest knows no copies. */
export function placeWith(dials: ReadonlyMap<string, unknown>): Place {
  if (dials.size === 0) return HERE;
  const key = JSON.stringify([...dials]);
  let place = given.get(key);
  if (!place) {
    if (given.size >= MOST) given.clear();
    given.set(key, (place = { index: 0, count: 1, dials, key }));
  }
  return place;
}

const copied = new WeakMap<Place, Map<string, Place>>();

/** The place of one of several copies: the last of them counts, where copies are copied. */
export function placeOfCopy(place: Place, index: number, count: number): Place {
  let known = copied.get(place);
  if (!known) copied.set(place, (known = new Map()));
  const name = `${index}/${count}`;
  let copy = known.get(name);
  if (!copy) {
    if (known.size >= MOST) known.clear();
    known.set(name, (copy = { ...place, index, count }));
  }
  return copy;
}
