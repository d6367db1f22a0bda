import { inOrder, type Asset, type Composition, type Layer, type Project } from '../../model';
import type { Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { addAssets, addComposition } from '../compositions/compositions';
import { addLayers, wholeBars } from './create';
import { applyPatches, type Patch } from '../document/patch';

/** What is brought in at once: media, drawings that became compositions, and the layers that show them. */
export type Bringing = { readonly assets: readonly Asset[]; readonly compositions: readonly Composition[]; readonly layers: readonly Layer[]; readonly above: string | null; readonly name?: string | undefined };

/** Brings media and drawings into a project, and layers of them into a composition. The same bytes are the same picture: one that is here already is used again. */
export function bringIn(project: Project, compositionId: string, { assets, compositions, layers, above, name }: Bringing): (Draft & { readonly made: readonly string[] }) | null {
  let now = project;
  const patches: Patch[] = [];
  const step = (draft: Draft | null) => {
    if (!draft) return;
    patches.push(...draft.patches);
    now = applyPatches(now, draft.patches).project;
  };
  const known = new Map<string, string>();
  for (const asset of assets) {
    const here = inOrder(now.assets).find((one) => one.hash === asset.hash && one.type === asset.type);
    if (!here) step(addAssets(now, [asset]));
    known.set(asset.id, here?.id ?? asset.id);
  }
  for (const composition of compositions) step(addComposition(now, composition));
  step(addLayers(now, compositionId, wholeBars(now, compositionId, layers).map((layer) => ('source' in layer && known.has(layer.source) ? ({ ...layer, source: known.get(layer.source)! } as Layer) : layer)), above));
  const many = assets.length + compositions.length;
  return patches.length === 0 ? null : { event: 'media.add', label: `Bring in ${name ?? (many === 1 ? (assets[0] ?? compositions[0])!.name : count(many, 'file'))}`, made: layers.map((layer) => layer.id), patches };
}

/** A drawing's layers last as long as the composition that it comes into. */
export function lastingAs(composition: Composition, { rate, duration }: Pick<Composition, 'rate' | 'duration'>): Composition {
  const whole = (layer: Layer): Layer => ({ ...layer, spans: [[0, duration]] as readonly (readonly [Frames, Frames])[] });
  return { ...composition, rate, duration, range: [0, duration], layers: { ...composition.layers, by: Object.fromEntries(Object.entries(composition.layers.by).map(([id, layer]) => [id, whole(layer)])) } };
}
