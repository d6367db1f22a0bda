import { keyAt, keysOf } from '../../../core/commands';
import { keyTimesOf, trackAt } from '../../../core/scene';
import { type Composition, type Layer, type Project } from '../../../core/model';
import { current } from '../editor/editor';
import { useEditor } from '../editor/editor-context';

export type Peg = {
  /** Whether all the layers have a key at the playhead, some have one anywhere, or none. */
  readonly state: 'here' | 'elsewhere' | 'none';
  readonly press: () => void;
  /** To the key before or after, of any of the layers; null where there is none. */
  readonly previous: (() => void) | null;
  readonly next: (() => void) | null;
};

export type PegPlace = { readonly project: Project; readonly composition: Composition; readonly frame: number };

/** The peg of one track on one or more layers, as they are at a frame. */
export function usePeg(layers: readonly Layer[], track: string, { project, composition, frame }: PegPlace): Peg {
  const editor = useEditor();
  const found = layers.flatMap((layer) => {
    const one = trackAt(project, layer, track);
    if (!one) return [];
    const times = keyTimesOf(project, composition, layer, one);
    const keys = keysOf(one.channel);
    return [{ layer, times, keys, here: keyAt(keys, times.at(frame)) }];
  });
  const times = found.flatMap(({ times: { moments }, keys }) => keys.flatMap((key) => moments(key.at).map(({ from }) => from)));
  const before = times.filter((at) => at < frame - 0.5);
  const after = times.filter((at) => at > frame + 0.5);
  const all = found.length > 0 && found.every(({ here }) => here);
  return {
    state: all ? 'here' : times.length > 0 ? 'elsewhere' : 'none',
    previous: before.length > 0 ? () => editor.seek(Math.max(...before)) : null,
    next: after.length > 0 ? () => editor.seek(Math.min(...after)) : null,
    press() {
      const state = editor.store.getState();
      const { id } = current(state);
      if (all) editor.do('keys.delete', { composition: id, keys: found.map(({ layer, here }) => ({ layer: layer.id, track, key: here!.id })) });
      else editor.do('keys.add', { composition: id, tracks: layers.map((layer) => ({ layer: layer.id, track })), frame });
    },
  };
}
