import { runsRound, segmentControls, withoutFields, type ScalarKey } from '../../keys';
import type { Channel, ChannelType, Project } from '../../model';
import type { Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { byTrack, rekeyed, type StoredKey } from './chosen-keys';
import { isHeldKey } from './key-shape';
import type { Patch } from '../document/patch';
import type { KeyRef } from '../document/target';

/**
 * The motion from a key to the next, as the hand knows it: over how many frames it leaves and arrives, and how far its handles stand from what
 * it leaves and from what it arrives on: in the unit of the value; of points, colours and outlines as a share of the way.
 */
export type Leg = { readonly length: Frames; readonly leaves: Frames; readonly arrives: Frames; readonly out: number; readonly into: number };

/** The leg after a key; null after the last, where it is held, and where it runs by a curve. */
export function legAfter(channel: Channel, type: ChannelType, keys: readonly StoredKey[], i: number): Leg | null {
  const [from, to] = [keys[i], keys[i + 1]];
  if (!from || !to || from.curve || isHeldKey(from)) return null;
  const length = to.at - from.at;
  if (type === 'N') {
    const all = keys as unknown as readonly ScalarKey[];
    const controls = segmentControls(all, i, runsRound(all, channel));
    return controls && { length, leaves: controls.right[0], arrives: -controls.left[0] + 0, out: controls.right[1], into: controls.left[1] };
  }
  if (type !== 'P' && type !== 'C' && type !== 'S') return null;
  const [x1, y1, x2, y2] = easeOf(from);
  return { length, leaves: x1 * length, arrives: (1 - x2) * length, out: y1, into: y2 - 1 };
}

/** The shape of the leg after a key whatever its length and its values are: four numbers as CSS writes an ease. Null where there is no leg, or it leads from a number to the same. */
export function easeAfter(channel: Channel, type: ChannelType, keys: readonly StoredKey[], i: number): Ease | null {
  const leg = legAfter(channel, type, keys, i);
  if (!leg || leg.length === 0) return null;
  const way = type === 'N' ? rise(keys, i) : 1;
  return way === 0 ? null : [leg.leaves / leg.length, leg.out / way, 1 - leg.arrives / leg.length, 1 + leg.into / way];
}

export type Ease = readonly [number, number, number, number];

/** From a number to the one that the next key arrives on. */
function rise(keys: readonly StoredKey[], i: number): number {
  const to = keys[i + 1]!;
  return (to.arrives ?? to.value) as number - (keys[i]!.value as number);
}

/** The ease that leaves a key as four numbers; straight is a third of the way on both sides. */
function easeOf({ ease }: Pick<StoredKey, 'ease'>): Ease {
  return Array.isArray(ease) ? (ease as unknown as Ease) : [1 / 3, 1 / 3, 2 / 3, 2 / 3];
}

export type Pull = {
  readonly leaves?: Frames | undefined;
  readonly arrives?: Frames | undefined;
  readonly out?: number | undefined;
  readonly into?: number | undefined;
  /** `leaves` and `arrives` are percent of the leg. */
  readonly percent?: boolean | undefined;
  /** All of it at once, as CSS writes an ease: goes before the others. */
  readonly ease?: Ease | undefined;
};

/** What an ease comes to on a leg so long, whose values lie so far apart (1 where they are no numbers). */
function pullOf([x1, y1, x2, y2]: Ease, length: Frames, way: number): Pull {
  return { leaves: x1 * length, out: y1 * way + 0, arrives: (1 - x2) * length, into: (y2 - 1) * way + 0 };
}

/**
 * Says over how many frames the motion after keys leaves and arrives, and how far its handles stand out. A side of which only the time is said
 * lies level; a side of which nothing is said stays. A curve or a hold gives way to it.
 */
export function pullLegs(project: Project, compositionId: string, refs: readonly KeyRef[], given: Pull): Draft | null {
  const patches: Patch[] = [];
  let legs = 0;
  for (const group of byTrack(project, compositionId, refs)) {
    const keys = group.keys as readonly StoredKey[];
    const { type } = group.track.spec;
    const after = [...keys];
    for (let i = 0; i < keys.length - 1; i++) {
      if (!group.chosen.has(keys[i]!.id)) continue;
      const length = keys[i + 1]!.at - keys[i]!.at;
      const pull = given.ease ? pullOf(given.ease, length, type === 'N' ? rise(keys, i) : 1) : given;
      const frames = (time: Frames) => Math.min(length, Math.max(0, pull.percent ? (time / 100) * length : time));
      const bare = withoutFields(after[i]!, 'right', 'curve', 'kept');
      legs++;
      if (type === 'N') {
        const now = legAfter(group.channel, type, keys, i);
        const right = side(pull.leaves, pull.out, keys[i]!.right, now && [now.leaves, now.out], frames, length, 1);
        const left = side(pull.arrives, pull.into, keys[i + 1]!.left, now && [-now.arrives, now.into], frames, length, -1);
        after[i] = right ? { ...bare, right } : bare;
        if (left) after[i + 1] = { ...after[i + 1]!, left };
      } else if (type === 'P' || type === 'C' || type === 'S') {
        const ease = easeOf(keys[i]!);
        const [x1, y1, x2, y2] = keys[i]!.ease === 'hold' || keys[i]!.curve ? [1 / 3, 1 / 3, 2 / 3, 2 / 3] : ease;
        const leaves = pull.leaves === undefined ? x1 : frames(pull.leaves) / length;
        const arrives = pull.arrives === undefined ? x2 : 1 - frames(pull.arrives) / length;
        after[i] = { ...bare, ease: [leaves, pull.out ?? (pull.leaves === undefined ? y1 : Array.isArray(keys[i]!.ease) ? y1 : 0), arrives, pull.into === undefined ? (pull.arrives === undefined ? y2 : Array.isArray(keys[i]!.ease) ? y2 : 1) : 1 + pull.into] };
      } else legs--;
    }
    patches.push(...rekeyed(group, after));
  }
  return patches.length === 0 ? null : { event: 'keys.pull', label: `Pull the motion after ${count(legs, 'key')}`, patches };
}

type Side = 'hold' | 'smooth' | readonly [number, number] | undefined;

/** A handle of which time or height are said; undefined where nothing is. `way` is 1 for one that leaves. */
function side(time: Frames | undefined, height: number | undefined, stored: unknown, now: readonly [number, number] | null, frames: (given: Frames) => Frames, length: Frames, way: 1 | -1): Side {
  if (time === undefined && height === undefined) return stored === 'hold' ? undefined : (stored as Side);
  const dt = time === undefined ? (now ? now[0] : (way * length) / 3) : way * frames(time);
  return [dt + 0, height ?? (Array.isArray(stored) && now ? now[1] : 0)];
}
