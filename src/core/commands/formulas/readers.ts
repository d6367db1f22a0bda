import { everyFormula, namedIn } from '../../scene';
import { inOrder, member, type Project } from '../../model';

/** Something of a composition that formulas may name: a layer, or a dial of one. */
type Named = { readonly layer: string; readonly dial?: string };

/** Who reads what is to go, in words: layers of the same composition, or of one that shows it, that stay and whose formulas name it. */
export function readersOf(project: Project, compositionId: string, going: readonly Named[]): readonly string[] {
  const goes = (layer: string) => going.some((one) => one.dial === undefined && one.layer === layer);
  const found = new Set<string>();
  for (const host of inOrder(project.compositions)) for (const layer of inOrder(host.layers)) {
    if (host.id === compositionId && goes(layer.id)) continue;
    for (const { text } of everyFormula(layer)) for (const { of, composition, layer: owner, id } of namedIn(project, host, layer, text)) {
      if (composition !== compositionId || !going.some((one) => one.layer === owner && (one.dial === undefined ? of === 'layer' : of === 'dial' && one.dial === id))) continue;
      const name = member(project.compositions.by, composition)?.layers.by[owner]?.name ?? owner;
      found.add(`a formula of ${layer.name} reads ${name}`);
    }
  }
  return [...found];
}
