/** Where a value is asked for beside its frame: which copy of how many, and what public dials were given from outside. */
export type Place = {
  readonly index: number;
  readonly count: number;
  /** Values by `layer/dial`. */
  readonly dials: ReadonlyMap<string, unknown>;
};

/** A composition by itself: no copy, no dial from outside. */
export const HERE: Place = { index: 0, count: 1, dials: new Map() };
