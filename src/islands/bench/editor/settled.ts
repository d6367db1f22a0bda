import { trackAt } from '../../../core/scene';
import { findMarker } from '../../../core/commands';
import { inOrder, member, type Project } from '../../../core/model';
import type { EditorState } from './state';

type Settled = Pick<EditorState, 'project' | 'way' | 'frame' | 'selection' | 'renaming' | 'typing' | 'bending'>;

/**
 * What is looked at once the document has become another one, here or in another window: an open composition that is gone
 * is left, the playhead stays inside, and what is gone is not selected. All in one step: nobody may see a state between.
 */
export function settled(state: Settled, project: Project): Settled {
  const gone = state.way.findIndex(({ composition }) => !member(project.compositions.by, composition));
  const kept = gone < 0 ? state.way : state.way.slice(0, gone);
  const way = kept.length > 0 ? kept : [{ composition: member(project.compositions.by, project.main)?.id ?? inOrder(project.compositions)[0]!.id, via: null }];
  const open = member(project.compositions.by, way[way.length - 1]!.composition)!;
  const isHere = (id: string | null) => (id !== null && member(open.layers.by, id) ? id : null);
  const { layers, keys, markers } = state.selection;
  const selection = {
    ...state.selection,
    layers: sameOr(layers, layers.filter((id) => member(open.layers.by, id))),
    keys: sameOr(keys, keys.filter(({ layer, track, key }) => {
      const one = member(open.layers.by, layer);
      return one && member(trackAt(project, one, track)?.channel?.keys ?? {}, key) !== undefined;
    })),
    markers: sameOr(markers, markers.filter((ref) => findMarker(project, open.id, ref))),
  };
  const same = selection.layers === layers && selection.keys === keys && selection.markers === markers;
  return {
    project, way, frame: Math.min(state.frame, open.duration - 1), selection: same ? state.selection : selection,
    renaming: isHere(state.renaming), typing: isHere(state.typing), bending: isHere(state.bending),
  };
}

function sameOr<T>(before: readonly T[], after: readonly T[]): readonly T[] {
  return after.length === before.length ? before : after;
}
