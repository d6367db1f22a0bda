import type { FormulaMoment, Outcome, OfFrame } from '../../formulas';
import { dust, type Frames } from '../../time';
import { placeNow } from '../place';
import { remembered, settledAt, type Remembered, type SharedRows } from './deep-values';
import { isGood } from './is-good';

type Given = {
  readonly outcome: Outcome;
  readonly isBroken: () => boolean;
  /** It reads what other formulas may drive. */
  readonly asksOthers: boolean;
  /** No step on its keys bends the time that it counts. */
  readonly isStraight: () => boolean;
  readonly start: Frames;
  /** Frames of its own time, by the composition's. */
  readonly heldAt: (frame: Frames) => Frames;
  /** What stands in where it is wrong, or comes to no number. */
  readonly keyed: (frame: Frames) => unknown;
  readonly rows: SharedRows;
};

export type DrivenSampler = {
  /** At a frame of the composition. */
  readonly at: (frame: Frames) => unknown;
  /** At a time from where the layer begins. */
  readonly sample: (x: Frames) => unknown;
  /** As others read it. */
  readonly kept: Remembered;
  /** It was too much to be worked out. */
  readonly gaveUp: () => boolean;
};

/** What a formula gives, for those who ask every frame: what they need lies by itself, apart from what made the formula ready. */
export function drivenSampler(given: Given): DrivenSampler {
  const { start } = given;
  let tooMuch = false;
  let broken: boolean | null = null;
  let run: ((moment: FormulaMoment) => unknown) | null = null;
  // A formula that ends in a share of something, and so much more, is asked for that.
  let of: ((moment: FormulaMoment) => number) | null = null;
  let [by, plus] = [1, 0];
  let ofFrame: OfFrame | null = null;
  let straight = false;
  // Whether it works at all is found once; most formulas ask no other, and nothing is put off for them. One moment serves for those that forget it.
  let way: 'unknown' | 'again' | 'anew' | 'others' = 'unknown';
  let again: { -readonly [K in keyof FormulaMoment]: FormulaMoment[K] } | null = null;

  const makeReady = () => {
    broken = given.isBroken();
    if (!given.outcome.ok) return;
    const { formula } = given.outcome;
    if (formula.affine) ({ of, by, plus } = formula.affine);
    ({ run } = formula);
    straight = given.isStraight();
  };
  /** As others read it, in whose work what is put off is seen to. */
  const within = (frame: Frames): unknown => {
    if (broken === null) makeReady();
    if (broken || tooMuch) return given.keyed(frame);
    const { index, count } = placeNow();
    const moment = { frame, f: straight ? dust(frame - start) : given.heldAt(frame), index, count };
    const value = of !== null ? of(moment) * by + plus : run!(moment);
    return isGood(value) ? value : given.keyed(frame);
  };
  const kept = remembered(within, given.rows);
  const giveUp = (frame: Frames) => {
    tooMuch = true;
    return given.keyed(frame);
  };
  const findWay = () => {
    makeReady();
    const alone = !broken && !given.asksOthers && straight;
    if (!alone || !given.outcome.ok) return 'others';
    const { affine, forgets, counts } = given.outcome.formula;
    ofFrame = affine?.ofFrame ?? null;
    again = { frame: 0.5, f: 0.5, index: 0, count: 1 };
    return forgets && !counts ? 'again' : 'anew';
  };
  const sample = (x: Frames): unknown => {
    if (ofFrame !== null) {
      const value = ofFrame(x) * by + plus;
      return value - value === 0 ? value : given.keyed(x + start);
    }
    if (way === 'again') {
      again!.frame = x + start;
      again!.f = x;
      const value = of !== null ? of(again!) * by + plus : run!(again!);
      return (typeof value === 'number' ? value - value === 0 : isGood(value)) ? value : given.keyed(x + start);
    }
    // Others may read it at this very time, and mostly will.
    if (way === 'others') return settledAt(kept, dust(x + start), giveUp);
    if (way === 'unknown') {
      way = findWay();
      return sample(x);
    }
    const { index, count } = placeNow();
    const value = run!({ frame: x + start, f: x, index, count });
    return isGood(value) ? value : given.keyed(x + start);
  };
  const asked = { at: within };
  return { at: (frame) => settledAt(asked, frame, giveUp), sample, kept, gaveUp: () => tooMuch };
}
