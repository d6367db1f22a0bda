import { activity, compositionOf, timingOf } from '../scene';
import { inOrder, type Composition, type Layer, type Project } from '../model';
import { defineCheck, layerByLayer, type Finding } from './problem';

export const loopShort = defineCheck({
  code: 'loop-short',
  about: 'A loop of a nest that ends before its source does, while something still moves there.',
  find: layerByLayer(findIn),
});

function findIn(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  const source = layer.kind === 'nest' ? compositionOf(project, layer.source) : null;
  const known = timingOf(project, composition, layer).source;
  if (layer.kind !== 'nest' || !source || !known || layer.take !== null) return [];
  return inOrder(layer.timing).flatMap((node): readonly Finding[] => {
    if (node.op !== 'loop' || node.off || node.on === 'keys' || typeof node.to !== 'number' || node.to >= known.D) return [];
    const to = Math.ceil(node.to);
    const counts = activity(project, layer.source);
    let moves = false;
    for (let frame = to; frame < known.D && !moves; frame++) moves = (counts[frame] ?? 0) > 0;
    return !moves ? [] : [{
      where: { composition: composition.id, layer: layer.id, frame: layer.start },
      message: `“${layer.name}” loops up to frame ${node.to} of “${source.name}”, which goes on to frame ${known.D}: what moves there is never seen.`,
      fix: 'Let the loop end where its source ends.',
      ...(layer.locked ? {} : { mend: { do: 'timing.set', with: { composition: composition.id, layer: layer.id, operator: node.id, fields: { to: null } } } }),
    }];
  });
}
