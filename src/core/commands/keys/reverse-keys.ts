import type { KeyCurve } from '../../keys';
import type { Project } from '../../model';
import { count } from '../document/change';
import { byTrack, chosenOf, land, momentOf, toldOfStay, type StoredKey, type TrackKeys } from './chosen-keys';
import type { Made } from '../document/made';
import type { Patch } from '../document/patch';
import type { KeyRef } from '../document/target';

/** What a key says of the motion that leaves it, and of the one that arrives. */
type Leaving = Pick<StoredKey, 'right' | 'ease' | 'curve' | 'pace' | 'kept' | 'pathRight'>;
type Arriving = Pick<StoredKey, 'left' | 'pathLeft'>;

/**
 * Turns the motion through keys round in time, all of them about the middle between the first and the last: values, handles, curves and
 * ways. Between two of them it then runs as it ran, backwards; what leads to them and away from them is left.
 */
export function reverseKeys(project: Project, compositionId: string, refs: readonly KeyRef[]): Made | null {
  const groups = byTrack(project, compositionId, refs);
  const moments = groups.flatMap((group) => chosenOf(group).map((key) => momentOf(group, key.at)));
  const sum = Math.min(...moments) + Math.max(...moments);
  const patches: Patch[] = [];
  let [many, stay] = [0, 0];
  for (const group of groups) {
    const turned = turnedRound(group);
    const landed = land(group, new Map(chosenOf(group).map((key) => [key.id, sum - momentOf(group, key.at)])), (key) => turned.get(key.id)!);
    patches.push(...landed.patches);
    many += turned.size;
    stay += landed.stay;
  }
  return patches.length === 0 ? null : { event: 'keys.reverse', label: `Reverse ${count(many, 'key')}`, patches, ...toldOfStay(stay) };
}

/** Each chosen key with the shape that it has when time runs the other way. */
function turnedRound(group: TrackKeys): ReadonlyMap<string, StoredKey> {
  const keys = chosenOf(group);
  const scalar = group.track.spec.type === 'N';
  return new Map(keys.map((key, i) => {
    const { right, ease, curve, pace, kept, pathRight, left, pathLeft, arrives, ...rest } = key;
    // The motion that arrived from the key before now leaves; at the ends what lies outside stays as it is.
    const before = keys[i - 1];
    const after = keys[i + 1];
    const leaving: Leaving = before ? backwards(before, key, scalar) : { right, ease, curve, pace, kept, pathRight };
    const arriving: Arriving = after ? { ...arrivingFrom(key, scalar), ...(key.pathRight === undefined ? {} : { pathLeft: key.pathRight }) } : { left, pathLeft };
    // What arrived on one value and went on from another does so the other way round.
    const jump = (arrives ?? null) === null ? (arrives === undefined ? {} : { arrives }) : { arrives: rest.value, value: arrives };
    return [key.id, clean({ ...rest, ...leaving, ...arriving, ...jump } as StoredKey)] as const;
  }));
}

/** How the motion from `from` to `to` leaves `to` when it runs backwards. */
function backwards(from: StoredKey, to: StoredKey, scalar: boolean): Leaving {
  const bend = from.curve as KeyCurve | null | undefined;
  const curve = bend ? { ...bend, side: SIDES[bend.side ?? 'in'] } : bend;
  const common = { curve, pace: from.pace, pathRight: to.pathLeft };
  if (!scalar) return { ...common, kept: turnedEase(from.kept), ease: turnedEase(from.ease) };
  // A hold stays one; the handle that it covers turns with it.
  return from.right === 'hold' ? { ...common, right: 'hold', kept: turned(to.left) } : { ...common, right: turned(to.left) as never };
}

/** The handle by which the motion that left a key now arrives. */
function arrivingFrom(key: StoredKey, scalar: boolean): Arriving {
  if (!scalar) return {};
  return { left: turned(key.right === 'hold' ? key.kept : key.right) as never };
}

const SIDES = { in: 'out', out: 'in', both: 'both' } as const;

function turned(handle: unknown): unknown {
  return Array.isArray(handle) ? [-handle[0] + 0, handle[1]] : handle;
}

function turnedEase(ease: unknown): StoredKey['ease'] {
  return (Array.isArray(ease) ? [1 - ease[2], 1 - ease[3], 1 - ease[0], 1 - ease[1]] : ease) as StoredKey['ease'];
}

/** Without the fields that nothing is said of. */
function clean(key: StoredKey): StoredKey {
  return Object.fromEntries(Object.entries(key).filter(([, value]) => value !== undefined)) as StoredKey;
}
