import type { Matrix } from '../display';
import { isPlain, packPlain, samplePlain } from '../keys';
import { POSE, type Channel } from '../model';
import type { Frames } from '../time';
import { canChange, channelSampler, scalarCurve } from './prepared-channel';

/** Where each number of a pose lies among the others; that of its opacity is the last. */
const SLOTS = ['x', 'y', 'scaleX', 'scaleY', 'rotation', 'skew', 'pivotX', 'pivotY', 'opacity'] as const;
const OPACITY = SLOTS.length - 1;

type Other = { readonly slot: number; readonly sample: (x: Frames) => number };

/**
 * How a layer stands and how much of it is seen, ready to be asked at any time. Of thousands of layers each object that a
 * frame looks at is a walk through memory: what is asked lies in one, its numbers in one stretch of `pack` beside those of
 * the next layer: as it rests, the plain channels that move it.
 */
export type PreparedPose = {
  readonly pack: Float64Array;
  /** Where its stretch begins. */
  readonly base: number;
  /** Which numbers its plain channels give, in the order they lie in. */
  readonly slots: readonly number[];
  /** What gives the first other number that moves, and which that is; null where none does. */
  readonly other: ((x: Frames) => number) | null;
  readonly otherSlot: number;
  /** What gives the rest of them; null where it is one at most. */
  readonly others: readonly Other[] | null;
  readonly place: ((x: Frames) => readonly number[]) | null;
  /** What moves it is more than plain channels: before its resting numbers it is kept how it was drawn last. */
  readonly moved: boolean;
  /** Its matrix, where nothing moves it. */
  readonly still: Matrix | null;
};

export function preparePose(channels: Readonly<Record<string, Channel | undefined>>): PreparedPose {
  const resting = SLOTS.map((name) => (channels[name]?.value as number | undefined) ?? POSE[name].start);
  // What rests is read once; only what moves is asked again.
  const moving = SLOTS.flatMap((name, slot) => (canChange(channels[name]) ? [{ slot, channel: channels[name]!, curve: scalarCurve(channels[name]!) }] : []));
  const position = channels['position'];
  const place = position ? (channelSampler(position, 'P') as (x: Frames) => readonly number[]) : null;
  const plain = moving.filter(({ curve }) => curve && isPlain(curve));
  const [other, ...others] = moving.filter((one) => !plain.includes(one)).map(({ slot, channel }): Other => ({ slot, sample: channelSampler(channel, 'N') as (x: Frames) => number }));
  const moved = other !== undefined || canChange(position);
  const { pack, base, order } = packPlain([...(moved ? LAST : []), ...resting], plain.map(({ curve }) => curve!));
  return {
    pack, base: base + (moved ? LAST.length : 0), place, moved,
    slots: theSame(order.map((i) => plain[i]!.slot)),
    other: other?.sample ?? null, otherSlot: other?.slot ?? 0,
    others: others.length === 0 ? null : others,
    still: moving.every(({ slot }) => slot === OPACITY) && !canChange(position) ? poseMatrix(Float64Array.from(resting), place ? place(0) : null) : null,
  };
}

const known = new Map<string, readonly number[]>();

/** One list for all layers that are moved by the same numbers. */
function theSame(slots: readonly number[]): readonly number[] {
  const name = slots.join();
  if (!known.has(name)) known.set(name, slots);
  return known.get(name)!;
}

/** What was drawn last, before the resting numbers of what is moved by more than plain channels: a matrix and an opacity. */
const LAST = new Array<number>(7).fill(NaN);

/** What is being worked out. */
const numbers = new Float64Array(SLOTS.length);

/** Leaves the numbers at a time in `numbers`; answers whether it is surely on its way there. */
function read({ pack, base, slots, other, otherSlot, others }: PreparedPose, x: Frames): boolean {
  for (let i = 0; i < SLOTS.length; i++) numbers[i] = pack[base + i]!;
  const between = samplePlain(pack, base + SLOTS.length, slots, x, numbers);
  if (other !== null) numbers[otherSlot] = other(x);
  if (others !== null) for (let i = 0; i < others.length; i++) numbers[others[i]!.slot] = others[i]!.sample(x);
  return between;
}

/** From a layer's own space to its parent's: move(x, y) · turn · lean · size · move(−pivot), as document.md orders it. */
export function poseAt(pose: PreparedPose, x: Frames): Matrix {
  if (pose.still !== null) return pose.still;
  read(pose, x);
  return poseMatrix(numbers, pose.place === null ? null : pose.place(x));
}

/** How much of a layer is seen: 0 … 1. */
export function opacityAt(pose: PreparedPose, x: Frames): number {
  if (pose.still !== null && pose.slots.length === 0 && pose.other === null) return kept(pose.pack[pose.base + OPACITY]!);
  read(pose, x);
  return kept(numbers[OPACITY]!);
}

const kept = (percent: number) => Math.min(1, Math.max(0, percent / 100));

/** How much is seen, and whether it is on its way, so that it is hardly as it was drawn before: filled by `seenAt`. */
export type Seen = { opacity: number; between: boolean };

/** Both at once: how much of it is seen goes into `seen`; the matrix is null where that is nothing. */
export function seenAt(pose: PreparedPose, x: Frames, seen: Seen): Matrix | null {
  seen.between = read(pose, x);
  const opacity = (seen.opacity = kept(numbers[OPACITY]!));
  if (opacity === 0) return null;
  if (pose.still !== null) return pose.still;
  const matrix = poseMatrix(numbers, pose.place === null ? null : pose.place(x));
  if (pose.moved && !seen.between) seen.between = !isAsBefore(pose, matrix, opacity);
  return matrix;
}

/** Whether it is drawn as it was before; what it is drawn with now is kept. */
function isAsBefore({ pack, base }: PreparedPose, matrix: Matrix, opacity: number): boolean {
  const last = base - LAST.length;
  let same = pack[last + 6] === opacity;
  pack[last + 6] = opacity;
  for (let i = 0; i < 6; i++) {
    if (pack[last + i] !== matrix[i]) same = false;
    pack[last + i] = matrix[i]!;
  }
  return same;
}

function poseMatrix(numbers: Float64Array, place: readonly number[] | null): Matrix {
  const sx = numbers[2]! / 100;
  const sy = numbers[3]! / 100;
  const turn = numbers[4]!;
  const skew = numbers[5]!;
  const px = numbers[6]!;
  const py = numbers[7]!;
  const radians = (turn * Math.PI) / 180;
  const cos = turn === 0 ? 1 : Math.cos(radians);
  const sin = turn === 0 ? 0 : Math.sin(radians);
  const lean = skew === 0 ? 0 : Math.tan((skew * Math.PI) / 180);
  const a = cos * sx;
  const b = sin * sx;
  const c = (cos * lean - sin) * sy;
  const d = (sin * lean + cos) * sy;
  return [a, b, c, d, (place ? place[0]! : numbers[0]!) - a * px - c * py, (place ? place[1]! : numbers[1]!) - b * px - d * py];
}
