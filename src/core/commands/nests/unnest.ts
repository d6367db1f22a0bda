import { staysInside } from '../../display';
import { evaluateFrame } from '../../evaluate';
import { asksItself } from '../formulas/asks-itself';
import { canChange, givenDials, hasKeys, sourceOf, sourceTimeAt, type Track } from '../../scene';
import { inOrder, isDrawn, member, newNull, POSE, type Channel, type Composition, type Layer, type LayerOf, type Project } from '../../model';
import { operatorOf } from '../../timing';
import { clipSpan, moveSpans, sameRate, type Frames } from '../../time';
import type { Draft } from '../document/change';
import { holds } from '../compositions/compositions';
import { lostLinks } from '../layers/layers';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf } from '../document/patch';
import { reachLayer } from '../document/target';
import { addedStaggers, carriedStaggers } from '../staggers/carried-staggers';
import type { Refused } from '../document/refused';

type Nest = LayerOf<'nest'>;

/**
 * Takes a nest apart: its layers come out into the host, under a null where the nest had a pose, a timing of its keys or
 * markers. Refused, with the reason, wherever a frame would look different afterwards.
 */
export function unnestLayer(project: Project, compositionId: string, layerId: string, newId: () => string): (Draft & { readonly made: readonly string[] }) | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const nest = reachLayer(project, compositionId, layerId);
  const source = nest?.kind === 'nest' ? member(project.compositions.by, nest.source) : undefined;
  if (!host || nest?.kind !== 'nest' || !source) return null;
  const why = whyWhole(project, host, nest, source);
  if (why !== null) return { refused: why };
  const { D, offset } = sourceOf(project, host, nest)!;
  const by = nest.start - offset;
  const inner = inOrder(source.layers);
  const ids = new Map(inner.map((layer) => [layer.id, newId()]));
  const holder = holderOf(nest, newId);
  const root = holder?.id ?? nest.parent;
  const link = (id: string | null) => (id === null ? null : (ids.get(id) ?? null));
  // The nest shows its source only where it has a bar and the source has a picture.
  const room = nest.spans.map((span) => clipSpan(span, [nest.start, nest.start + D])).filter((span) => span !== null);
  const given = givenDials(project, nest);
  const out = inner.map((layer): Layer => {
    const set = given.filter((one) => dialOf(one).layer === layer.id);
    const spans = moveSpans(layer.spans, by).flatMap((span) => room.flatMap((part) => { const cut = clipSpan(span, part); return cut ? [cut] : []; }));
    return {
      ...layer, ...(layer.kind === 'dials' && set.length > 0 ? { dials: withGiven(layer, set, offset - layer.start) } : {}), id: ids.get(layer.id)!, start: layer.start + by, spans: spans.length > 0 ? spans : moveSpans(layer.spans, by),
      // What is not in film is never seen through a nest.
      visible: layer.visible && !layer.guide && nest.visible && spans.length > 0, guide: layer.guide || nest.guide, solo: nest.solo,
      markers: Object.fromEntries(Object.values(layer.markers).map((marker) => [marker.id, { ...marker, at: marker.at + by }])),
      parent: layer.parent === null ? (isDrawn(layer.kind) ? root : null) : link(layer.parent), partner: link(layer.partner), clipTo: link(layer.clipTo),
      ...('appliesTo' in layer ? { appliesTo: link(layer.appliesTo) } : {}), ...('of' in layer ? { of: ids.get(layer.of) ?? layer.of } : {}),
    } as Layer;
  });
  const { order } = host.layers;
  const added = [...(holder ? [holder] : []), ...out];
  const staggers = carriedStaggers(source, ids, new Map(), 1, by, newId);
  return {
    event: 'layers.unnest', label: `Take ${nest.name} apart`, made: out.map((layer) => layer.id),
    patches: [
      ...inOrder(host.layers).filter((layer) => layer.id !== nest.id).flatMap((layer) => lostLinks(layer, new Set([nest.id])).map((field) => patchOf([...layerPath(host.id, layer.id), field], nest.id, field === 'parent' ? root : null))),
      patchOf(layerPath(host.id, nest.id), nest, undefined),
      ...added.map((layer) => patchOf(layerPath(host.id, layer.id), undefined, layer)),
      patchOf([...compositionPath(host.id), 'layers', 'order'], order, order.flatMap((id) => (id === nest.id ? added.map((layer) => layer.id) : [id]))),
      ...addedStaggers(host, staggers),
    ],
  };
}

