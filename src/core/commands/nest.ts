import type { Bounds } from '../display';
import { sourceOf, worldMatrix } from '../scene';
import { channelAt, hasContentTime, inOrder, isDrawn, member, newComposition, newNest, POSE, type Channel, type Composition, type Layer, type Project } from '../model';
import { hull, moveSpans, sameRate, type Frames } from '../time';
import { count, type Draft } from './change';
import { lostLinks } from './layers';
import { compositionPath, layerPath } from './paths';
import { applyPatches, patchOf, type Patch } from './patch';
import { changedPose } from './pose';
import { setValues, shiftedChannel } from './set-values';
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
  const left = inOrder(host.layers).find((layer) => layer.kind === 'copies' && !inside.has(layer.id) && inside.has(layer.of));
  if (left?.kind === 'copies') return { refused: `${left.name} repeats ${host.layers.by[left.of]!.name} and has to come along.` };
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
  const compositions: Composition[] = [];
  const nests = new Map<string, Layer>();
  const corners = new Map<string, readonly [number, number]>();
  for (const layer of chosen) {
    const box = bounds(layer.id);
    if (!isDrawn(layer.kind) || !box) return { refused: `${layer.name} has no picture of its own to put inside.` };
    const why = whyNoPicture(project, host, layer);
    if (why !== null) return { refused: why };
    const id = newId();
    compositions.push(pictureOf(project, host, layer, id, chosen.length === 1 ? name : layer.name, box));
    nests.set(layer.id, nestInPlace(layer, id, box));
    corners.set(layer.id, [-box[0], -box[1]]);
  }
  // A nest's own space begins at its upper left; whoever follows it moves over by as much, whether it became a nest itself or not.
  const moved = inOrder(host.layers).flatMap((layer): readonly Patch[] => {
    const corner = layer.parent === null ? undefined : corners.get(layer.parent);
    const nest = nests.get(layer.id);
    const before = nest ?? layer;
    const after = corner && isDrawn(layer.kind) ? movedOver(before, corner) : before;
    return after === layer ? [] : nest ? [patchOf(layerPath(host.id, layer.id), layer, after)] : differingChannels(host.id, layer, after);
  });
  return {
    event: 'layers.nest', label: `Nest the picture of ${chosen.length === 1 ? chosen[0]!.name : count(chosen.length, 'layer')}`, made: chosen.map((layer) => layer.id),
    patches: [
      ...compositions.map((composition) => patchOf(compositionPath(composition.id), undefined, composition)),
      ...moved,
      patchOf(['compositions', 'order'], project.compositions.order, [...project.compositions.order, ...compositions.map((composition) => composition.id)]),
    ],
  };
}

/** Why a layer's picture cannot be put inside without changing a frame, or null. */
function whyNoPicture(project: Project, host: Composition, layer: Layer): string | null {
  const outer = hull(layer.spans);
  if (outer && outer[0] < layer.start) return `${layer.name} begins before its own start; slide its content first.`;
  const source = sourceOf(project, host, layer);
  if (!source) return null;
  if (!sameRate(source.rate, host.rate)) return `${layer.name} shows a source of another rate; its layers can go inside only whole.`;
  if (source.D !== Math.round(source.D)) return `${layer.name} shows a source that ends between two frames; its layers can go inside only whole.`;
  if (inOrder(layer.timing).some((node) => JSON.stringify(node).includes('"marker"'))) return `${layer.name} is timed by markers of what it shows, which would be one nest further in.`;
  return null;
}

/** The composition that holds a layer's picture: no pose of its own, its times counted from the layer's start. */
function pictureOf(project: Project, host: Composition, layer: Layer, id: string, name: string, [left, top, right, bottom]: Bounds): Composition {
  const source = sourceOf(project, host, layer);
  const duration = Math.max(1, Math.ceil(source ? source.D : (hull(layer.spans)?.[1] ?? host.duration) - layer.start));
  const own = Object.entries(layer.channels as Readonly<Record<string, Channel>>).filter(([one]) => !Object.hasOwn(POSE, one));
  const inner = {
    ...layer, start: 0, spans: [[0, duration]], markers: {}, parent: null, partner: null, turnAlong: false, turnBy: 0, mirrorAt: null, pose: null, joint: null,
    clipTo: null, blend: 'normal', visible: true, locked: false, solo: false, guide: false,
    // What bends the time of a source stays outside, on the nest, and so do masks and effects, whose keys it does not bend; what
    // bends the layer's own keys is needed on both sides.
    ...(source ? { timing: { order: [], by: {} }, sampling: 'exact' } : {}),
    ...(hasContentTime(layer.kind) ? { masks: { order: [], by: {} }, effects: { order: [], by: {} } } : {}),
    channels: { ...Object.fromEntries(own), ...(left === 0 ? {} : { x: channelAt(-left) }), ...(top === 0 ? {} : { y: channelAt(-top) }) },
  } as unknown as Layer;
  const size = { width: Math.max(1, Math.ceil(right - left)), height: Math.max(1, Math.ceil(bottom - top)), rate: host.rate, duration };
  const rigid = layer.kind === 'nest' && layer.take === null ? (member(project.compositions.by, layer.source)?.rigid ?? []) : [];
  return { ...newComposition(id, name, size), rigid, layers: { order: [inner.id], by: { [inner.id]: inner } } };
}

