import { countsInHostFrames, rescaleChannel, rescaled, rescaleLayer, rescaleMarkers, rescaleOperator, rescaleTime, sourceOf } from '../../scene';
import { inOrder, member, settleRigid, type Asset, type Channel, type Composition, type Layer, type Project } from '../../model';
import { DUST, framesPerSecond, ratio, sameRate, type Rate, type Span } from '../../time';
import { count, type Draft } from '../document/change';
import { nextName } from '../document/next-name';
import { pictureSwapped } from '../layers/swap-picture';
import { compositionPath, layerPath } from '../document/paths';
import { rescaledStagger } from '../staggers/rescaled-stagger';
import { patchesBetween, patchOf, sameValue, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';

/** Sets or takes away the tempo of a composition. */
export function setTempo(project: Project, compositionId: string, tempo: Composition['tempo']): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || sameValue(composition.tempo, tempo)) return null;
  const label = tempo ? `Set tempo to ${tempo.bpm} bpm` : 'Take the tempo away';
  return { event: 'composition.tempo', label, patches: [patchOf([...compositionPath(compositionId), 'tempo'], composition.tempo, tempo)] };
}

export type CompositionFields = Partial<Pick<Composition, 'name' | 'width' | 'height' | 'background' | 'range' | 'loops' | 'note' | 'colour' | 'rigid'>>;

const WORDS: Readonly<Record<keyof CompositionFields, string>> = { name: 'Rename', width: 'Change size of', height: 'Change size of', background: 'Change ground of', range: 'Set play range of', loops: 'Change', note: 'Note on', colour: 'Mark', rigid: 'Mark rigid spans of' };

/** Sets plain fields of a composition. A play range is kept inside it and at least a frame long; rigid spans are put in order, joined and kept inside. */
export function setComposition(project: Project, compositionId: string, fields: CompositionFields): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const wanted = { ...fields, ...(fields.range ? { range: rangeInside(fields.range, composition.duration) } : {}), ...(fields.rigid ? { rigid: settleRigid(fields.rigid, composition.duration) } : {}) };
  const changed = (Object.entries(wanted) as [keyof CompositionFields, unknown][]).filter(([field, value]) => !sameValue(composition[field], value));
  if (changed.length === 0) return null;
  return {
    event: 'composition.set', label: `${WORDS[changed[0]![0]]} ${composition.name}`,
    patches: changed.map(([field, value]) => patchOf([...compositionPath(compositionId), field], composition[field], value)),
  };
}

function rangeInside([from, to]: Span, duration: number): Span {
  const start = Math.max(0, Math.min(duration - 1, Math.round(from)));
  return [start, Math.max(start + 1, Math.min(duration, Math.round(to)))];
}

/**
 * Makes a composition longer or shorter. Bars that ran to its end run to the new one, either way, unless they are to stay; a
 * range over the whole stays so; loops and reverses that ended where it did, in every use, end where it does.
 */
