import { rescaleLayer } from '../../scene';
import { fromMemory, inOrder, member, newComposition, newProject, type Asset, type Composition, type Layer, type Project } from '../../model';
import { framesPerSecond, hull, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { bringPresets, presetsOf, runningKeys, saidOf, type ClipPreset } from '../keys/clip-presets';
import { withNames } from '../formulas/with-names';
import { nextNames } from '../document/next-name';
import { addedStaggers, carriedStaggers, staggersAmong } from '../staggers/carried-staggers';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf, sameValue, type Patch } from '../document/patch';

/** The composition in a clip that holds the layers themselves. */
const CLIP = 'clip';

/** Layers as a small project of their own: with the compositions that their nests show, however deep, and their media. */
export function copyLayers(project: Project, compositionId: string, ids: readonly string[]): Project | null {
  const host = member(project.compositions.by, compositionId);
  const layers = host ? inOrder(host.layers).filter((layer) => ids.includes(layer.id)) : [];
  if (!host || layers.length === 0) return null;
  const compositions = new Map<string, Composition>();
  const assets = new Map<string, Asset>();
  const gather = (list: readonly Layer[]): void => {
    for (const layer of list) {
      if (!('source' in layer)) continue;
      const composition = member(project.compositions.by, layer.source);
      const asset = member(project.assets.by, layer.source);
      if (asset) assets.set(asset.id, asset);
      if (!composition || compositions.has(composition.id)) continue;
      compositions.set(composition.id, composition);
      gather(inOrder(composition.layers));
    }
  };
  gather(layers);
  const { width, height, rate, duration } = host;
  // The clip's own composition must not take the place of one that comes along.
  let main = CLIP;
  while (compositions.has(main)) main = `${main}-`;
  const clip: Composition = { ...newComposition(main, host.name, { width, height, rate, duration }), staggers: staggersAmong(host, ids), layers: { order: layers.map((layer) => layer.id), by: Object.fromEntries(layers.map((layer) => [layer.id, layer])) } };
  const presets = presetsOf(project, runningKeys(project, [...layers, ...[...compositions.values()].flatMap((one) => inOrder(one.layers))]));
  return {
    ...newProject('Clip', clip),
    presets: { order: presets.map((_, i) => `p${i}`), by: Object.fromEntries(presets.map((preset, i) => [`p${i}`, { ...preset, id: `p${i}` }])) },
    assets: { order: [...assets.keys()], by: Object.fromEntries(assets) },
    compositions: { order: [main, ...compositions.keys()], by: { [main]: clip, ...Object.fromEntries(compositions) } },
  };
}

/** The text of a clip: a project file that any window can read. */
export function clipText(clip: Project): string {
  return JSON.stringify(fromMemory(clip));
}

export type Pasting = {
  /** Where the earliest bar begins; null keeps the times that were copied. */
  readonly at: Frames | null;
  /** The layer above which they are put; null puts them on top. */
  readonly above: string | null;
  readonly newId: () => string;
};

