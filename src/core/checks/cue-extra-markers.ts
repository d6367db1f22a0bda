import type { Composition, Layer, Project } from '../model';
import { cuesOf } from './cues';
import { defineCheck, layerByLayer, type Finding } from './problem';

export const cueExtraMarkers = defineCheck({
  code: 'cue-extra-markers',
  about: 'Cues with more markers that fire than there are moves.',
  find: layerByLayer(findIn),
});

/** Markers fire the moves of every step of cues: those are extra that none of them has a move for. */
function findIn(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  const all = cuesOf(project, composition, layer);
  const most = Math.max(0, ...all.map(({ moves }) => moves.length));
  const extra = all[0]?.markers.slice(most) ?? [];
  if (most === 0 || extra.length === 0) return [];
  return [{
    where: { composition: composition.id, layer: layer.id, frame: extra[0]!.at },
    message: `“${layer.name}” has ${extra.length === 1 ? 'a marker' : `${extra.length} markers`} from frame ${extra[0]!.at} on that ${extra.length === 1 ? 'fires' : 'fire'} nothing: ${most === 1 ? 'its one move is' : `all ${most} moves are`} fired by then.`,
    fix: 'Make them notes, which fire nothing, or add moves.',
    ...(layer.locked ? {} : { mend: { do: 'markers.set', with: { composition: composition.id, markers: extra.map((marker) => ({ layer: layer.id, marker: marker.id })), fields: { fires: false } } } }),
  }];
}
