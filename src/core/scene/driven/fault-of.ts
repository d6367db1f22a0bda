import type { Fault, Outcome } from '../../formulas';

/** What is wrong with a formula: how it is written, or that it needs itself. */
export function faultOf(outcome: Outcome, ring: readonly string[] | null, text: string): Fault | null {
  if (!outcome.ok) return outcome.fault;
  return ring ? { from: 0, to: text.length, message: `This formula needs its own value: ${ring.join(' → ')}.` } : null;
}
