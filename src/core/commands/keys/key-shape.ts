import type { Channel, Project } from '../../model';
import { hasKeys } from '../../scene';
import { count, type Draft } from '../document/change';
import { trackPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { reach, type TrackRef, type KeyRef } from '../document/target';

/** How the motion goes through a key: straight to and from it, smoothly through it, or held until the next. */
export type KeyShape = 'straight' | 'smooth' | 'held';

type Key = Channel['keys'][string];
const SHAPED = ['right', 'left', 'ease', 'kept'] as const;
/** As CSS writes `ease-in-out`. */
export const SMOOTH = [0.42, 0, 0.58, 1] as const;

/** Whether a key keeps its value until the next. Words, switches and choices always do. */
export function isHeldKey(key: Pick<Key, 'right' | 'ease'>): boolean {
  return key.right === 'hold' || key.ease === 'hold';
}

/** Gives keys a shape. What a hold takes the place of is kept in the key, and comes back when the hold is lifted by `held` being asked for again. */
export function shapeKeys(project: Project, compositionId: string, refs: readonly KeyRef[], shape: KeyShape): Draft | null {
  const keys = refs.flatMap((ref) => {
    const target = reach(project, compositionId, ref);
    const key = target?.track.channel?.keys[ref.key];
    const type = target?.track.spec.type;
    return target && key && (type === 'N' || type === 'P' || type === 'C' || type === 'S') ? [{ key, own: target.track.operator !== null, scalar: type === 'N', path: [...trackPath(compositionId, ref.layer, target.track), 'keys', ref.key] }] : [];
  });
  const lifting = shape === 'held' && keys.every(({ key }) => isHeldKey(key));
  const patches = keys.flatMap(({ key, own, scalar, path }): readonly Patch[] => {
    const after = lifting ? lifted(key, scalar) : shaped(key, scalar, shape);
    // An operator's own keys keep nothing of what a hold took the place of.
    return SHAPED.filter((field) => !(own && field === 'kept') && JSON.stringify(key[field]) !== JSON.stringify(after[field])).map((field) => patchOf([...path, field], key[field], after[field]));
  });
  const word = lifting ? 'Let go of' : { straight: 'Straighten', smooth: 'Smooth', held: 'Hold' }[shape];
  return patches.length === 0 ? null : { event: 'keys.shape', label: `${word} ${count(keys.length, 'key')}`, patches };
}

type Shape = Partial<Record<(typeof SHAPED)[number], unknown>>;

function shaped(key: Key, scalar: boolean, shape: KeyShape): Shape {
  if (shape === 'straight') return {};
  if (shape === 'smooth') return scalar ? { right: 'smooth', left: 'smooth' } : { ease: SMOOTH };
  if (isHeldKey(key)) return key;
  return scalar ? { left: key.left, right: 'hold', kept: key.right } : { ease: 'hold', kept: key.ease };
}

function lifted(key: Key, scalar: boolean): Shape {
  return scalar ? { left: key.left, right: key.kept } : { ease: key.kept };
}

/** Sets what tracks do before their first key and from their last one on, and how many plays that are in all (null: no end). */
export function setOutside(project: Project, compositionId: string, refs: readonly TrackRef[], side: 'before' | 'after', rule: Channel['after'], repeats?: number | null): Draft | null {
  let many = 0;
  // Several keys of a channel name it several times.
  const named = new Map(refs.map((ref) => [`${ref.layer}\n${ref.track}`, ref]));
  const patches = [...named.values()].flatMap((ref): readonly Patch[] => {
    const target = reach(project, compositionId, ref);
    const channel = target?.track.channel;
    // An operator holds outside its own keys.
    if (!target || !channel || target.track.operator !== null || !hasKeys(channel)) return [];
    many++;
    const path = trackPath(compositionId, ref.layer, target.track);
    return [
      ...(channel[side] === rule ? [] : [patchOf([...path, side], channel[side], rule)]),
      ...(repeats === undefined || channel.repeats === repeats ? [] : [patchOf([...path, 'repeats'], channel.repeats, repeats)]),
    ];
  });
  return patches.length === 0 ? null : { event: 'tracks.outside', label: `Change ${side === 'after' ? 'the end' : 'the beginning'} of ${count(many, 'channel')}`, patches };
}
