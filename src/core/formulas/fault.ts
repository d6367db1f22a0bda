import type { Place } from './tree';

/** What is wrong with a formula: where, and one plain sentence; `nearest` is what may have been meant there. */
export type Fault = Place & { readonly message: string; readonly nearest?: string; /** A marker that would have to be there. */ readonly marker?: string; /** Beats are counted, and the composition has no tempo. */ readonly tempo?: true };

/** Stops the reading of a formula; caught where it is read whole. */
export class Faulty extends Error {
  constructor(readonly fault: Fault) {
    super(fault.message);
  }
}

export function fail(place: Place, message: string, more: Pick<Fault, 'nearest' | 'marker' | 'tempo'> = {}): never {
  throw new Faulty({ from: place.from, to: place.to, message, ...more });
}
