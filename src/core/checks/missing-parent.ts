import { member } from '../model';
import { defineCheck, layerByLayer } from './problem';

export const missingParent = defineCheck({
  code: 'missing-parent',
  about: 'A layer that follows one which is not in its composition.',
  find: layerByLayer((_, composition, layer) => {
    if (layer.parent === null || member(composition.layers.by, layer.parent)) return [];
    return [{
      where: { composition: composition.id, layer: layer.id },
      message: `“${layer.name}” in “${composition.name}” follows the layer "${layer.parent}", which is not there. It stands as if it followed nothing.`,
      fix: 'Let it follow another layer, or nothing.',
      mend: { do: 'layers.parent', with: { composition: composition.id, layers: [layer.id], parent: null, frame: 0 } },
    }];
  }),
});
