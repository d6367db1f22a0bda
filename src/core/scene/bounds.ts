import type { Bounds } from '../display';
import type { FaceLookup } from '../lettering';
import type { Composition, Layer, Project } from '../model';
import type { Frames } from '../time';
import { keyTimesOf } from './key-times';
import { prepareLayer } from './prepared-layer';
import { assetOf, compositionOf } from './source';

const NO_FACES: FaceLookup = () => null;

/**
 * The box around a layer's content at a host frame, in the layer's own space: outlines without their strokes, set words
 * (nothing where their faces are not at hand), the frame of a picture or of a nest. Null where there is nothing to see.
 */
export function contentBox(project: Project, host: Composition, layer: Layer, frame: Frames, faces: FaceLookup = NO_FACES): Bounds | null {
  switch (layer.kind) {
    case 'shape':
    case 'text':
      return prepareLayer(layer).content(keyTimesOf(project, host, layer).at(frame), faces).bounds;
    case 'image':
    case 'footage': {
      const asset = assetOf(project, layer.source);
      return asset && 'width' in asset ? [0, 0, asset.width, asset.height] : null;
    }
    case 'nest': {
      const source = compositionOf(project, layer.source);
      return source && [0, 0, source.width, source.height];
    }
    default:
      return null;
  }
}
