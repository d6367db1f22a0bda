import { fromMemory, inOrder, member, projectFile, readLayer, sayIssue, toLayerFile, toMemory, type Composition, type Issue, type Layer, type Project } from '../../model';
import { sameValue, type Patch } from './patch';

/** Words for what a change would break in the parts of the document that it touched; none when it may stand. */
export function validateTouched(project: Project, patches: readonly Patch[]): readonly string[] {
  const touched = new Map<string, Set<string>>();
  const markers = touchedMarkers(patches);
  let settings = false;
  const touch = (composition: string, layers: readonly string[]) => {
    const known = touched.get(composition) ?? new Set<string>();
    touched.set(composition, known);
    for (const layer of layers) known.add(layer);
  };
  const whole = (composition: string) => touch(composition, Object.keys(member(project.compositions.by, composition)?.layers?.by ?? {}));
  // All that lies beneath a path was touched by it.
  for (const { path } of patches) {
    const [root, by, composition, part, of, layer] = path;
    if (root !== 'compositions' || composition === undefined || part === undefined) settings = true;
    if (root !== 'compositions' || by === 'order') continue;
    if (composition === undefined) for (const id of Object.keys(project.compositions.by)) whole(id);
    else if (part === undefined || (part === 'layers' && (of === undefined || (of === 'by' && layer === undefined)))) whole(composition);
    else touch(composition, part === 'layers' && of === 'by' ? [layer!] : []);
  }
  const words: string[] = settings ? settingsOf(project) : [];
  // A film that was missing before is not its fault.
  const film = patches.some(({ path, to }) => path[0] === 'main' || (path[0] === 'compositions' && path[1] !== 'order' && (path.length < 3 || (path.length === 3 && to === undefined && path[2] === project.main))));
  if (words.length === 0 && film && !member(project.compositions.by, project.main)) words.push('The composition that is the film would not be there.');
  for (const [id, layers] of touched) {
    const composition = member(project.compositions.by, id);
    if (composition === undefined) continue;
    if (composition?.id !== id) {
      words.push(`No composition stands under the id ${id}.`);
      continue;
    }
    const { layers: list, ...own } = composition;
    const rest = { ...own, markers: markers.of(id, own.markers) };
    const parsed = projectFile.shape.compositions.unwrap().element.safeParse({ ...(fromMemory(rest) as object), layers: [] });
    words.push(...refused(parsed, `composition “${composition.name}”`));
    // Reading would fill in what is missing; here nothing may be.
    if (parsed.success && (!rest.range || !sameValue({ ...(toMemory(parsed.data) as object), layers: null }, { ...rest, layers: null }))) words.push(`Composition “${composition.name}” is not whole any more.`);
    if (!isOrdered(list)) words.push(`The order of layers of “${composition.name}” does not fit its layers.`);
    for (const layerId of layers) {
      const layer = member(list.by, layerId);
      if (layer === undefined) continue;
      if (layer?.id !== layerId) {
        words.push(`No layer stands under the id ${layerId}.`);
        continue;
      }
      const read = readLayer(toLayerFile(layer), composition.duration);
      if (!read.ok) words.push(...read.issues.map((issue: Issue) => `Layer “${layer.name}”: ${sayIssue(issue)}`));
      else if (!sameValue(read.value, layer)) words.push(`Layer “${layer.name}” is not whole any more.`);
      else if (!isOrdered(layer.timing)) words.push(`The order of operators of “${layer.name}” does not fit them.`);
    }
  }
  return [...words, ...(words.length > 0 ? [] : strayFollowers(project, patches))].slice(0, 5);
}