export function setDuration(project: Project, compositionId: string, duration: number, bars: 'follow' | 'stay' = 'follow'): (Draft & { readonly told?: string }) | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || duration === composition.duration || duration < 1) return null;
  const before = composition.duration;
  const path = compositionPath(compositionId);
  const whole = composition.range[0] === 0 && composition.range[1] === before;
  const range: Span = whole ? [0, duration] : rangeInside(composition.range, duration);
  const rigid = settleRigid(composition.rigid, duration);
  const reached = inOrder(composition.layers).filter((layer) => Math.abs((layer.spans.at(-1)?.[1] ?? 0) - before) <= DUST);
  // A bar that begins beyond the new end keeps what it has.
  const follow = bars === 'stay' ? [] : reached.filter((layer) => layer.spans.at(-1)![0] < duration - DUST);
  const ended = usesOf(project, compositionId).flatMap(({ host, layer }) => (layer.kind === 'nest' && layer.take === null && !layer.locked ? inOrder(layer.timing) : []).flatMap((node) =>
    ((node.op === 'loop' || node.op === 'reverse') && node.on !== 'keys' && node.to === before && (typeof node.from !== 'number' || node.from < duration) ? [patchOf([...layerPath(host.id, layer.id), 'timing', 'by', node.id, 'to'], node.to, duration)] : [])));
  return {
    event: 'composition.length',
    label: `Make ${composition.name} ${count(duration, 'frame')} long${follow.length > 0 ? `, ${count(follow.length, 'bar')} with it` : ''}`,
    ...(ended.length > 0 ? { told: `${count(ended.length, 'loop or reverse', 'loops and reverses')} ended where ${composition.name} did and ${ended.length === 1 ? 'ends' : 'end'} at ${duration} now.` } : {}),
    patches: [
      patchOf([...path, 'duration'], before, duration),
      ...(sameValue(range, composition.range) ? [] : [patchOf([...path, 'range'], composition.range, range)]),
      // Reading would clip them; done here, undo brings back what was beyond the end.
      ...(sameValue(rigid, composition.rigid) ? [] : [patchOf([...path, 'rigid'], composition.rigid, rigid)]),
      ...follow.map((layer) => patchOf([...layerPath(compositionId, layer.id), 'spans'], layer.spans, [...layer.spans.slice(0, -1), [layer.spans.at(-1)![0], duration]])),
      ...ended,
    ],
  };
}

/** Gives a composition another rate; everything keeps its moment in seconds, in it and in every nest that shows it. Where it keeps its frames instead, the rate alone changes. */
export function setRate(project: Project, compositionId: string, rate: Rate, keeps: 'seconds' | 'frames' = 'seconds'): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || sameRate(composition.rate, rate)) return null;
  const label = `Run ${composition.name} at ${Math.round(framesPerSecond(rate) * 1000) / 1000} frames a second`;
  if (keeps === 'frames') return { event: 'composition.rate', label: `${label}, frame for frame`, patches: [patchOf([...compositionPath(compositionId), 'rate'], composition.rate, rate)] };
  const factor = ratio(composition.rate, rate);
  const path = compositionPath(compositionId);
  const duration = Math.max(1, Math.round(composition.duration * factor));
  const to = (at: number) => rescaled(at, factor);
  const whole = composition.range[0] === 0 && composition.range[1] === composition.duration;
  const after: Partial<Record<keyof Composition, unknown>> = {
    rate, duration, range: whole ? [0, duration] : rangeInside([to(composition.range[0]), to(composition.range[1])], duration),
    markers: rescaleMarkers(composition.markers, factor),
    rigid: composition.rigid.map(([from, until]) => [rescaleTime(from, factor), rescaleTime(until, factor)]),
    tempo: composition.tempo && { ...composition.tempo, offset: to(composition.tempo.offset), map: composition.tempo.map?.map(([frame, beat]) => [to(frame), beat]) ?? null },
    takes: { ...composition.takes, by: Object.fromEntries(Object.entries(composition.takes.by).map(([id, take]) => [id, { ...take, from: to(take.from), to: to(take.to) }])) },
    settled: eachOf(composition.settled, (one) => ({ ...one, at: to(one.at) })),
    contacts: eachOf(composition.contacts, (one) => ({ ...one, from: to(one.from), to: to(one.to) })),
    staggers: eachOf(composition.staggers, (one) => ({ ...one, ...rescaledStagger(one, factor), members: (one.members as readonly unknown[]).map((it) => (it !== null && typeof it === 'object' && 'at' in it ? { ...it, at: to(Number(it.at)), ...('was' in it ? { was: to(Number(it.was)) } : {}) } : it)) })),
    tries: eachOf(composition.tries, (one) => ({ ...one, layers: Object.fromEntries(Object.entries(one.layers).map(([id, kept]) => [id, rescaleTry(composition, id, kept, factor)])) })),
  };
  const patches: Patch[] = Object.entries(after).filter(([field, value]) => !sameValue(composition[field as keyof Composition], value)).map(([field, value]) => patchOf([...path, field], composition[field as keyof Composition], value));
  for (const layer of inOrder(composition.layers)) {
    patches.push(...patchesBetween(layerPath(compositionId, layer.id), layer, rescaleLayer(layer, factor)));
  }
  for (const { host, layer } of usesOf(project, compositionId)) {
    // What stands in the composition itself was rescaled above.
    if (host.id === compositionId) continue;
    const at = layerPath(host.id, layer.id);
    const D = sourceOf(project, host, layer)?.D ?? null;
    for (const node of inOrder(layer.timing)) {
      if (countsInHostFrames(layer, node)) continue;
      patches.push(...patchesBetween([...at, 'timing', 'by', node.id], node, rescaleOperator(node, factor, D)));
    }
    // Dials that the nest sets are keyed in the time of its source.
    for (const [name, channel] of Object.entries(layer.kind === 'nest' ? layer.dials : {})) {
      patches.push(...patchesBetween([...at, 'dials', name], channel, rescaleChannel(channel as unknown as Channel, factor)));
    }
  }
  return { event: 'composition.rate', label, patches };
}

