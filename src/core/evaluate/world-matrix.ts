import { multiply, type Matrix } from '../display';
import { member, type Composition, type Layer, type Project } from '../model';
import type { Frames } from '../time';
import { keyTimeAt } from './layer-timing';
import { prepareLayer } from './prepared-layer';

/**
 * A layer's matrix in its composition: a child takes its parent's at the same host frame, the parent's key timing
 * included. A ring of parents counts as no parent where it closes. `known` holds what this frame has worked out.
 */
export function worldMatrix(project: Project, host: Composition, layer: Layer, frame: Frames, known: Map<string, Matrix>, asParent = false): Matrix {
  // Most layers stand for themselves; only parents and children are worth remembering.
  const found = known.size > 0 ? known.get(layer.id) : undefined;
  if (found) return found;
  if (layer.parent === null && !asParent) return prepareLayer(layer).matrix(keyTimeAt(project, host, layer, frame));
  const own = prepareLayer(layer).matrix(keyTimeAt(project, host, layer, frame));
  // Its own matrix stands in while its parents are asked, so that a ring ends.
  known.set(layer.id, own);
  const parent = layer.parent === null ? undefined : member(host.layers.by, layer.parent);
  if (!parent) return own;
  const world = multiply(worldMatrix(project, host, parent, frame, known, true), own);
  known.set(layer.id, world);
  return world;
}
