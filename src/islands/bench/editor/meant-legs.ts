import { keysOf, type KeyRef } from '../../../core/commands';
import { keyedTracks, keyTimesOf, trackAt } from '../../../core/scene';
import { member, type Composition, type Project } from '../../../core/model';
import { DUST } from '../../../core/time';
import { current } from './current';
import type { EditorState, Selection } from './state';

/**
 * The keys after which the motion is that is meant. Of several selected keys of a track it is what runs between them, of one what leaves it, of the last one
 * what arrives on it. With no key selected it is, on the selected layers, the motion that comes to the playhead.
 */
export function meantLegsIn(project: Project, composition: Composition, { keys: chosen, layers }: Pick<Selection, 'keys' | 'layers'>, frame: number): readonly KeyRef[] {
  if (chosen.length > 0) {
    const tracks = new Map<string, Set<string>>();
    for (const { layer, track, key } of chosen) {
      const name = `${layer}\n${track}`;
      (tracks.get(name) ?? tracks.set(name, new Set()).get(name)!).add(key);
    }
    return [...tracks].flatMap(([name, ids]) => {
      const [id, track] = name.split('\n') as [string, string];
      const layer = member(composition.layers.by, id);
      const keys = keysOf((layer && trackAt(project, layer, track)?.channel) ?? null);
      const here = keys.flatMap((key, i) => (ids.has(key.id) ? [i] : []));
      const last = keys.length - 1;
      const legs = here.length === 1 ? [here[0] === last ? last - 1 : here[0]!] : here.slice(0, -1);
      return legs.filter((i) => i >= 0 && i < last).map((i) => ({ layer: id, track, key: keys[i]!.id }));
    });
  }
  return layers.flatMap((id) => {
    const layer = member(composition.layers.by, id);
    return !layer ? [] : keyedTracks(project, layer).flatMap((track) => {
      const at = keyTimesOf(project, composition, layer, track).at(frame);
      const keys = keysOf(track.channel);
      // Before anything has arrived it is what leaves first.
      const i = Math.max(keys.findLastIndex((key) => key.at < at - DUST), keys.findIndex((key) => key.at >= at - DUST) === 0 ? 0 : -1);
      return i >= 0 && i < keys.length - 1 ? [{ layer: id, track: track.address, key: keys[i]!.id }] : [];
    });
  });
}

/** The same of the open composition, as it is selected. */
export function meantLegs(state: EditorState): readonly KeyRef[] {
  return meantLegsIn(state.project, current(state), state.selection, state.frame);
}