/** Of a composition's markers those that patches touch: there may be thousands, and one that a change leaves alone is as it was. */
function touchedMarkers(patches: readonly Patch[]): { readonly of: (composition: string, markers: Composition['markers']) => Composition['markers'] } {
  const named = new Map<string, Set<string>>();
  const all = new Set<string>();
  let everywhere = false;
  for (const { path: [root, by, composition, part, of] } of patches) {
    if (root !== 'compositions' || by === 'order' || part === 'layers') continue;
    if (composition === undefined) everywhere = true;
    else if (part === 'markers' && of !== undefined) named.set(composition, (named.get(composition) ?? new Set()).add(of));
    else if (part === undefined || part === 'markers') all.add(composition);
  }
  return {
    of(composition, markers) {
      // What stands there may be anything.
      if (everywhere || all.has(composition) || markers === null || typeof markers !== 'object' || Array.isArray(markers)) return markers;
      return Object.fromEntries([...(named.get(composition) ?? [])].filter((id) => Object.hasOwn(markers, id)).map((id) => [id, markers[id]!]));
    },
  };
}

/** Followers that a change leaves without the layer they follow, or leads back to themselves. What was so before is not its fault. */
function strayFollowers(project: Project, patches: readonly Patch[]): readonly string[] {
  const gone = new Map<Composition, Set<string>>();
  const words = patches.flatMap(({ path, from, to }): readonly string[] => {
    const [root, , id, part, , layerId, field] = path;
    if (root !== 'compositions' || part !== 'layers' || layerId === undefined || path.length > 7 || (field !== undefined && field !== 'parent')) return [];
    const composition = member(project.compositions.by, id!);
    const layer = composition && member(composition.layers.by, layerId);
    if (composition && !layer) gone.set(composition, (gone.get(composition) ?? new Set()).add(layerId));
    const parentIn = (value: unknown) => (field === 'parent' ? value : (value as { readonly parent?: unknown } | undefined)?.parent) ?? null;
    if (!layer || layer.parent === null || parentIn(from) === parentIn(to)) return [];
    if (!member(composition.layers.by, layer.parent)) return [`${layer.name} would follow a layer that is not there.`];
    // A ring that comes back whole, by undoing, is one that the checks name.
    return field === 'parent' && leadsBack(composition, layer) ? [`${layer.name} would follow itself.`] : [];
  });
  for (const [{ layers }, ids] of gone) for (const layer of inOrder(layers)) if (layer.parent !== null && ids.has(layer.parent)) words.push(`${layer.name} follows a layer that this takes away.`);
  return words;
}

/** Whether those that a layer follows come to one of them a second time. */
function leadsBack({ layers }: Composition, layer: Layer): boolean {
  const passed = new Set<Layer>();
  for (let at: Layer | undefined = layer; at; at = at.parent === null ? undefined : member(layers.by, at.parent)) {
    if (passed.has(at)) return true;
    passed.add(at);
  }
  return false;
}

function settingsOf(project: Project): string[] {
  const { compositions, ...rest } = project;
  const parsed = projectFile.safeParse({ ...(fromMemory(rest) as object), compositions: [] });
  const words = refused(parsed, 'the project');
  if (parsed.success && (rest.main === undefined || !sameValue({ ...(toMemory(parsed.data) as object), compositions: null }, { ...rest, compositions: null }))) words.push('The project is not whole any more.');
  return isOrdered(compositions) ? words : [...words, 'The order of compositions does not fit them.'];
}

function refused(result: { readonly success: boolean; readonly error?: { readonly issues: readonly { readonly message: string; readonly path: readonly PropertyKey[] }[] } | undefined }, what: string): string[] {
  return result.success ? [] : (result.error?.issues ?? []).map((issue) => `In ${what}, ${issue.path.join('.') || 'it'}: ${issue.message}`);
}

function isOrdered(list: { readonly order: readonly string[]; readonly by: object }): boolean {
  const { order, by } = list;
  return Object.keys(list).length === 2 && Array.isArray(order) && by !== null && typeof by === 'object' && !Array.isArray(by) && order.length === Object.keys(by).length && new Set(order).size === order.length && order.every((id) => Object.hasOwn(by, id));
}
