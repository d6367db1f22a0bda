import type { Bounds } from '../../display';
import { sourceOf } from '../../scene';
import { channelAt, channelsAt, hasContentTime, inOrder, isDrawn, member, newComposition, newNest, POSE, type Channel, type Composition, type Layer, type LayerOf, type Project } from '../../model';
import { clipSpan, hull, sameRate, type Span } from '../../time';
import { count, type Draft } from '../document/change';
import { leaveHost } from '../layers/leave-host';
import type { NestChoice } from './nest-choice';
import { middleOf, RIDERS, type Rider } from './nest-riders';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { shiftedChannel } from '../keys/set-values';
import type { Refused } from '../document/refused';

/** A layer of which one thing goes inside and another stays out: the nest counts from where the layer does. */
export function nestParted(project: Project, host: Composition, layer: Layer, out: ReadonlySet<Rider>, choice: NestChoice): (Draft & { readonly made: readonly string[] }) | Refused {
  const { name, frame, newId, bounds } = choice;
  if (out.has('place')) return nestPictures(project, host, [layer], choice, out);
  const id = newId();
  const inner = pictureOf(project, host, layer, id, name, bounds(layer.id) ?? [0, 0, 0, 0], out);
  const nest = nestInPlace(layer, id, name, newId(), [0, 0, 0, 0], out, choice.span);
  const middle = middleOf(project, host, [layer], layer.parent, frame, bounds);
  const place = middle ? channelsAt({ x: middle[0], y: middle[1], pivotX: middle[0], pivotY: middle[1] }) : {};
  return leaveHost(project, host, [layer], [inner], [{ ...nest, channels: { ...place, ...nest.channels } } as unknown as Layer], `Nest ${count(1, 'layer')} in ${name}`, newId);
}

/** Everything about a layer that is not its picture. */
const ALL: ReadonlySet<Rider> = new Set(RIDERS);

