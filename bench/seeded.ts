/** Chance that is the same every time: mulberry32, public domain, by Tommy Ettinger. */
export function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** The best of a few rounds, in milliseconds: what the machine does when nobody disturbs it. */
export function best(rounds: number, work: () => void): number {
  let least = Infinity;
  for (let i = 0; i < rounds; i++) {
    const began = performance.now();
    work();
    least = Math.min(least, performance.now() - began);
  }
  return least;
}

/** Two works in turns, each side's best: whatever disturbs the machine disturbs both. */
export function inTurns(rounds: number, one: () => void, other: () => void): readonly [number, number] {
  let [a, b] = [Infinity, Infinity];
  for (let i = 0; i < rounds; i++) {
    a = Math.min(a, best(1, one));
    b = Math.min(b, best(1, other));
  }
  return [a, b];
}

/** One line of the figures. */
export type Figure = { readonly what: string; readonly measured: string; readonly bar: string; readonly held: boolean };
