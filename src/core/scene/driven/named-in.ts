import { everyNode, parse, type TextPlace } from '../../formulas';
import { inOrder, type Composition, type Layer, type Project } from '../../model';
import { resolve } from './resolve';

/** Something that a formula names, where it does so: a layer, a dial, a part of a layer, or one of the layer's own markers. */
export type Naming = TextPlace & { readonly name: string; readonly of: 'layer' | 'dial' | 'part' | 'marker'; readonly composition: string; readonly layer: string; /** Of a dial, part or marker. */ readonly id: string };

/** What a formula names, as far as it leads anywhere. */
export function namedIn(project: Project, host: Composition, owner: Layer, text: string): readonly Naming[] {
  const read = parse(text);
  if (!read.ok) return [];
  const found: Naming[] = [];
  for (const node of everyNode(read.tree)) {
    if (node.is === 'call' && MARKING.has(node.name)) for (const arg of node.args) {
      const marker = arg.is === 'text' ? Object.values(owner.markers).find(({ name }) => name === arg.value) : undefined;
      if (marker) found.push({ from: arg.from, to: arg.to, name: marker.name, of: 'marker', composition: host.id, layer: owner.id, id: marker.id });
    }
    if (node.is !== 'path') continue;
    try {
      const { through, host: inside, layer, track } = resolve(project, host, owner, node);
      through.forEach(({ host: one, nest }, i) => found.push({ ...node.nests[i]!, of: 'layer', composition: one.id, layer: nest.id, id: nest.id }));
      const [first, second] = node.steps;
      if (node.nests.length > 0 || first!.quoted || (first!.name !== 'self' && first!.name !== 'parent')) found.push({ ...first!, of: 'layer', composition: inside.id, layer: layer.id, id: layer.id });
      // A public dial of a nest is called as what it shows calls it.
      const [holder, dial] = layer.kind === 'nest' && track?.path[0] === 'dials' ? track.address.split('/') : [];
      if (layer.kind === 'nest' && second && dial !== undefined) found.push({ ...second, of: 'dial', composition: layer.source, layer: holder!, id: dial });
      const part = second && dial === undefined && partNamed(layer, second.name);
      if (part) found.push({ ...second, of: layer.kind === 'dials' ? 'dial' : 'part', composition: inside.id, layer: layer.id, id: part });
    } catch {
      // What leads nowhere names nothing.
    }
  }
  return found;
}

const MARKING: ReadonlySet<string> = new Set(['when', 'since', 'between']);

function partNamed(layer: Layer, name: string): string | null {
  const parts = layer.kind === 'dials' ? inOrder(layer.dials) : [...inOrder(layer.masks), ...inOrder(layer.effects)];
  return parts.find((one) => one.name === name)?.id ?? null;
}
