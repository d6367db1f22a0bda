import { boundsOfItems, reachOf, type Bounds } from '../display';
import type { FaceLookup } from '../lettering';
import { isDrawn, type Composition, type Layer, type Project } from '../model';
import type { Frames } from '../time';
import { keyTimeAt } from './source-time';
import { asSampled } from './sampled-layer';
import { contentAt, prepareLayer } from './prepared-layer';
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
      return contentOf(project, host, layer, frame, faces).bounds;
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

function contentOf(project: Project, host: Composition, layer: Layer, frame: Frames, faces: FaceLookup) {
  const sampled = asSampled(project, host, layer);
  return contentAt(prepareLayer(sampled), keyTimeAt(project, host, sampled, frame), faces);
}

/**
 * The box around all that a layer paints at a host frame, in its own space: its content with strokes, and how far its
 * effects reach beyond that, one after the other. Never smaller than what is painted; null where there is nothing to see.
 */
export function coverOf(project: Project, host: Composition, layer: Layer, frame: Frames, faces: FaceLookup = NO_FACES): Bounds | null {
  if (!isDrawn(layer.kind)) return null;
  const sampled = asSampled(project, host, layer);
  const at = keyTimeAt(project, host, sampled, frame);
  const content = layer.kind === 'shape' || layer.kind === 'text' ? boundsOfItems(contentAt(prepareLayer(sampled), at, faces).items) : contentBox(project, host, layer, frame, faces);
  if (!content) return null;
  const [left, up, right, down] = reachOf(prepareLayer(sampled).finish?.(at).effects ?? []);
  return [content[0] - left, content[1] - up, content[2] + right, content[3] + down];
}
