import type { Bounds } from '../display';
import { sourceOf, worldMatrix } from '../evaluate';
import { channelAt, hasContentTime, inOrder, isDrawn, member, newComposition, newNest, newNull, POSE, type Channel, type Composition, type Layer, type Project } from '../model';
import { clipSpan, hull, moveSpans, sameRate, type Frames } from '../time';
import { count, type Draft } from './change';
import { lostLinks } from './layers';
import { compositionPath, layerPath } from './paths';
import { applyPatches, patchOf, type Patch } from './patch';
import { changedPose } from './pose';
import { setValues } from './set-values';
import { reachLayer } from './target';
import type { Refused } from './timing';

/** What goes into a new nest: layers whole, or their pictures alone while pose, keys and timing stay outside. */
export type NestChoice = {
  readonly name: string;
  readonly inside: 'all' | 'picture';
  /** The nest lasts as long as the composition, or only as its layers' bars do. */
  readonly length: 'whole' | 'bars';
  /** Where nothing else is exact, layers stay where they are at this frame. */
  readonly frame: Frames;
  /** The boxes of the layers' contents in their own spaces, as the picture shows them. */
  readonly bounds: (layer: string) => Bounds | null;
  readonly newId: () => string;
};

/** Wraps layers in a composition of their own. `made` is what should be selected afterwards. */
export function nestLayers(project: Project, compositionId: string, ids: readonly string[], choice: NestChoice): (Draft & { readonly made: readonly string[] }) | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const chosen = host ? host.layers.order.filter((id) => ids.includes(id) && reachLayer(project, compositionId, id)).map((id) => host.layers.by[id]!) : [];
  if (!host || chosen.length === 0) return null;
  return choice.inside === 'picture' ? nestPictures(project, host, chosen, choice) : nestWhole(project, host, chosen, choice);
}

function nestWhole(project: Project, host: Composition, chosen: readonly Layer[], { name, length, frame, newId }: NestChoice): (Draft & { readonly made: readonly string[] }) | Refused {
  const inside = new Set(chosen.map((layer) => layer.id));
  for (const layer of chosen) if (layer.kind === 'copies' && !inside.has(layer.of)) return { refused: `${layer.name} repeats ${member(host.layers.by, layer.of)?.name ?? 'a layer'}, which has to come along.` };
  const [from, to] = length === 'bars' ? wholeFrames(chosen) : [0, host.duration];
  const compositionNew = newComposition(newId(), name, { width: host.width, height: host.height, rate: host.rate, duration: to - from });
  // One parent outside for all: the nest follows it, and nothing inside has to change.
  const roots = chosen.filter((layer) => layer.parent === null || !inside.has(layer.parent));
  const parents = new Set(roots.map((layer) => layer.parent));
  const shared = parents.size === 1 ? [...parents][0]! : null;
  const moved = chosen.map((layer): Layer => {
    const links = Object.fromEntries(['parent', 'partner', 'clipTo', 'appliesTo'].filter((field) => field in layer && (layer as unknown as Record<string, string | null>)[field] !== null && !inside.has((layer as unknown as Record<string, string>)[field]!)).map((field) => [field, null]));
    return { ...layer, ...links, start: layer.start - from, spans: moveSpans(layer.spans, -from), markers: Object.fromEntries(Object.values(layer.markers).map((marker) => [marker.id, { ...marker, at: marker.at - from }])) } as Layer;
  });
  let filled: Composition = { ...compositionNew, layers: { order: moved.map((layer) => layer.id), by: Object.fromEntries(moved.map((layer) => [layer.id, layer])) } };
  if (parents.size > 1) filled = keepWorlds(project, host, { ...project, compositions: { ...project.compositions, by: { ...project.compositions.by, [filled.id]: filled } } }, filled.id, roots.filter((layer) => layer.parent !== null), frame, frame - from);
  const nest: Layer = { ...newNest(newId(), name, [[from, to]], filled.id), start: from, parent: shared, ...(shared === null ? {} : { clipFrame: false }) } as Layer;
  return leaveHost(project, host, chosen, [filled], [nest], frame, `Nest ${count(chosen.length, 'layer')} in ${name}`);
}

/** The layers' poses changed so that they lie inside as they lay in the host at the frame. */
function keepWorlds(project: Project, host: Composition, next: Project, compositionId: string, layers: readonly Layer[], frame: Frames, inner: Frames): Composition {
  const composition = next.compositions.by[compositionId]!;
  const values = layers.flatMap((layer) => changedPose(next, composition, composition.layers.by[layer.id]!, inner, worldMatrix(project, host, layer, frame, new Map())));
  const draft = setValues(next, compositionId, values, { frame: inner, keying: false, newId: () => '' });
  return draft ? applyPatches(next, draft.patches).project.compositions.by[compositionId]! : composition;
}

