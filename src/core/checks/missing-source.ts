import { member } from '../model';
import { defineCheck, layerByLayer } from './problem';

export const missingSource = defineCheck({
  code: 'missing-source',
  about: 'A nest whose composition is not in the project.',
  find: layerByLayer((project, composition, layer) => {
    if (layer.kind !== 'nest' || member(project.compositions.by, layer.source)) return [];
    return [{
      where: { composition: composition.id, layer: layer.id },
      message: `“${layer.name}” in “${composition.name}” shows the composition "${layer.source}", which is not in this project.`,
      fix: 'Choose another composition for the layer.',
    }];
  }),
});
