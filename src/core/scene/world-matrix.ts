import { multiply, type Matrix } from '../display';
import { parentOf, type Composition, type Layer, type Project } from '../model';
import type { Frames } from '../time';
import { keyTimeAt } from './source-time';
import { prepareLayer } from './prepared-layer';
import { poseAt } from './prepared-pose';
import { asSampled } from './sampled-layer';

/**
 * A layer's matrix in its composition: a child takes its parent's at the same host frame, the parent's key timing
 * included. `known` holds what this frame has worked out.
 */
export function worldMatrix(project: Project, host: Composition, layer: Layer, frame: Frames, known: Map<string, Matrix>, asParent = false): Matrix {
  // Most layers stand for themselves; only parents and children are worth remembering.
  const found = known.size > 0 ? known.get(layer.id) : undefined;
  if (found) return found;
  const sampled = asSampled(project, host, layer);
  const own = poseAt(prepareLayer(sampled), keyTimeAt(project, host, sampled, frame));
  if (layer.parent === null && !asParent) return own;
  const parent = parentOf(host, layer);
  const world = parent ? multiply(worldMatrix(project, host, parent, frame, known, true), own) : own;
  known.set(layer.id, world);
  return world;
}
