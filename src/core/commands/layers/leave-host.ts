import { worldMatrix } from '../../scene';
import type { Composition, Layer, Project } from '../../model';
import type { Frames } from '../../time';
import type { Draft } from '../document/change';
import { lostLinks } from './layers';
import { compositionPath, layerPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import { changedPose } from '../poses/pose';
import { setValues } from '../keys/set-values';

/** Takes layers out of their host and puts nests in their place, at the topmost of them. */
export function leaveHost(project: Project, host: Composition, chosen: readonly Layer[], compositions: readonly Composition[], nests: readonly Layer[], frame: Frames, label: string): Draft & { readonly made: readonly string[] } {
  const path = compositionPath(host.id);
  const gone = new Set(chosen.map((layer) => layer.id));
  const { order, by } = host.layers;
  const left = order.filter((id) => !gone.has(id)).map((id) => by[id]!);
  const links: Patch[] = left.flatMap((layer) => lostLinks(layer, gone).map((field) => patchOf([...layerPath(host.id, layer.id), field], (layer as unknown as Record<string, unknown>)[field], null)));
  // Followers of what leaves stay where they are at the frame.
  const freed = applyPatches(project, links).project;
  const values = left.filter((layer) => layer.parent !== null && gone.has(layer.parent)).flatMap((layer) => changedPose(freed, freed.compositions.by[host.id]!, freed.compositions.by[host.id]!.layers.by[layer.id]!, frame, worldMatrix(project, host, layer, frame, new Map())));
  const stay = setValues(freed, host.id, values, { frame, keying: false, newId: () => '' });
  const top = order.findIndex((id) => gone.has(id));
  const after = [...order.slice(0, top), ...nests.map((nest) => nest.id), ...order.slice(top).filter((id) => !gone.has(id))];
  return {
    event: 'layers.nest', label, made: nests.map((nest) => nest.id),
    patches: [
      ...compositions.map((composition) => patchOf(compositionPath(composition.id), undefined, composition)),
      patchOf(['compositions', 'order'], project.compositions.order, [...project.compositions.order, ...compositions.map((composition) => composition.id)]),
      ...links, ...(stay?.patches ?? []),
      ...chosen.map((layer) => patchOf(layerPath(host.id, layer.id), layer, undefined)),
      ...nests.map((nest) => patchOf(layerPath(host.id, nest.id), undefined, nest)),
      patchOf([...path, 'layers', 'order'], order, after),
    ],
  };
}
