import { hasContentTime, member, type Layer, type Project } from '../model';
import type { Frames } from '../time';
import type { Step } from '../timing';
import { compositionOf, keyTimeAt, sourceTimeAt, timingOf } from '../scene';

/** One stop of the trail: the number first, what made it beneath. */
export type TrailStop = {
  readonly at: Frames;
  readonly title: string;
  /** What a click leads to. */
  readonly leads: { readonly kind: 'none' } | { readonly kind: 'operator'; readonly id: string } | { readonly kind: 'nest'; readonly composition: string };
};

export type Trail = {
  readonly stops: readonly TrailStop[];
  /** The way that the time of the layer's own keys takes beside its picture's. Empty where they simply count from its start. */
  readonly keys: readonly TrailStop[];
  /** Why nothing shows, when nothing does. */
  readonly nothing: string | null;
};

/** From a composition's frame to the picture of a layer and to its keys: the same calls that paint, with a trace. */
export function trail(project: Project, compositionId: string, layerId: string, frame: Frames): Trail | null {
  const host = compositionOf(project, compositionId);
  const layer = host && member(host.layers.by, layerId);
  if (!host || !layer) return null;
  const stops: TrailStop[] = [{ at: frame, title: host.name, leads: { kind: 'none' } }];
  const at = sourceTimeAt(project, host, layer, frame, true, (stop) =>
    stops.push({ at: stop.at, title: stop.title, leads: stop.kind === 'operator' ? { kind: 'operator', id: stop.id } : { kind: 'none' } }));
  const source = 'source' in layer ? (compositionOf(project, layer.source)?.name ?? null) : null;
  const { keySteps } = timingOf(project, host, layer).stack;
  const own: TrailStop = { at: keyTimeAt(project, host, layer, frame), title: `${layer.name}'s own keys`, leads: { kind: 'none' } };
  const keys = keySteps.length === 0 ? [] : [...through(keySteps, frame), own];
  if (!hasContentTime(layer.kind)) {
    return { stops: [...stops, ...(keys.length === 0 ? [own] : keys)], keys: [], nothing: whyNothing(layer, frame, at, source) };
  }
  if (at !== null && source !== null && 'source' in layer) stops.push({ at, title: `of ${source}`, leads: { kind: 'nest', composition: layer.source } });
  return { stops, keys, nothing: whyNothing(layer, frame, at, source) };
}

function through(steps: readonly Step[], frame: Frames): readonly TrailStop[] {
  return steps.map(({ id, title, incoming, map }) => ({ at: map.at(incoming.at(frame)), title, leads: { kind: 'operator', id } }));
}

function whyNothing(layer: Layer, frame: Frames, at: Frames | null, source: string | null): string | null {
  const outside = !layer.spans.some(([from, to]) => frame >= from && frame < to);
  if (outside) return `outside the bar of ${layer.name}`;
  if (!hasContentTime(layer.kind) || at !== null) return null;
  if (source === null) return `the source of ${layer.name} is missing`;
  return `${source} has no picture at that time`;
}
