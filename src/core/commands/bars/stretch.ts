import { keyCount, ownTracks, sourceOf, rescaleChannel, rescaled } from '../../scene';
import { hasContentTime, inOrder, inTime, member, type Channel, type Composition, type Layer, type OperatorEntry, type Project } from '../../model';
import { newOperator } from '../../timing';
import { beatAt, frameOfBeat, hull, type Frames, type Span, type Tempo } from '../../time';
import type { Draft } from '../document/change';
import { forLayers, nameOf } from '../layers/layers';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';
import { namesBeside } from '../document/next-name';
import { layerPath } from '../document/paths';
import { patchOf, sameValue, type Patch } from '../document/patch';


/** Stretches never make a bar shorter than this. */
const SHORTEST = 1;

/** How far a bar is stretched: by frames, to so many times its length, to a length, until its end stands at a frame, or on the beat that is nearest to it. */
export type StretchTo = { readonly by: Frames } | { readonly factor: number } | { readonly length: Frames } | { readonly at: Frames } | { readonly beat: true };

/**
 * Stretches layers in time by one end of their bars; the other end stays. Keys, markers and what a nest shows stretch
 * along: the content gets a speed (or its first speed changes). Of a nest whose source has rigid spans only the rest gives: it is brought to a length, and
 * stops where only rigid is left. Each layer is stretched by the same number of frames, or to the same.
 */
export function stretchLayers(project: Project, compositionId: string, ids: readonly string[], end: 'start' | 'end', to: Frames | StretchTo, newId: () => string): Made | Refused | null {
  const how = typeof to === 'number' ? { by: to } : to;
  const host = member(project.compositions.by, compositionId);
  if ('beat' in how && host && !host.tempo) return { refused: `${host.name} has no tempo; type one first.` };
  const keyed: string[] = [];
  const draft = forLayers(project, compositionId, ids, 'layers.stretch', 'Stretch', (layer, path) => {
    const outer = hull(layer.spans);
    if (!outer || !host) return [];
    const { factor } = stretchFactor(project, compositionId, layer, end, wantedBy(host, outer, end, how));
    if (factor === 1) return [];
    if (layer.kind !== 'nest' && ownTracks(layer).some(({ channel }) => channel && keyCount(channel) > 1)) keyed.push(layer.id);
    return stretched(project, compositionId, layer, path, end === 'end' ? outer[0] : outer[1], factor, newId);
  });
  if (!draft || keyed.length === 0) return draft;
  // Keys have nothing rigid among them; inside a nest what moves can keep its pace.
  return { ...draft, told: `${nameOf(project, compositionId, keyed)}: all keys give alike.`, offer: { words: 'Nest, and keep what moves', do: 'layers.elastic', with: { composition: compositionId, layers: keyed, end, ...how }, instead: true } };
}

/** By how many frames a bar's end goes; to the right is more. */
function wantedBy({ tempo, rate }: Composition, [from, to]: Span, end: 'start' | 'end', how: StretchTo): Frames {
  const longer = (by: Frames) => (end === 'end' ? by : -by);
  const now = end === 'end' ? to : from;
  if ('by' in how) return how.by;
  if ('factor' in how) return longer((to - from) * (how.factor - 1));
  if ('length' in how) return longer(how.length - (to - from));
  if ('at' in how) return how.at - now;
  return tempo ? Math.round(frameOfBeat(Math.round(beatAt(now, tempo as Tempo, rate)), tempo as Tempo, rate)) - now : 0;
}

/** How long a layer's bar becomes, against what it was (1.5 is half as long again), and whether it stops there because only rigid is left. */
export function stretchFactor(project: Project, compositionId: string, layer: Layer, end: 'start' | 'end', by: Frames): { readonly factor: number; readonly stops: boolean } {
  const outer = hull(layer.spans);
  if (!outer) return { factor: 1, stops: false };
  const length = outer[1] - outer[0];
  const wanted = Math.max(SHORTEST, end === 'end' ? length + by : length - by) / length;
  const least = leastFactor(project, compositionId, layer);
  return { factor: Math.max(least, wanted), stops: wanted < least };
}

/** What a nest's rigid spans make of a stretch: how long it is brought to now, and how much of that is rigid, in frames of its source. Null where nothing is rigid, or another step than an elastic one says how it runs. */
function elasticOf(project: Project, compositionId: string, layer: Layer): { readonly node: OperatorEntry | null; readonly length: Frames; readonly whole: Frames } | null {
  const host = member(project.compositions.by, compositionId);
  const source = host && layer.kind === 'nest' ? sourceOf(project, host, layer) : null;
  if (!source || source.rigid.length === 0) return null;
  const whole = source.rigid.reduce((sum, [from, to]) => sum + to - from, 0);
  const on = inOrder(layer.timing).filter((node) => !node.off);
  const [node] = on;
  if (on.length === 0) return { node: null, length: source.D, whole };
  return on.length === 1 && node!.op === 'elastic' && typeof node!.length === 'number' ? { node: node!, length: node!.length, whole } : null;
}