/** A dial that a nest gives, by the ids of the layer inside that holds it, and its own. */
function dialOf({ address }: Pick<Track, 'address'>): { readonly layer: string; readonly dial: string } {
  const [layer, dial] = address.split('/') as [string, string];
  return { layer, dial };
}

/** A layer of dials whose dials are what a nest gave them, keys so many frames later. */
function withGiven({ dials }: LayerOf<'dials'>, given: readonly Track[], by: Frames): LayerOf<'dials'>['dials'] {
  const later = (channel: Channel): Channel => ({ ...channel, keys: Object.fromEntries(Object.entries(channel.keys).map(([id, key]) => [id, { ...key, at: key.at + by }])) });
  const set = given.map(({ address, channel }) => { const { dial } = dialOf({ address }); return [dial, { ...dials.by[dial]!, channels: { value: later(channel!) } }] as const; });
  return { ...dials, by: { ...dials.by, ...Object.fromEntries(set) } } as LayerOf<'dials'>['dials'];
}

/** A null with what the nest had for itself: its pose, how the time of its keys runs, its markers; null when it had none of these. */
function holderOf(nest: Nest, newId: () => string): Layer | null {
  const pose = Object.entries(nest.channels as Readonly<Record<string, Channel>>).filter(([name, channel]) => name !== 'opacity' && (hasKeys(channel) || channel.value !== POSE[name as keyof typeof POSE].start));
  if ((pose.length === 0 || standsStill(nest)) && Object.keys(nest.markers).length === 0) return null;
  const { start, parent, partner, markers, timing, colour, note, turnAlong, turnBy, mirrorAt, joint } = nest;
  return { ...newNull(newId(), nest.name, nest.spans, {}), start, parent, partner, markers, timing, colour, note, turnAlong, turnBy, mirrorAt, joint, pose: nest.pose, channels: Object.fromEntries(pose) } as Layer;
}

/** Whether a pose moves nothing, ever: a pivot that stands where its layer does. */
function standsStill(nest: Nest): boolean {
  const channels = nest.channels as Readonly<Record<string, Channel | undefined>>;
  const value = (name: keyof typeof POSE) => channels[name]?.value ?? POSE[name].start;
  const others = (Object.keys(POSE) as (keyof typeof POSE)[]).filter((name) => !['x', 'y', 'pivotX', 'pivotY', 'opacity', 'position'].includes(name));
  return !channels['position'] && Object.values(channels).every((channel) => !channel || !canChange(channel)) && value('x') === value('pivotX') && value('y') === value('pivotY') && others.every((name) => value(name) === POSE[name].start) && !nest.turnAlong;
}

