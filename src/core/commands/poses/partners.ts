import { inOrder, member, type Composition, type Layer, type Project } from '../../model';
import { count, type Draft } from '../document/change';
import { layerPath } from '../document/paths';
import { patchOf } from '../document/patch';
import { reachable } from './posed-layers';
import type { Refused } from '../document/refused';

/** Words of which partners have one each, in the languages of names that people give. */
const SIDES = [['left', 'right'], ['l', 'r'], ['near', 'far'], ['links', 'rechts'], ['upper', 'lower'], ['front', 'back']] as const;

/** The name that a partner would have: the same, but for the word of a side. Null where no word says one. */
function partnerName(name: string): string | null {
  const words = [...name.matchAll(/[\p{L}\p{N}]+/gu)];
  for (const sides of SIDES) for (const [from, to] of [sides, [sides[1], sides[0]]] as const) {
    const word = words.find(([text]) => text.toLowerCase() === from);
    if (word) return `${name.slice(0, word.index)}${to}${name.slice(word.index + from.length)}`.toLowerCase();
  }
  return null;
}

/** Whom a layer's name makes its partner: "Arm, left" and "Arm, right". Null where there is none, or either has one. */
export function partnerByName(composition: Composition, layer: Layer): Layer | null {
  const wanted = layer.partner === null ? partnerName(layer.name) : null;
  const found = wanted === null ? [] : inOrder(composition.layers).filter((one) => one.id !== layer.id && one.kind === layer.kind && one.partner === null && one.name.toLowerCase() === wanted);
  return found.length === 1 ? found[0]! : null;
}

/** Makes two layers partners of each other: poses are mirrored between them. Whoever was a partner of one of them is none any more. One layer, or more than two, are paired by their names. */
export function makePartners(project: Project, compositionId: string, ids: readonly string[]): Draft | Refused | null {
  const chosen = reachable(project, compositionId, ids);
  const [a, b] = chosen;
  if (!a) return { refused: 'Partners are two layers that are not locked.' };
  if (!b || chosen.length > 2) return pairedByName(project, compositionId, chosen);
  if (a.partner === b.id && b.partner === a.id) return null;
  const others = Object.values(member(project.compositions.by, compositionId)!.layers.by).filter((one) => one !== a && one !== b && (one.partner === a.id || one.partner === b.id));
  return {
    event: 'layers.partners', label: `Make ${a.name} and ${b.name} partners`,
    patches: [...([[a, b.id], [b, a.id], ...others.map((one) => [one, null] as const)] as const).filter(([layer, partner]) => layer.partner !== partner).map(([layer, partner]) => patchOf([...layerPath(compositionId, layer.id), 'partner'], layer.partner, partner))],
  };
}

function pairedByName(project: Project, compositionId: string, layers: readonly Layer[]): Draft | Refused {
  const composition = member(project.compositions.by, compositionId)!;
  const pairs = new Map<string, readonly [Layer, Layer]>();
  for (const layer of layers) {
    const partner = partnerByName(composition, layer);
    if (partner && !partner.locked) pairs.set([layer.id, partner.id].sort().join('\n'), [layer, partner]);
  }
  if (pairs.size === 0) return { refused: 'No names of these layers make a pair, as in “Arm, left” and “Arm, right”: select two, and they are partners whatever they are called.' };
  return {
    event: 'layers.partners', label: pairs.size === 1 ? `Make ${[...pairs.values()][0]!.map(({ name }) => name).join(' and ')} partners` : `Make ${count(pairs.size, 'pair')} of partners`,
    patches: [...pairs.values()].flatMap(([one, other]) => [patchOf([...layerPath(compositionId, one.id), 'partner'], one.partner, other.id), patchOf([...layerPath(compositionId, other.id), 'partner'], other.partner, one.id)]),
  };
}