/** The least that a layer can be stretched to, against what it is: where only rigid is left. */
function leastFactor(project: Project, compositionId: string, layer: Layer): number {
  const elastic = elasticOf(project, compositionId, layer);
  return elastic && elastic.length > 0 ? Math.min(1, elastic.whole / elastic.length) : 0;
}

function stretched(project: Project, compositionId: string, layer: Layer, path: readonly string[], anchor: Frames, factor: number, newId: () => string): readonly Patch[] {
  const move = (at: Frames) => rescaled(anchor + (at - anchor) * factor, 1);
  const patches: Patch[] = [
    patchOf([...path, 'spans'], layer.spans, layer.spans.map(([from, to]) => [move(from), move(to)])),
    ...Object.values(layer.markers).map((marker) => patchOf([...path, 'markers', marker.id, 'at'], marker.at, move(marker.at))),
  ];
  const start = move(layer.start);
  if (start !== layer.start) patches.push(patchOf([...path, 'start'], layer.start, start));
  const bendsKeys = inOrder(layer.timing).some((node) => !node.off && (node.on ?? (hasContentTime(layer.kind) ? 'content' : 'keys')) !== 'content');
  const elastic = elasticOf(project, compositionId, layer);
  if (elastic) patches.push(...broughtTo(layer, path, elastic, rescaled(elastic.length * factor, 1), newId));
  else if (hasContentTime(layer.kind)) patches.push(...faster(layer, path, 1 / factor, bendsKeys ? 'both' : undefined, newId));
  else if (bendsKeys) patches.push(...faster(layer, path, 1 / factor, undefined, newId));
  // Where keys have a timing of their own, the speed before it stretches them.
  if (!bendsKeys) for (const found of ownTracks(layer)) if (found.channel) patches.push(...spreadKeys([...path, ...found.path], found.channel, factor));
  return patches;
}

function broughtTo(layer: Layer, path: readonly string[], { node }: { readonly node: OperatorEntry | null }, length: Frames, newId: () => string): readonly Patch[] {
  if (node) return [patchOf([...path, 'timing', 'by', node.id, 'length'], (node as unknown as { readonly length: Frames }).length, length)];
  const id = newId();
  return [patchOf([...path, 'timing', 'by', id], undefined, newOperator('elastic', id, { length })), patchOf([...path, 'timing', 'order'], layer.timing.order, [id, ...layer.timing.order])];
}

function faster(layer: Layer, path: readonly string[], rate: number, on: 'both' | undefined, newId: () => string): readonly Patch[] {
  const [first] = inOrder(layer.timing);
  if (first?.op === 'speed' && !first.off && first.on === on && first.at === 0 && typeof first.rate === 'number') {
    return [patchOf([...path, 'timing', 'by', first.id, 'rate'], first.rate, first.rate * rate)];
  }
  const id = newId();
  const node = { ...newOperator('speed', id, { rate }), ...(on === undefined ? {} : { on }) };
  return [patchOf([...path, 'timing', 'by', id], undefined, node), patchOf([...path, 'timing', 'order'], layer.timing.order, [id, ...layer.timing.order])];
}

/** Keys moved apart or together from layer time 0, their handles with them. */
function spreadKeys(path: readonly string[], channel: Channel, factor: number): readonly Patch[] {
  const wider = rescaleChannel(channel, factor);
  return inTime(channel.keys).flatMap((key) => (['at', 'right', 'left', 'kept'] as const).flatMap((field) => {
    const next = wider.keys[key.id]![field];
    return sameValue(key[field], next) ? [] : [patchOf([...path, 'keys', key.id, field], key[field], next)];
  }));
}

/** Cuts layers in two at a frame that lies inside their bars; the later part is a layer of its own, just above, with a number to its name. `made` are the later parts. */
export function splitLayers(project: Project, compositionId: string, ids: readonly string[], frame: Frames, newId: () => string): (Draft & { readonly made: readonly string[] }) | null {
  const composition = project.compositions.by[compositionId];
  const later = new Map<string, string>();
  const nameFor = namesBeside(Object.values(composition?.layers.by ?? {}).map((layer) => layer.name));
  const draft = forLayers(project, compositionId, ids, 'layers.split', 'Split', (layer, path) => {
    const outer = hull(layer.spans);
    if (!outer || frame <= outer[0] || frame >= outer[1]) return [];
    const before = layer.spans.flatMap(([from, to]) => (from < frame ? [[from, Math.min(to, frame)] as const] : []));
    const after = layer.spans.flatMap(([from, to]) => (to > frame ? [[Math.max(from, frame), to] as const] : []));
    const id = newId();
    later.set(layer.id, id);
    return [patchOf([...path, 'spans'], layer.spans, before), patchOf(layerPath(compositionId, id), undefined, { ...layer, id, name: nameFor(layer.name), spans: after })];
  });
  if (!draft || !composition) return null;
  const order = composition.layers.order.flatMap((id) => (later.has(id) ? [later.get(id)!, id] : [id]));
  return { ...draft, made: [...later.values()], patches: [...draft.patches, patchOf(['compositions', 'by', compositionId, 'layers', 'order'], composition.layers.order, order)] };
}