/** Takes layers out of their host and puts nests in their place, at the topmost of them. */
function leaveHost(project: Project, host: Composition, chosen: readonly Layer[], compositions: readonly Composition[], nests: readonly Layer[], frame: Frames, label: string): Draft & { readonly made: readonly string[] } {
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

/** Each layer's picture becomes a composition of its own size; the layer stays in place as a nest of it, same id, pose and keys. */
function nestPictures(project: Project, host: Composition, chosen: readonly Layer[], { name, bounds, newId }: NestChoice): (Draft & { readonly made: readonly string[] }) | Refused {
  const patches: Patch[] = [];
  const made: string[] = [];
  for (const layer of chosen) {
    const box = bounds(layer.id);
    if (!isDrawn(layer.kind) || !box) return { refused: `${layer.name} has no picture of its own to put inside.` };
    const outer = hull(layer.spans);
    if (outer && outer[0] < layer.start) return { refused: `${layer.name} begins before its own start; slide its content first.` };
    const source = sourceOf(project, host, layer);
    if (source && !sameRate(source.rate, host.rate)) return { refused: `${layer.name} shows a source of another rate; its layers can go inside only whole.` };
    const [left, top, right, bottom] = box;
    const duration = Math.max(1, Math.ceil(source ? source.D : (outer ? outer[1] : host.duration) - layer.start));
    const posed = Object.keys(POSE);
    const channels = layer.channels as Readonly<Record<string, Channel>>;
    const innerChannels = Object.fromEntries(Object.entries(channels).filter(([one]) => !posed.includes(one)));
    const inner = {
      ...layer, start: 0, spans: [[0, duration]], timing: { order: [], by: {} }, markers: {}, parent: null, partner: null, clipTo: null, blend: 'normal', visible: true, locked: false, solo: false, guide: false,
      channels: { ...innerChannels, ...(left === 0 ? {} : { x: channelAt(-left) }), ...(top === 0 ? {} : { y: channelAt(-top) }) },
    } as unknown as Layer;
    const id = newId();
    const composition: Composition = { ...newComposition(id, chosen.length === 1 ? name : layer.name, { width: Math.max(1, Math.ceil(right - left)), height: Math.max(1, Math.ceil(bottom - top)), rate: host.rate, duration }), layers: { order: [inner.id], by: { [inner.id]: inner } } };
    const outerChannels: Record<string, Channel> = Object.fromEntries(Object.entries(channels).filter(([one]) => posed.includes(one)));
    if (left !== 0) outerChannels['pivotX'] = shiftedBy(outerChannels['pivotX'], -left);
    if (top !== 0) outerChannels['pivotY'] = shiftedBy(outerChannels['pivotY'], -top);
    const nest = { ...newNest(layer.id, layer.name, layer.spans, id), start: layer.start, timing: layer.timing, markers: layer.markers, parent: layer.parent, partner: layer.partner, clipTo: layer.clipTo, clipSide: layer.clipSide, blend: layer.blend, visible: layer.visible, solo: layer.solo, guide: layer.guide, colour: layer.colour, note: layer.note, sampling: layer.sampling, channels: outerChannels } as unknown as Layer;
    patches.push(patchOf(compositionPath(id), undefined, composition), patchOf(layerPath(host.id, layer.id), layer, nest));
    made.push(id);
    // The nest's own space begins at its upper left; whoever follows it moves over by as much.
    for (const follower of inOrder(host.layers)) if (follower.parent === layer.id) patches.push(...movedOver(host.id, follower, -left, -top));
  }
  patches.push(patchOf(['compositions', 'order'], project.compositions.order, [...project.compositions.order, ...made]));
  return { event: 'layers.nest', label: `Nest the picture of ${chosen.length === 1 ? chosen[0]!.name : count(chosen.length, 'layer')}`, made: chosen.map((layer) => layer.id), patches };
}

function movedOver(hostId: string, layer: Layer, dx: number, dy: number): readonly Patch[] {
  const channels = layer.channels as Readonly<Record<string, Channel | undefined>>;
  const path = [...layerPath(hostId, layer.id), 'channels'];
  const place = channels['position'];
  if (place) {
    const add = (value: unknown) => [(value as number[])[0]! + dx, (value as number[])[1]! + dy];
    const after = { ...place, value: add(place.value), keys: Object.fromEntries(Object.entries(place.keys).map(([id, key]) => [id, { ...key, value: add(key.value) }])) };
    return [patchOf([...path, 'position'], place, after)];
  }
  return ([['x', dx], ['y', dy]] as const).filter(([, by]) => by !== 0).map(([name, by]) => patchOf([...path, name], channels[name], shiftedBy(channels[name], by)));
}

function shiftedBy(channel: Channel | undefined, by: number): Channel {
  if (!channel) return channelAt(by);
  return { ...channel, value: (channel.value as number) + by, keys: Object.fromEntries(Object.entries(channel.keys).map(([id, key]) => [id, { ...key, value: (key.value as number) + by }])) };
}

function wholeFrames(layers: readonly Layer[]): readonly [Frames, Frames] {
  const outers = layers.flatMap((layer) => hull(layer.spans) ?? []);
  const from = Math.floor(Math.min(...outers));
  return [from, Math.max(from + 1, Math.ceil(Math.max(...outers)))];
}

/** Takes a nest apart: its layers come out into the host, under a null where the nest had a pose of its own. */
export function unnestLayer(project: Project, compositionId: string, layerId: string, newId: () => string): (Draft & { readonly made: readonly string[] }) | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const nest = reachLayer(project, compositionId, layerId);
  const source = nest?.kind === 'nest' ? member(project.compositions.by, nest.source) : undefined;
  if (!host || nest?.kind !== 'nest' || !source) return null;
  const why = whyWhole(nest, host, source);
  if (why !== null) return { refused: why };
  const by = nest.start - (sourceOf(project, host, nest)?.offset ?? 0);
  const inner = inOrder(source.layers);
  const ids = new Map(inner.map((layer) => [layer.id, newId()]));
  const pose = Object.fromEntries(Object.entries(nest.channels as Readonly<Record<string, Channel>>).filter(([name, channel]) => name !== 'opacity' && (Object.keys(channel.keys).length > 0 || channel.value !== POSE[name as keyof typeof POSE].start)));
  const holder = Object.keys(pose).length === 0 ? null : ({ ...newNull(newId(), nest.name, nest.spans, {}), start: nest.start, parent: nest.parent, markers: nest.markers, timing: nest.timing, colour: nest.colour, channels: pose } as Layer);
  const root = holder?.id ?? nest.parent;
  const link = (id: string | null) => (id === null ? null : (ids.get(id) ?? null));
  const out = inner.map((layer): Layer => {
    const spans = moveSpans(layer.spans, by).flatMap((span) => nest.spans.flatMap((room) => { const cut = clipSpan(span, room); return cut ? [cut] : []; }));
    return {
      ...layer, id: ids.get(layer.id)!, start: layer.start + by, spans: spans.length > 0 ? spans : layer.spans, visible: layer.visible && nest.visible && spans.length > 0,
      markers: Object.fromEntries(Object.values(layer.markers).map((marker) => [marker.id, { ...marker, at: marker.at + by }])),
      parent: layer.parent === null ? (isDrawn(layer.kind) ? root : null) : link(layer.parent), partner: link(layer.partner), clipTo: link(layer.clipTo),
      ...('appliesTo' in layer ? { appliesTo: link(layer.appliesTo) } : {}), ...('of' in layer ? { of: ids.get(layer.of) ?? layer.of } : {}),
    } as Layer;
  });
  const { order } = host.layers;
  const added = [...(holder ? [holder] : []), ...out];
  const followers = inOrder(host.layers).filter((layer) => layer.parent === nest.id);
  return {
    event: 'layers.unnest', label: `Take ${nest.name} apart`, made: out.map((layer) => layer.id),
    patches: [
      ...inOrder(host.layers).filter((layer) => layer.id !== nest.id).flatMap((layer) => lostLinks(layer, new Set([nest.id])).map((field) => patchOf([...layerPath(host.id, layer.id), field], nest.id, field === 'parent' && followers.includes(layer) ? root : null))),
      patchOf(layerPath(host.id, nest.id), nest, undefined),
      ...added.map((layer) => patchOf(layerPath(host.id, layer.id), undefined, layer)),
      patchOf([...compositionPath(host.id), 'layers', 'order'], order, order.flatMap((id) => (id === nest.id ? added.map((layer) => layer.id) : [id]))),
    ],
  };
}

/** Why a nest cannot be taken apart without changing the picture, or null. */
function whyWhole(nest: Extract<Layer, { kind: 'nest' }>, host: Composition, source: Composition): string | null {
  if (inOrder(nest.timing).some((node) => !node.off && hasContentTime(nest.kind) && node.on !== 'keys')) return `${nest.name} bends the time of what it shows; take its timing off first.`;
  if (!sameRate(host.rate, source.rate)) return `${source.name} runs at another rate than ${host.name}; give them one rate first.`;
  const opacity = nest.channels.opacity as Channel | undefined;
  if (opacity && (opacity.value !== 100 || Object.keys(opacity.keys).length > 0)) return `${nest.name} is see-through as a whole; set its opacity to 100 % first.`;
  if (nest.blend !== 'normal') return `${nest.name} blends as a whole; set its blending to normal first.`;
  return null;
}

