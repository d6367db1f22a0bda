import { member, type Project } from '../../model';
import type { Draft } from '../document/change';
import { layerPath } from '../document/paths';
import { patchOf } from '../document/patch';
import { reachable } from './posed-layers';
import type { Refused } from '../document/refused';

/** Makes two layers partners of each other: poses are mirrored between them. Whoever was a partner of one of them is none any more. */
export function makePartners(project: Project, compositionId: string, ids: readonly string[]): Draft | Refused | null {
  const [a, b, ...more] = reachable(project, compositionId, ids);
  if (!a || !b || more.length > 0) return { refused: 'Partners are two layers that are not locked.' };
  if (a.partner === b.id && b.partner === a.id) return null;
  const others = Object.values(member(project.compositions.by, compositionId)!.layers.by).filter((one) => one !== a && one !== b && (one.partner === a.id || one.partner === b.id));
  return {
    event: 'layers.partners', label: `Make ${a.name} and ${b.name} partners`,
    patches: [...([[a, b.id], [b, a.id], ...others.map((one) => [one, null] as const)] as const).filter(([layer, partner]) => layer.partner !== partner).map(([layer, partner]) => patchOf([...layerPath(compositionId, layer.id), 'partner'], layer.partner, partner))],
  };
}