function eachOf<T>(list: { readonly order: readonly string[]; readonly by: Readonly<Record<string, T>> }, change: (one: T) => unknown) {
  return { ...list, by: Object.fromEntries(Object.entries(list.by).map(([id, one]) => [id, change(one)])) };
}

/** A timing kept beside the one that plays, as the layer that it is for would have it at another rate. */
function rescaleTry(composition: Composition, id: string, kept: object, factor: number): object {
  const layer = member(composition.layers.by, id);
  if (!layer) return kept;
  const { start, spans, timing, markers } = rescaleLayer({ ...layer, ...kept } as Layer, factor);
  return { ...kept, start, spans, timing, markers };
}

/** Where a composition or an asset is shown: every layer with its host. */
export function usesOf(project: Project, sourceId: string): readonly { readonly host: Composition; readonly layer: Layer }[] {
  return inOrder(project.compositions).flatMap((host) => (usersIn(host).get(sourceId) ?? []).map((layer) => ({ host, layer })));
}

const users = new WeakMap<Composition['layers'], ReadonlyMap<string, readonly Layer[]>>();

/** The layers of a composition by what they show. */
function usersIn({ layers }: Composition): ReadonlyMap<string, readonly Layer[]> {
  let known = users.get(layers);
  if (!known) {
    const bySource = new Map<string, Layer[]>();
    for (const layer of inOrder(layers)) {
      if (!('source' in layer)) continue;
      const list = bySource.get(layer.source);
      if (list) list.push(layer);
      else bySource.set(layer.source, [layer]);
    }
    users.set(layers, (known = bySource));
  }
  return known;
}

/** Whether a composition shows another one, however deep, or is it. */
export function holds(project: Project, outer: string, inner: string, seen: Set<string> = new Set()): boolean {
  if (outer === inner) return true;
  const composition = member(project.compositions.by, outer);
  if (!composition || seen.has(outer)) return false;
  seen.add(outer);
  return inOrder(composition.layers).some((layer) => 'source' in layer && holds(project, layer.source, inner, seen));
}

/** Puts a composition into the library, after the one named or last. A second one of a name gets a number. */
export function addComposition(project: Project, composition: Composition, after: string | null = null): Draft {
  const { order } = project.compositions;
  const at = after === null ? order.length : order.indexOf(after) + 1;
  const name = nextName(composition.name, new Set(Object.values(project.compositions.by).map((one) => one.name)));
  return {
    event: 'composition.add', label: `Add ${composition.name}`,
    patches: [
      patchOf(compositionPath(composition.id), undefined, name === composition.name ? composition : { ...composition, name }),
      patchOf(['compositions', 'order'], order, [...order.slice(0, at), composition.id, ...order.slice(at)]),
    ],
  };
}

/** A copy beside the original, its inner ids kept. */
export function duplicateComposition(project: Project, compositionId: string, id: string): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  return { ...addComposition(project, { ...composition, id }, compositionId), label: `Duplicate ${composition.name}` };
}

/** Who shows something, by name; of many the first few. */
function sayUses(uses: ReturnType<typeof usesOf>): string {
  const names = uses.slice(0, uses.length > 4 ? 3 : 4).map(({ layer, host }) => `${layer.name} in ${host.name}`);
  const all = uses.length > names.length ? [...names, `${uses.length - names.length} more`] : names;
  return all.length === 1 ? all[0]! : `${all.slice(0, -1).join(', ')} and ${all[all.length - 1]}`;
}

