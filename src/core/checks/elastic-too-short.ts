import { timingOf } from '../scene';
import type { Composition, Layer, Project } from '../model';
import { DUST } from '../time';
import { defineCheck, layerByLayer, type Finding } from './problem';

export const elasticTooShort = defineCheck({
  code: 'elastic-too-short',
  about: 'An elastic length that has no room for the rigid spans inside.',
  find: layerByLayer(findIn),
});

function findIn(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  const { stack, source } = timingOf(project, composition, layer);
  if (!source) return [];
  const whole = source.rigid.reduce((sum, [from, to]) => sum + to - from, 0);
  return stack.steps.flatMap(({ id, node }): readonly Finding[] => {
    if (node.op !== 'elastic') return [];
    const { length } = node as unknown as { readonly length: number };
    if (length >= whole - DUST) return [];
    return [{
      where: { composition: composition.id, layer: layer.id, frame: layer.start },
      message: `“${layer.name}” is brought to ${length} frames, and its rigid spans alone take ${whole}: all between them is jumped over.`,
      fix: `Give it ${whole} frames or more, or mark less as rigid.`,
      ...(layer.locked ? {} : { mend: { do: 'timing.set', with: { composition: composition.id, layer: layer.id, operator: id, fields: { length: whole } } } }),
    }];
  });
}
