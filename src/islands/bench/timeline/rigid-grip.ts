import { rigidEdges } from '../../../core/scene';
import type { Layer } from '../../../core/model';
import type { TimelineView } from '../editor/state';
import type { Grip } from './hit';
import type { RowPlace } from './rows/row';
import { xOf } from './scale';

/** So near, in pixels, an edge is taken hold of, and a marker inside ties it. */
const NEAR = 5;

/** An edge of what is rigid inside, on the bar of a nest: pulled, the span is another in every use. */
export function rigidGrip(layer: Layer, { project, composition }: RowPlace, view: TimelineView, x: number): Grip | null {
  if (layer.kind !== 'nest') return null;
  const near = rigidEdges(project, composition, layer).filter(({ frame }) => Math.abs(xOf(frame, view) - x) <= NEAR);
  const edge = near.sort((a, b) => Math.abs(xOf(a.frame, view) - x) - Math.abs(xOf(b.frame, view) - x))[0];
  if (!edge) return null;
  return {
    kind: 'grip', layer: layer.id, cursor: 'ew-resize', words: `${edge.name}: pull it, for every use`, as: { kind: 'bar', layer: layer.id }, at: edge.frame, limits: [-Infinity, Infinity],
    event: 'composition.set', args: { composition: edge.composition, fields: {} },
    pull(by, _, how) {
      const { rigid, told } = edge.pull(by, how?.ties ? (NEAR * edge.pace) / view.pixelsPerFrame : 0);
      return { move: { fields: { rigid } }, told };
    },
  };
}