/** Takes a composition out of the project; refused while layers show it or when it is the last one. */
export function deleteComposition(project: Project, compositionId: string): Draft | Refused | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const uses = usesOf(project, compositionId).filter(({ host }) => host.id !== compositionId);
  if (uses.length > 0) return { refused: `${composition.name} is shown by ${sayUses(uses)}; delete ${uses.length === 1 ? 'that layer' : 'those'} first.` };
  const { order } = project.compositions;
  if (order.length === 1) return { refused: 'A project keeps at least one composition.' };
  const left = order.filter((id) => id !== compositionId);
  return {
    event: 'composition.delete', label: `Delete ${composition.name}`,
    patches: [
      ...(project.main === compositionId ? [patchOf(['main'], project.main, left[0])] : []),
      patchOf(['compositions', 'order'], order, left),
      patchOf(compositionPath(compositionId), composition, undefined),
    ],
  };
}

/** Makes a composition the one that home shows and a film is rendered from. */
export function setMain(project: Project, compositionId: string): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || project.main === compositionId) return null;
  return { event: 'project.main', label: `Make ${composition.name} the film`, patches: [patchOf(['main'], project.main, compositionId)] };
}

export function renameProject(project: Project, name: string): Draft | null {
  return name === project.name || name.trim() === '' ? null : { event: 'project.rename', label: `Rename the project “${name}”`, patches: [patchOf(['name'], project.name, name)] };
}

/** Brings media into the project. */
export function addAssets(project: Project, assets: readonly Asset[]): Draft | null {
  if (assets.length === 0) return null;
  const { order } = project.assets;
  return {
    event: 'assets.add', label: assets.length === 1 ? `Bring in ${assets[0]!.name}` : `Bring in ${count(assets.length, 'file')}`,
    patches: [...assets.map((asset) => patchOf(['assets', 'by', asset.id], undefined, asset)), patchOf(['assets', 'order'], order, [...order, ...assets.map((asset) => asset.id)])],
  };
}

/** Sets fields of an asset: its name, or another file in its place. */
export function setAsset(project: Project, assetId: string, fields: Readonly<Record<string, unknown>>): Draft | null {
  const asset = member(project.assets.by, assetId) as (Asset & Readonly<Record<string, unknown>>) | undefined;
  if (!asset) return null;
  const changed = Object.entries(fields).filter(([field, value]) => !sameValue(asset[field], value));
  const verb = 'hash' in fields ? 'Replace' : 'Rename';
  if (changed.length === 0) return null;
  const next = { ...asset, ...fields } as unknown as { readonly width: number; readonly height: number };
  // Wherever it is shown, the new picture stands where the old one stood; one that is only sized down otherwise is the same.
  const shown = 'width' in asset && 'hash' in fields ? usesOf(project, assetId).filter(({ layer }) => layer.kind === 'image').flatMap(({ host, layer }) => pictureSwapped(layerPath(host.id, layer.id), layer, asset as unknown as typeof next, next)) : [];
  return { event: 'assets.set', label: `${verb} ${asset.name}`, patches: [...changed.map(([field, value]) => patchOf(['assets', 'by', assetId, field], asset[field], value)), ...shown] };
}

/** Takes media out of the project; refused while layers show it. */
export function deleteAsset(project: Project, assetId: string): Draft | Refused | null {
  const asset = member(project.assets.by, assetId);
  if (!asset) return null;
  const uses = usesOf(project, assetId);
  if (uses.length > 0) return { refused: `${asset.name} is shown by ${sayUses(uses)}; delete ${uses.length === 1 ? 'that layer' : 'those'} or replace the file.` };
  return {
    event: 'assets.delete', label: `Take ${asset.name} out`,
    patches: [patchOf(['assets', 'order'], project.assets.order, project.assets.order.filter((id) => id !== assetId)), patchOf(['assets', 'by', assetId], asset, undefined)],
  };
}