/** Why a nest cannot be taken apart without changing a picture, or losing something that only a nest can have; null when it can. */
function whyWhole(project: Project, host: Composition, nest: Nest, source: Composition): string | null {
  const { name } = nest;
  if (holds(project, source.id, host.id)) return `${name} shows the composition that it stands in; give it another source first.`;
  const bending = inOrder(nest.timing).filter((node) => node.on !== 'keys');
  if (bending.some((node) => !node.off)) return `${name} bends the time of what it shows; take its timing off first.`;
  if (bending[0]) return `${name} keeps ${operatorOf(bending[0].op)?.title ?? bending[0].op} switched off, which no layer of its own could keep; take it off the list first.`;
  if (!sameRate(host.rate, source.rate)) return `${source.name} runs at another rate than ${host.name}; give them one rate first.`;
  if (nest.sampling === 'whole' && nest.start !== Math.round(nest.start)) return `${name} shows whole frames and begins between two; let it begin on one first.`;
  const opacity = nest.channels.opacity as Channel | undefined;
  if (opacity && (opacity.value !== 100 || hasKeys(opacity))) return `${name} is see-through as a whole; set its opacity to 100 % first.`;
  if (nest.blend !== 'normal') return `${name} blends as a whole; set its blending to normal first.`;
  if (inOrder(nest.masks).length > 0) return `${name} has a mask as a whole; take it off first.`;
  if (inOrder(nest.effects).length > 0) return `${name} has an effect as a whole; take it off first.`;
  if (nest.clipTo !== null) return `${name} is clipped as a whole; set it free first.`;
  const driven = whyDriven(project, host, nest, source);
  if (driven) return driven;
  const bent = givenDials(project, nest).find(({ address, channel }) => hasKeys(channel!) && member(source.layers.by, dialOf({ address }).layer)!.timing.order.length > 0);
  if (bent) return `${bent.spec.label} of ${name} is keyed, and the dials inside have a timing of their own; take that off first.`;
  if (nest.travel !== null) return `${name} travels by its contacts; let go of that first.`;
  const leans = inOrder(host.layers).find((layer) => layer.clipTo === nest.id || ('of' in layer && layer.of === nest.id) || ('appliesTo' in layer && layer.appliesTo === nest.id));
  if (leans) return `${leans.name} needs ${name} as a whole; set it free first.`;
  const seen = inOrder(source.layers).filter((layer) => layer.visible && !layer.guide);
  const blends = seen.find((layer) => isDrawn(layer.kind) && layer.blend !== 'normal');
  if (blends) return `${blends.name} inside blends with the others inside alone; set its blending to normal first.`;
  const wash = seen.find((layer) => layer.kind === 'wash');
  if (wash) return `${wash.name} inside changes what lies under it inside alone; take it out first.`;
  return nest.clipFrame ? whyCut(project, host, nest, source) : null;
}

/** Why a formula that gives a dial of a nest cannot become the dial's own: it asks the nest itself, or its time would be another. */
function whyDriven(project: Project, host: Composition, nest: Nest, source: Composition): string | null {
  const { offset } = sourceOf(project, host, nest)!;
  for (const { address, channel, spec } of givenDials(project, nest)) {
    if (channel!.formula === null) continue;
    const first = `turn it into keys, or take it away, first.`;
    if (asksItself(project, host, nest, channel!.formula)) return `${spec.label} of ${nest.name} is driven by a formula that asks ${nest.name} itself, which goes; ${first}`;
    const dials = member(source.layers.by, dialOf({ address }).layer)!;
    if (dials.start !== offset) return `${spec.label} of ${nest.name} is driven by a formula, and the dials inside begin at another time; ${first}`;
    if (nest.timing.order.length > 0 || dials.timing.order.length > 0) return `${spec.label} of ${nest.name} is driven by a formula, and a timing bends when that is; ${first}`;
  }
  return null;
}

/** Layers times frames that are looked at; more would keep the page waiting. */
const MOST = 100_000;

/** Why being clipped to its frame can be seen on a nest, or null when it cannot: nothing ever reaches beyond it. */
function whyCut(project: Project, host: Composition, nest: Nest, source: Composition): string | null {
  const cut = `${nest.name} is clipped to its frame, and something inside may reach beyond it; let it not be clipped first.`;
  const resting = standsStill(nest) && nest.parent === null;
  if (resting && source.width >= host.width && source.height >= host.height) return null;
  if (source.layers.order.length * host.duration > MOST) return cut;
  const offset = sourceOf(project, host, nest)!.offset;
  // How far words reach is known only where their fonts are.
  if (textLayersIn(project, source.id, new Set())) return cut;
  for (let frame = 0; frame < host.duration; frame++) {
    const at = sourceTimeAt(project, host, nest, frame);
    if (at === null) continue;
    const { root } = evaluateFrame(project, source.id, at + offset, { faces: () => null, purpose: 'output' })!;
    if (!staysInside(root.items, [source.width, source.height])) return cut;
  }
  return null;
}

function textLayersIn(project: Project, id: string, seen: Set<string>): boolean {
  const composition = member(project.compositions.by, id);
  if (!composition || seen.has(id)) return false;
  seen.add(id);
  return inOrder(composition.layers).some((layer) => layer.visible && (layer.kind === 'text' || (layer.kind === 'nest' && textLayersIn(project, layer.source, seen))));
}
