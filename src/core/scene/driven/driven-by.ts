import { everyNode, parse } from '../../formulas';
import { inOrder, type Composition, type Layer } from '../../model';
import { liveFormulas } from './live-formulas';

const known = new WeakMap<Composition['layers'], ReadonlyMap<string, readonly string[]>>();

/**
 * Whom the formulas of each layer read, by ids: other layers of the same composition, also as the way into a nest or as the parent. Layers that read
 * none are left out, as is what leads nowhere, or to several of one name.
 */
export function drivenBy({ layers }: Composition): ReadonlyMap<string, readonly string[]> {
  let found = known.get(layers);
  if (!found) {
    const named = new Map<string, Layer | null>();
    for (const layer of inOrder(layers)) named.set(layer.name, named.has(layer.name) ? null : layer);
    const all = inOrder(layers).flatMap((layer): [string, readonly string[]][] => {
      const drivers = readBy(layer, named);
      return drivers.length > 0 ? [[layer.id, drivers]] : [];
    });
    known.set(layers, (found = new Map(all)));
  }
  return found;
}

function readBy(layer: Layer, named: ReadonlyMap<string, Layer | null>): readonly string[] {
  const found = new Set<string>();
  const { tracks, operators } = liveFormulas(layer);
  for (const { text } of [...tracks, ...operators]) {
    const read = parse(text);
    if (!read.ok) continue;
    for (const node of everyNode(read.tree)) {
      if (node.is !== 'path') continue;
      const first = node.nests[0] ?? node.steps[0];
      const own = node.nests.length === 0 && first && !first.quoted ? first.name : null;
      const id = own === 'self' ? layer.id : own === 'parent' ? layer.parent : (named.get(first?.name ?? '')?.id ?? null);
      if (id !== null && id !== layer.id) found.add(id);
    }
  }
  return [...found];
}
