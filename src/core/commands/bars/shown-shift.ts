import { keyTimesOf, pulled, trackAt, withKeysAt } from '../../scene';
import { member, type Channel, type Layer, type Project } from '../../model';
import type { Frames } from '../../time';
import { shiftMoments, type Moments } from './moments';
import { applyPatches } from '../document/patch';
import type { KeyRef } from '../document/target';

export type Shifting = Moments & { readonly composition: string; readonly by: Frames; readonly near?: Frames | undefined };

/**
 * The document as it looks while moments are dragged: bars, ends and markers moved as the command moves them, keys sampled
 * where they go. No record of keys is made anew for it, so that a move of one key among twenty thousand costs as little as
 * one among ten. For painting alone: whoever asks for the keys themselves finds them where they were.
 */
export function shownShift(project: Project, { composition: id, by, near, ...moments }: Shifting): Project {
  const rest = shiftMoments(project, id, { ...moments, keys: [] }, by);
  const moved = rest ? applyPatches(project, rest.patches).project : project;
  const host = member(moved.compositions.by, id);
  if (!host || by === 0 || moments.keys.length === 0) return moved;
  const sliding = new Set(moments.slide);
  const layers: Record<string, Layer> = { ...host.layers.by };
  for (const [layerId, refs] of grouped(moments.keys.filter((ref) => !sliding.has(ref.layer)), (ref) => ref.layer)) {
    const was = member(project.compositions.by[id]!.layers.by, layerId);
    if (!was || was.locked) continue;
    for (const [address, mine] of grouped(refs, (ref) => ref.track)) {
      const track = trackAt(project, was, address);
      if (!track?.channel || track.operator !== null) continue;
      const times = keyTimesOf(project, project.compositions.by[id]!, was, track);
      const keys = track.channel.keys;
      const at = new Map(mine.flatMap(({ key }) => (Object.hasOwn(keys, key) ? [[key, pulled(times, keys[key]!.at, by, near)] as const] : [])));
      // Keys that would meet stay where they are, as the command leaves them.
      if (at.size > 0 && new Set(at.values()).size === at.size) layers[layerId] = withChannel(layers[layerId]!, track.path, withKeysAt(track.channel, track.spec.type, at));
    }
  }
  const compositions = { ...moved.compositions, by: { ...moved.compositions.by, [id]: { ...host, layers: { ...host.layers, by: layers } } } };
  return { ...moved, compositions };
}

function grouped(refs: readonly KeyRef[], by: (ref: KeyRef) => string): ReadonlyMap<string, readonly KeyRef[]> {
  const groups = new Map<string, KeyRef[]>();
  for (const ref of refs) {
    const group = groups.get(by(ref));
    if (group) group.push(ref);
    else groups.set(by(ref), [ref]);
  }
  return groups;
}

function withChannel(layer: Layer, path: readonly string[], channel: Channel): Layer {
  const write = (here: unknown, depth: number): unknown => (depth === path.length ? channel : { ...(here as object), [path[depth]!]: write((here as Record<string, unknown>)[path[depth]!], depth + 1) });
  return write(layer, 0) as Layer;
}
