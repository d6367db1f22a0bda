import { everyNode, parse } from '../../formulas';
import { resolvePath } from '../../scene';
import type { Composition, Layer, Project } from '../../model';

/** Functions that read markers of the layer that they stand in. */
const OWN_MARKERS: ReadonlySet<string> = new Set(['when', 'since', 'between']);

/** Whether a formula of a layer asks for anything that the layer itself has: its tracks, its markers, whom it follows. What cannot be read asks nothing. */
export function asksItself(project: Project, host: Composition, layer: Layer, text: string): boolean {
  const read = parse(text);
  if (!read.ok) return false;
  return [...everyNode(read.tree)].some((node) => {
    if (node.is === 'call') return OWN_MARKERS.has(node.name);
    if (node.is !== 'path' || node.nests.length > 0) return false;
    const [first] = node.steps;
    if (!first!.quoted && (first!.name === 'self' || first!.name === 'parent')) return true;
    const found = resolvePath(project, host, layer, node);
    return found?.layer.id === layer.id && found.track?.path[0] !== 'dials';
  });
}
