import { CURVES, prepareCurve, type KeyCurve } from './curves';

/** Places of a curve that are looked at. */
const LOOKS = 400;
/** No amount of a curve that goes back is more. */
const MOST = 60;

/** How far a curve goes past its two ends at most, as a share of its way; 0 where it stays between them. */
export function pastEnds(curve: KeyCurve): number {
  const { at } = prepareCurve(curve);
  let past = 0;
  for (let k = 1; k < LOOKS; k++) {
    const p = at(k / LOOKS);
    past = Math.max(past, p - 1, -p);
  }
  return past;
}

/** The curve of the kind `back` that goes past an end by a share of its way: 0.12 is 12 %. Found by halving, to a millionth. */
export function curvePast(share: number, side: 'in' | 'out' | 'both'): KeyCurve {
  let [low, high] = [0, MOST];
  for (let round = 0; round < 60; round++) {
    const amount = (low + high) / 2;
    if (pastEnds({ kind: 'back', side, amount }) < share) low = amount;
    else high = amount;
  }
  return { kind: 'back', side, amount: Math.round(high * 1e4) / 1e4 };
}

/** What a curve's amount is where none is said; null of kinds that have none. */
export function usualAmount(kind: string): number | null {
  return CURVES.find((one) => one.kind === kind)?.amount ?? null;
}