/** Layers of a clip put into a composition. Compositions and media that are here already are used, the others come along, with the curves kept with their project that their keys run by. Links to layers that are not here are named. `made` are the new layers. */
export function pasteLayers(project: Project, compositionId: string, clip: Project, { at, above, newId }: Pasting, verb = 'Paste'): (Draft & { readonly made: readonly string[]; readonly told?: string }) | null {
  const host = member(project.compositions.by, compositionId);
  const from = member(clip.compositions.by, clip.main);
  if (!host || !from || from.layers.order.length === 0) return null;
  const sources = new Map<string, string>();
  const patches: Patch[] = [];
  const newAssets = inOrder(clip.assets).flatMap((asset): readonly Asset[] => {
    const here = inOrder(project.assets).find((one) => one.hash === asset.hash && one.type === asset.type);
    const id = here?.id ?? (member(project.assets.by, asset.id) ? newId() : asset.id);
    sources.set(asset.id, id);
    return here ? [] : [{ ...asset, id }];
  });
  const others = inOrder(clip.compositions).filter((composition) => composition.id !== clip.main);
  // The same composition under the same id is the same thing; another one gets an id of its own.
  const isHere = (composition: Composition) => sameValue(member(project.compositions.by, composition.id), composition);
  const foreign = others.filter((composition) => !isHere(composition));
  for (const composition of foreign) if (member(project.compositions.by, composition.id)) sources.set(composition.id, newId());
  const sourced = (layer: Layer): Layer => ('source' in layer && sources.has(layer.source) ? { ...layer, source: sources.get(layer.source)! } : layer);
  const added = foreign.map((composition): Composition => ({
    ...composition, id: sources.get(composition.id) ?? composition.id,
    layers: { ...composition.layers, by: Object.fromEntries(Object.entries(composition.layers.by).map(([id, layer]) => [id, sourced(layer)])) },
  }));
  const factor = framesPerSecond(host.rate) / framesPerSecond(from.rate);
  const layers = inOrder(from.layers).map((layer) => rescaleLayer(sourced(layer), factor));
  const first = Math.min(...layers.flatMap((layer) => hull(layer.spans)?.[0] ?? []));
  const by = at === null || !Number.isFinite(first) ? 0 : at - first;
  const ids = new Map(layers.map((layer) => [layer.id, newId()]));
  // Links among the pasted go along; links to others hold where those others are here too.
  const lost = new Set<string>();
  const link = (id: string | null, by: string, what: string) => {
    const here = id === null ? null : (ids.get(id) ?? (member(host.layers.by, id) ? id : null));
    if (id !== null && here === null) lost.add(`what ${by} ${what}`);
    return here;
  };
  // A second one of a name is told from the first by a number.
  const names = nextNames(layers.map((layer) => layer.name), Object.values(host.layers.by).map((layer) => layer.name));
  const renamed = new Map(layers.map((layer, i) => [layer.name, names[i]!] as const).filter(([was, is]) => was !== is));
  const made = layers.map((layer): Layer => (renamed.size === 0 ? layer : withNames(layer, renamed))).map((layer, i): Layer => ({
    ...layer, id: ids.get(layer.id)!, name: names[i]!, start: layer.start + by, spans: layer.spans.map(([a, b]) => [a + by, b + by] as const), locked: false,
    markers: Object.fromEntries(Object.values(layer.markers).map((marker) => [marker.id, { ...marker, at: marker.at + by }])),
    parent: link(layer.parent, names[i]!, 'follows'), partner: link(layer.partner, names[i]!, 'mirrors'), clipTo: link(layer.clipTo, names[i]!, 'is clipped by'),
    ...('appliesTo' in layer ? { appliesTo: link(layer.appliesTo, names[i]!, 'applies to') } : {}), ...('of' in layer ? { of: link(layer.of, names[i]!, 'repeats') ?? layer.of } : {}),
  } as Layer));
  if (newAssets.length > 0) patches.push(...newAssets.map((asset) => patchOf(['assets', 'by', asset.id], undefined, asset)), patchOf(['assets', 'order'], project.assets.order, [...project.assets.order, ...newAssets.map((asset) => asset.id)]));
  if (added.length > 0) patches.push(...added.map((composition) => patchOf(compositionPath(composition.id), undefined, composition)), patchOf(['compositions', 'order'], project.compositions.order, [...project.compositions.order, ...added.map((composition) => composition.id)]));
  const { order } = host.layers;
  const place = above === null ? 0 : Math.max(0, order.indexOf(above));
  patches.push(
    ...made.map((layer) => patchOf(layerPath(compositionId, layer.id), undefined, layer)),
    patchOf([...compositionPath(compositionId), 'layers', 'order'], order, [...order.slice(0, place), ...made.map((layer) => layer.id), ...order.slice(place)]),
  );
  const staggers = carriedStaggers(from, ids, renamed, factor, by, newId);
  patches.push(...addedStaggers(host, staggers));
  const brought = bringPresets(project, inOrder(clip.presets) as readonly ClipPreset[], newId);
  patches.push(...brought.patches);
  const told = [...(lost.size > 0 ? [`Not here, so left out: ${[...lost].join(', ')}.`] : []), ...saidOf(brought.names)].join(' ');
  return { event: 'layers.paste', label: `${verb} ${layers.length === 1 ? layers[0]!.name : count(made.length, 'layer')}`, made: made.map((layer) => layer.id), patches, ...(told === '' ? {} : { told }) };
}

/** Copies of layers, just above the topmost of them and at the same time. */
export function duplicateLayers(project: Project, compositionId: string, ids: readonly string[], newId: () => string) {
  const clip = copyLayers(project, compositionId, ids);
  const above = project.compositions.by[compositionId]?.layers.order.find((id) => ids.includes(id)) ?? null;
  return clip && pasteLayers(project, compositionId, clip, { at: null, above, newId }, 'Duplicate');
}
