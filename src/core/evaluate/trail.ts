import { innermost, type Cause } from './innermost';
import { hasContentTime, inTime, member, type Project } from '../model';
import { DUST, type Frames } from '../time';
import type { Step } from '../timing';
import { compositionOf, drivesIn, hasKeys, keyedAt, keyTimeAt, keyTimesOf, sourceOf, sourceTimeAt, timingOf, trackAt, unbent, valueAt } from '../scene';

/** One stop of the trail: the number first, what made it beneath. */
export type TrailStop = {
  readonly at: Frames;
  readonly title: string;
  /** What a click leads to. */
  readonly leads: { readonly kind: 'none' } | { readonly kind: 'operator'; readonly id: string } | { readonly kind: 'nest'; readonly composition: string } | { readonly kind: 'key'; readonly frame: Frames };
};

export type Trail = {
  readonly stops: readonly TrailStop[];
  /** The way that the time of the layer's own keys takes beside its picture's. Empty where they simply count from its start. */
  readonly keys: readonly TrailStop[];
  /** Why nothing shows, when nothing does: the innermost reason, in words. */
  readonly nothing: string | null;
  /** Where that lies. */
  readonly cause: Cause | null;
};

/** From a composition's frame to the picture of a layer and to its keys: the same calls that paint, with a trace. */
export function trail(project: Project, compositionId: string, layerId: string, frame: Frames): Trail | null {
  const host = compositionOf(project, compositionId);
  const layer = host && member(host.layers.by, layerId);
  if (!host || !layer) return null;
  const stops: TrailStop[] = [{ at: frame, title: host.name, leads: { kind: 'none' } }];
  const at = sourceTimeAt(project, host, layer, frame, true, (stop) =>
    stops.push({ at: stop.at, title: stop.title, leads: stop.kind === 'operator' ? { kind: 'operator', id: stop.id } : { kind: 'none' } }));
  const cause = innermost(project, host, layer, frame);
  const source = 'source' in layer ? (compositionOf(project, layer.source)?.name ?? null) : null;
  const { keySteps } = timingOf(project, host, layer).stack;
  const own: TrailStop = { at: keyTimeAt(project, host, layer, frame), title: `${layer.name}'s own keys`, leads: { kind: 'none' } };
  const keys = keySteps.length === 0 ? [] : [...through(keySteps, frame), own];
  if (!hasContentTime(layer.kind)) {
    return { stops: [...stops, ...(keys.length === 0 ? [own] : keys)], keys: [], nothing: cause?.words ?? null, cause };
  }
  if (at !== null && source !== null && 'source' in layer) stops.push({ at, title: `of ${source}`, leads: { kind: 'nest', composition: layer.source } });
  // Through the nests that lead to what shows nothing.
  let [inside, now] = [host, frame];
  for (const [i, id] of (cause?.way ?? []).entries()) {
    const nest = inside.layers.by[id]!;
    const next = 'source' in nest ? compositionOf(project, nest.source) : null;
    if (!next) break;
    now = (sourceTimeAt(project, inside, nest, now, true) ?? 0) + (sourceOf(project, inside, nest)?.offset ?? 0);
    if (i > 0) stops.push({ at: now, title: `of ${next.name}`, leads: { kind: 'none' } });
    inside = next;
  }
  return { stops, keys, nothing: cause?.words ?? null, cause };
}

/**
 * How a number comes about at a frame: the key that it left, how it runs from there and how far it is, and what it comes to. Empty for
 * what has no keys, or holds no number.
 */
export function trackTrail(project: Project, compositionId: string, layerId: string, address: string, frame: Frames): readonly TrailStop[] {
  const host = compositionOf(project, compositionId);
  const layer = host && member(host.layers.by, layerId);
  const track = layer && trackAt(project, layer, address);
  if (!host || !layer || !track?.channel || track.spec.type !== 'N') return [];
  const isDriven = drivesIn(project, host).of(layer, track.address) !== null;
  const driven: readonly TrailStop[] = isDriven ? [{ at: valueAt(project, host, layer, track, frame) as number, title: `${track.spec.label}, by its formula`, leads: { kind: 'none' } }] : [];
  if (!hasKeys(track.channel)) return isDriven ? [{ at: keyedAt(project, host, layer, track, frame) as number, title: 'at rest', leads: { kind: 'none' } }, ...driven] : [];
  const times = keyTimesOf(project, host, layer, track);
  const x = times.at(frame);
  const keys = inTime(track.channel.keys);
  const i = keys.findLastIndex(({ at }) => at <= x + DUST);
  const [from, to] = [keys[i], keys[i + 1]];
  const result: TrailStop = { at: keyedAt(project, host, layer, track, frame) as number, title: isDriven ? 'by its keys' : track.spec.label, leads: { kind: 'none' } };
  const left = from ?? keys[0]!;
  const keyed: TrailStop = { at: left.value as number, title: `keyed at ${Math.round(left.at * 100) / 100}`, leads: { kind: 'key', frame: times.moments(left.at)[0]?.from ?? unbent(layer, left.at) } };
  if (!from || !to) return [keyed, { at: Math.round(x * 100) / 100, title: from ? AFTER[track.channel.after] : AFTER[track.channel.before], leads: { kind: 'none' } }, result, ...driven];
  const curve = (from.curve as { readonly kind: string } | null | undefined)?.kind;
  const way = curve ? `${curve}, % of the way` : from.right === 'hold' ? 'held, % of the time' : from.right === undefined && to.left === undefined ? 'straight, % of the way' : 'by its handles, % of the way';
  const rise = ((to.arrives ?? to.value) as number) - (from.value as number);
  const gone = from.right === 'hold' && !curve ? (x - from.at) / (to.at - from.at) : rise === 0 ? 1 : (result.at - (from.value as number)) / rise;
  return [keyed, { at: Math.round(gone * 1000) / 10, title: way, leads: { kind: 'key', frame: times.moments(to.at)[0]?.from ?? unbent(layer, to.at) } }, result, ...driven];
}

/** What a channel does where it has no key before or after, in words. */
const AFTER = { hold: 'stands', repeat: 'repeats', climb: 'climbs on', swing: 'to and fro', glide: 'glides on' } as const;

function through(steps: readonly Step[], frame: Frames): readonly TrailStop[] {
  return steps.map(({ id, title, incoming, map }) => ({ at: map.at(incoming.at(frame)), title, leads: { kind: 'operator', id } }));
}
