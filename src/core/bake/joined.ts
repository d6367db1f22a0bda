import { DUST, type Frames } from '../time';
import type { Bending } from './bending';
import { fitted } from './fitted';
import { heldLeg, isEven, isFlat, partsOf, same, type Leg } from './leg';

/**
 * Legs one after another, so that at every time looked at the value is the one that is `shown` there: where time runs backwards, a frame on
 * an edge shows what lay before it, and the leg behind begins one look later. Legs that are one are made one.
 */
export function joined(legs: readonly Leg[], shown: (at: Frames) => unknown, bending: Bending): readonly Leg[] {
  const { looks } = bending;
  const made: Leg[] = [];
  let from = -Infinity;
  for (const leg of legs) {
    let rest: readonly Leg[] = [leg];
    if (from > leg.from + DUST) {
      if (from >= leg.to - DUST) continue;
      rest = late(leg, from, bending);
    } else if (!goesOn(made[made.length - 1], leg) && looks.has(leg.from)) {
      const here = shown(leg.from);
      if (!same(here, leg.start) && !near(here, leg.start)) {
        from = looks.next(leg.from);
        add(made, heldLeg(leg.from, from, here));
        if (from >= leg.to - DUST) continue;
        rest = late(leg, from, bending);
      }
    }
    for (const one of rest) add(made, one);
  }
  return made;
}

/** Whether a leg leaves where the one before it arrives, on the move: then nothing else can be shown there. */
function goesOn(last: Leg | undefined, leg: Leg): boolean {
  return last !== undefined && same(last.end, leg.start) && !(isFlat(last) && isFlat(leg));
}

/** So much may lie between a limit and what is shown there: the dust of a time, on a steep way. */
function near(a: unknown, b: unknown): boolean {
  return typeof a === 'number' && typeof b === 'number' ? Math.abs(a - b) <= 1e-7 * (1 + Math.abs(a)) : false;
}

/** What is left of a leg from a time on. */
function late(leg: Leg, from: Frames, bending: Bending): readonly Leg[] {
  const parts = partsOf(leg, bending.spec, from, leg.to) ?? fitted(leg, { from, to: leg.to, kind: 'linear', at: (x) => x, rate: () => 1 }, from, leg.to, bending);
  // Cutting leaves dust; what is looked at here is this very time.
  return parts.map((part, i) => (i === 0 ? { ...part, from } : part));
}

/** Adds a leg behind the last, as one with it where both run as one. */
function add(made: Leg[], leg: Leg): void {
  const last = made[made.length - 1];
  if (last && isFlat(last) && isFlat(leg) && same(last.end, leg.start)) made[made.length - 1] = heldLeg(last.from, leg.to, last.start);
  else if (last && isEven(last) && isEven(leg) && same(last.end, leg.start) && goOn(last, leg)) made[made.length - 1] = { ...last, to: leg.to, end: leg.end };
  else made.push(leg);
}

function goOn(a: Leg, b: Leg): boolean {
  const [p, q] = [a.to - a.from, b.to - b.from];
  const even = (a0: unknown, a1: unknown, b0: unknown, b1: unknown): boolean => {
    if (typeof a0 === 'number') {
      const [one, other] = [((a1 as number) - a0) / p, ((b1 as number) - (b0 as number)) / q];
      return Math.abs(one - other) <= 1e-9 * (Math.abs(one) + Math.abs(other));
    }
    return Array.isArray(a0) && a0.every((one, i) => even(one, (a1 as unknown[])[i], (b0 as unknown[])[i], (b1 as unknown[])[i]));
  };
  return even(a.start, a.end, b.start, b.end);
}
