import { inOrder, member } from '../model';
import { defineCheck, layerByLayer } from './problem';

/** What people call the files that layers show. */
const WORDS = { image: 'picture', footage: 'footage', audio: 'sound' } as const;

export const missingAsset = defineCheck({
  code: 'missing-asset',
  about: 'A layer or a mask whose picture, footage or sound is not in the project.',
  find: layerByLayer((project, composition, layer) => {
    const at = { composition: composition.id, layer: layer.id };
    const shown = layer.kind === 'image' || layer.kind === 'footage' || layer.kind === 'audio' ? [{ id: layer.source, kind: layer.kind }] : [];
    const masks = inOrder(layer.masks).flatMap(({ painted }) => (painted === undefined ? [] : [{ id: painted, kind: 'image' as const }]));
    return [...shown, ...masks].filter(({ id, kind }) => member(project.assets.by, id)?.type !== kind).map(({ id, kind }) => ({
      where: at,
      message: `“${layer.name}” in “${composition.name}” needs the ${WORDS[kind]} "${id}", which is not in this project.`,
      fix: `Bring the ${WORDS[kind]} in and choose it for the layer.`,
    }));
  }),
});
