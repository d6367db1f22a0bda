import { inOrder, member } from '../model';
import { defineCheck, type Problem } from './problem';

export const missingSource = defineCheck({
  code: 'missing-source',
  about: 'A layer whose composition or file is not in the project.',
  find: (project) => inOrder(project.compositions).flatMap((composition) =>
    inOrder(composition.layers).flatMap((layer): readonly Problem[] => {
      if (!('source' in layer)) return [];
      const asset = member(project.assets.by, layer.source);
      if (layer.kind === 'nest' ? member(project.compositions.by, layer.source) : asset?.type === layer.kind) return [];
      const wanted = layer.kind === 'nest' ? 'composition' : layer.kind;
      return [{
        code: 'missing-source',
        level: 'error',
        where: { composition: composition.id, layer: layer.id },
        message: `“${layer.name}” in “${composition.name}” shows the ${wanted} "${layer.source}", which is not in this project.`,
        fix: `Choose another ${wanted} for the layer.`,
      }];
    })),
});