/** Each layer's picture becomes a composition of its own size; the layer stays in place as a nest of it, same id, pose and keys. */
export function nestPictures(project: Project, host: Composition, chosen: readonly Layer[], { name, span, bounds, newId }: NestChoice, out = ALL): (Draft & { readonly made: readonly string[] }) | Refused {
  const compositions: Composition[] = [];
  const nests = new Map<string, Layer>();
  const corners = new Map<string, readonly [number, number]>();
  for (const layer of chosen) {
    if (layer.kind === 'copies') return { refused: whyNoCopies(host, layer) };
    const box = bounds(layer.id);
    if (!isDrawn(layer.kind) || !box) return { refused: `${layer.name} has no picture of its own to put inside.` };
    const why = out === ALL ? whyNoPicture(project, host, layer) : null;
    if (why !== null) return { refused: why };
    const id = newId();
    compositions.push(pictureOf(project, host, layer, id, chosen.length === 1 ? name : layer.name, box, out));
    nests.set(layer.id, nestInPlace(layer, id, out === ALL ? layer.name : name, layer.id, box, out, span));
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

/** Copies are nothing without what they repeat, which stays outside. */
export function whyNoCopies(host: Composition, layer: LayerOf<'copies'>): string {
  return `${layer.name} repeats ${member(host.layers.by, layer.of)?.name ?? 'a layer that is gone'}, which would be left outside; nest both whole.`;
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
function pictureOf(project: Project, host: Composition, layer: Layer, id: string, name: string, [left, top, right, bottom]: Bounds, out: ReadonlySet<Rider>): Composition {
  const source = out.has('timing') ? sourceOf(project, host, layer) : null;
  const duration = Math.max(1, Math.ceil(source ? source.D : (hull(layer.spans)?.[1] ?? host.duration) - layer.start));
  const own = Object.entries(layer.channels as Readonly<Record<string, Channel>>).filter(([one]) => !Object.hasOwn(POSE, one) || (one === 'opacity' ? !out.has('opacity') : !out.has('place')));
  const begins = layer.start;
  const markers = out.has('markers') && !isCued(layer) ? {} : Object.fromEntries(Object.values(layer.markers).map((marker) => [marker.id, { ...marker, at: marker.at - begins }]));
  const inner = {
    ...layer, start: 0, spans: [[0, duration]], markers, parent: null, ...(out.has('place') ? AT_REST : {}),
    clipTo: null, ...(out.has('blend') ? { blend: 'normal' } : {}), visible: true, locked: false, solo: false, guide: false,
    // What bends the time of a source stays outside, on the nest, and so do masks and effects, whose keys it does not bend; what
    // bends the layer's own keys is needed on both sides.
    ...(source ? { timing: { order: [], by: {} }, sampling: 'exact' } : {}),
    ...(goesOut(layer, out) ? { masks: { order: [], by: {} }, effects: { order: [], by: {} } } : {}),
    channels: { ...Object.fromEntries(own), ...(!out.has('place') || left === 0 ? {} : { x: channelAt(-left) }), ...(!out.has('place') || top === 0 ? {} : { y: channelAt(-top) }) },
  } as unknown as Layer;
  const [width, height] = out.has('place') ? [Math.max(1, Math.ceil(right - left)), Math.max(1, Math.ceil(bottom - top))] : [host.width, host.height];
  const size = { width, height, rate: host.rate, duration };
  const rigid = out.has('timing') && layer.kind === 'nest' && layer.take === null ? (member(project.compositions.by, layer.source)?.rigid ?? []) : [];
  return { ...newComposition(id, name, size), rigid, layers: { order: [inner.id], by: { [inner.id]: inner } } };
}

/**
 * The nest that stands where a layer stood. It is not cut at its frame: strokes reach beyond the box, shapes grow, and an
 * edge that is cut where it ends would be softened twice.
 */
function nestInPlace(layer: Layer, source: string, name: string, id: string, [left, top]: Bounds, out: ReadonlySet<Rider>, span?: Span): Layer {
  const channels: Record<string, Channel> = Object.fromEntries(Object.entries(layer.channels as Readonly<Record<string, Channel>>).filter(([one]) => Object.hasOwn(POSE, one) && out.has(one === 'opacity' ? 'opacity' : 'place')));
  if (left !== 0) channels['pivotX'] = shiftedBy(channels['pivotX'], POSE.pivotX.start, -left);
  if (top !== 0) channels['pivotY'] = shiftedBy(channels['pivotY'], POSE.pivotY.start, -top);
  const { start, markers, parent, partner, turnAlong, turnBy, mirrorAt, pose, joint, clipTo, clipSide, blend, visible, solo, guide, colour, note } = layer;
  const keeps = hasContentTime(layer.kind) && out.has('timing');
  const onKeys = inOrder(layer.timing).filter((node) => keeps || (hasContentTime(layer.kind) ? node.on === 'keys' : node.on !== 'content')).map((node) => (keeps ? node : { ...node, on: 'keys' as const }));
  const timing = { order: onKeys.map((node) => node.id), by: Object.fromEntries(onKeys.map((node) => [node.id, node])) };
  const spans = span ? layer.spans.map((one) => clipSpan(one, span)).filter((one) => one !== null) : layer.spans;
  return {
    ...newNest(id, name, spans.length > 0 ? spans : layer.spans, source), start, timing, markers: out.has('markers') || isCued(layer) ? markers : {}, parent, clipTo, clipSide, ...(out.has('blend') ? { blend } : {}), visible, solo, guide, colour, note,
    ...(out.has('place') ? { partner, turnAlong, turnBy, mirrorAt, pose, joint } : {}), ...(keeps ? { sampling: layer.sampling } : { sampling: 'exact' }), ...(goesOut(layer, out) ? { masks: layer.masks, effects: layer.effects } : {}), clipFrame: false, channels,
  } as unknown as Layer;
}

/** Whether markers fire moves of a layer: then they are needed wherever its timing is. */
function isCued({ timing }: Layer): boolean {
  return inOrder(timing).some((node) => node.op === 'cue' && !node.off);
}

/** What a layer's pose is told by, when that stays outside. */
const AT_REST = { partner: null, turnAlong: false, turnBy: 0, mirrorAt: null, pose: null, joint: null } as const;

/** Masks and effects go with the timing of what is shown: they count in the layer's own time. */
function goesOut(layer: Layer, out: ReadonlySet<Rider>): boolean {
  return hasContentTime(layer.kind) && out.has('timing');
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
