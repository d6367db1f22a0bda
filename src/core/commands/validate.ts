import { fromMemory, member, projectFile, readLayer, sayIssue, toLayerFile, toMemory, type Issue, type Project } from '../model';
import { sameValue, type Patch } from './patch';

/** Words for what a change would break in the parts of the document that it touched; none when it may stand. */
export function validateTouched(project: Project, patches: readonly Patch[]): readonly string[] {
  const touched = new Map<string, Set<string>>();
  let settings = false;
  for (const { path } of patches) {
    if (path[0] !== 'compositions' || path[1] !== 'by' || path[2] === undefined) {
      settings = true;
      continue;
    }
    const layers = touched.get(path[2]) ?? new Set<string>();
    touched.set(path[2], layers);
    if (path[3] === undefined) {
      settings = true;
      for (const id of Object.keys(member(project.compositions.by, path[2])?.layers?.by ?? {})) layers.add(id);
    }
    if (path[3] === 'layers' && path[4] === 'by' && path[5] !== undefined) layers.add(path[5]);
  }
  const words: string[] = settings ? settingsOf(project) : [];
  for (const [id, layers] of touched) {
    const composition = member(project.compositions.by, id);
    if (composition === undefined) continue;
    if (composition?.id !== id) {
      words.push(`No composition stands under the id ${id}.`);
      continue;
    }
    const { layers: list, ...rest } = composition;
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
  return words.slice(0, 5);
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

function isOrdered({ order, by }: { readonly order: readonly string[]; readonly by: object }): boolean {
  return Array.isArray(order) && order.length === Object.keys(by).length && new Set(order).size === order.length && order.every((id) => Object.hasOwn(by, id));
}
