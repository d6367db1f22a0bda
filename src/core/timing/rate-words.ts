/** Rates that a slope is caught by while it is pulled. */
const CATCHES = [-1, 0, 0.5, 1, 2] as const;
/** So near to one of them it is caught. */
const REACH = 0.06;

/** A rate as a pull leaves it: one of the round ones where it is near, else to a thousandth. */
export function caughtRate(rate: number): number {
  return CATCHES.find((one) => Math.abs(one - rate) <= REACH) ?? Math.round(rate * 1000) / 1000 + 0;
}

export function percentOf(rate: number): string {
  return `${Math.round(rate * 1000) / 10} %`;
}