/**
 * The nest that stands where a layer stood. It is not cut at its frame: strokes reach beyond the box, shapes grow, and an
 * edge that is cut where it ends would be softened twice.
 */
function nestInPlace(layer: Layer, source: string, [left, top]: Bounds): Layer {
  const channels: Record<string, Channel> = Object.fromEntries(Object.entries(layer.channels as Readonly<Record<string, Channel>>).filter(([one]) => Object.hasOwn(POSE, one)));
  if (left !== 0) channels['pivotX'] = shiftedBy(channels['pivotX'], POSE.pivotX.start, -left);
  if (top !== 0) channels['pivotY'] = shiftedBy(channels['pivotY'], POSE.pivotY.start, -top);
  const { start, markers, parent, partner, turnAlong, turnBy, mirrorAt, pose, joint, clipTo, clipSide, blend, visible, solo, guide, colour, note } = layer;
  const keeps = hasContentTime(layer.kind);
  const onKeys = inOrder(layer.timing).filter((node) => keeps || node.on !== 'content').map((node) => (keeps ? node : { ...node, on: 'keys' as const }));
  const timing = { order: onKeys.map((node) => node.id), by: Object.fromEntries(onKeys.map((node) => [node.id, node])) };
  return {
    ...newNest(layer.id, layer.name, layer.spans, source), start, timing, markers, parent, partner, turnAlong, turnBy, mirrorAt, pose, joint, clipTo, clipSide, blend, visible, solo, guide, colour, note,
    ...(keeps ? { sampling: layer.sampling, masks: layer.masks, effects: layer.effects } : { sampling: 'exact' }), clipFrame: false, channels,
  } as unknown as Layer;
}

/** A layer whose parent's own space begins elsewhere. */
function movedOver(layer: Layer, [dx, dy]: readonly [number, number]): Layer {
  if (dx === 0 && dy === 0) return layer;
  const channels = layer.channels as Readonly<Record<string, Channel | undefined>>;
  const place = channels['position'];
  const moved = place
    ? { position: shiftedChannel(place, (value) => [(value as number[])[0]! + dx, (value as number[])[1]! + dy]) }
    : { ...(dx === 0 ? {} : { x: shiftedBy(channels['x'], POSE.x.start, dx) }), ...(dy === 0 ? {} : { y: shiftedBy(channels['y'], POSE.y.start, dy) }) };
  return { ...layer, mirrorAt: layer.mirrorAt === null ? null : layer.mirrorAt + dx, channels: { ...channels, ...moved } } as unknown as Layer;
}

function differingChannels(hostId: string, before: Layer, after: Layer): readonly Patch[] {
  const path = layerPath(hostId, before.id);
  const [old, now] = [before.channels, after.channels] as readonly Readonly<Record<string, Channel | undefined>>[];
  return [
    ...Object.keys(now!).filter((name) => old![name] !== now![name]).map((name) => patchOf([...path, 'channels', name], old![name], now![name])),
    ...(before.mirrorAt === after.mirrorAt ? [] : [patchOf([...path, 'mirrorAt'], before.mirrorAt, after.mirrorAt)]),
  ];
}

function shiftedBy(channel: Channel | undefined, start: number, by: number): Channel {
  return channel ? shiftedChannel(channel, (value) => (value as number) + by) : channelAt(start + by);
}

function wholeFrames(layers: readonly Layer[]): readonly [Frames, Frames] {
  const outers = layers.flatMap((layer) => hull(layer.spans) ?? []);
  const from = Math.floor(Math.min(...outers));
  return [from, Math.max(from + 1, Math.ceil(Math.max(...outers)))];
}
