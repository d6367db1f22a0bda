import { withReplaced, writtenName } from '../../formulas';
import { everyFormula, namedIn, type Naming } from '../../scene';
import { inOrder, member, type Composition, type Layer, type Project } from '../../model';
import type { Made } from '../document/made';
import { membersOf } from '../staggers/stagger';
import { compositionPath, layerPath } from '../document/paths';
import { applyPatches, patchOf, readPath, type Patch } from '../document/patch';

/**
 * Keeps what formulas read true to an edit: where a layer, a dial, a part or a marker is called otherwise, the formulas that name it do so too. Those
 * that the edit itself wrote are left as they were written.
 */
export function keepFormulas(project: Project, draft: Made): Made {
  if (!draft.patches.some(({ path, from, to }) => path[path.length - 1] === 'name' && from !== undefined && to !== undefined && path[0] === 'compositions')) return draft;
  const next = applyPatches(project, draft.patches).project;
  const more: Patch[] = [];
  for (const host of inOrder(project.compositions)) {
    const after = member(next.compositions.by, host.id);
    if (!after) continue;
    for (const { at, layer, text } of everyText(host)) {
      if (readPath(next, at).value !== text) continue;
      const written = rewritten(project, next, host, layer, text);
      if (written !== text) more.push(patchOf(at, text, written));
    }
  }
  if (more.length === 0) return draft;
  const words = `${more.length === 1 ? 'One formula says' : `${more.length} formulas say`} the new name.`;
  return { ...draft, patches: [...draft.patches, ...more], told: draft.told ? `${draft.told} ${words}` : words };
}

/** Every formula that a composition keeps, with the layer that reads: of its layers, and the steps of its staggers. */
function everyText(host: Composition): readonly { readonly at: readonly string[]; readonly layer: Layer; readonly text: string }[] {
  const staggers = inOrder(host.staggers).flatMap((stagger) => {
    const layer = member(host.layers.by, membersOf(stagger)[0]?.layer ?? '');
    return layer && typeof stagger.by === 'string' ? [{ at: [...compositionPath(host.id), 'staggers', 'by', stagger.id, 'by'], layer, text: stagger.by }] : [];
  });
  return [...inOrder(host.layers).flatMap((layer) => everyFormula(layer).map(({ path, text }) => ({ at: [...layerPath(host.id, layer.id), ...path], layer, text }))), ...staggers];
}

function rewritten(project: Project, next: Project, host: Composition, layer: Layer, text: string): string {
  const parts = namedIn(project, host, layer, text).flatMap((naming) => {
    const name = nameNow(next, naming);
    if (name === null || name === naming.name) return [];
    return [{ from: naming.from, to: naming.to, text: naming.of === 'marker' ? `"${name.replaceAll('"', '""')}"` : writtenName({ name, quoted: text[naming.from] === "'" }) }];
  });
  return parts.length === 0 ? text : withReplaced(text, parts);
}

/** What something that a formula names is called after an edit; null where it is gone. */
function nameNow(project: Project, { of, composition, layer: id, id: part }: Naming): string | null {
  const layer = member(project.compositions.by, composition)?.layers.by[id];
  if (!layer) return null;
  switch (of) {
    case 'layer': return layer.name;
    case 'marker': return member(layer.markers, part)?.name ?? null;
    case 'dial': return layer.kind === 'dials' ? (member(layer.dials.by, part)?.name ?? null) : null;
    case 'part': return (member(layer.masks.by, part) ?? member(layer.effects.by, part))?.name ?? null;
  }
}
