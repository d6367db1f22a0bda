import { inTime, type Channel, type Layer, type Marker, type OperatorEntry } from '../model';
import { operatorOf } from '../timing';
import type { Frames } from '../time';
import { channelsWithKeys } from './target';
import { applyPatches, patchOf, type Patch } from './patch';

/** A time at another rate, free of the dust of dividing. */
export function rescaled(at: Frames, factor: number): Frames {
  return Math.round(at * factor * 1e6) / 1e6;
}

/** A layer whose host runs at another rate: everything it stores in host frames lasts as long in seconds as before. */
export function rescaleLayer(layer: Layer, factor: number): Layer {
  if (factor === 1) return layer;
  const to = (at: Frames) => rescaled(at, factor);
  const patches: Patch[] = [];
  for (const { path, channel } of channelsWithKeys(layer)) patches.push(patchOf([...path, 'keys'], channel!.keys, rescaleKeys(channel!, factor)));
  const keyed = applyPatches(layer as never, patches).project as unknown as Layer;
  const timing = Object.fromEntries(Object.entries(layer.timing.by).map(([id, node]) => [id, node.on === 'keys' || (node.on === undefined && !('source' in layer)) ? rescaleOperator(node, factor) : node]));
  return {
    ...keyed, start: to(layer.start), spans: layer.spans.map(([from, until]) => [to(from), to(until)] as const),
    markers: rescaleMarkers(layer.markers, factor), timing: { ...layer.timing, by: timing },
  } as Layer;
}

export function rescaleMarkers(markers: Readonly<Record<string, Marker>>, factor: number): Record<string, Marker> {
  return Object.fromEntries(Object.entries(markers).map(([id, marker]) => [id, { ...marker, at: rescaled(marker.at, factor), length: rescaled(marker.length, factor) }]));
}

function rescaleKeys(channel: Channel, factor: number): Channel['keys'] {
  const handle = (value: unknown) => (Array.isArray(value) ? { at: [rescaled(value[0] as number, factor), value[1]] } : { at: value });
  return Object.fromEntries(inTime(channel.keys).map((key) => {
    const next: Record<string, unknown> = { ...key, at: rescaled(key.at, factor) };
    for (const side of ['right', 'left'] as const) if (key[side] !== undefined) next[side] = handle(key[side]).at;
    return [key.id, next];
  })) as Channel['keys'];
}

/** An operator whose numbers are frames of a rate that changes. Rates, counts and ways stay; formulas of dials are left as they are. */
export function rescaleOperator(node: OperatorEntry, factor: number): OperatorEntry {
  const to = (value: unknown): unknown => (typeof value === 'number' ? rescaled(value, factor) : Array.isArray(value) ? value.map(to) : value);
  switch (node.op) {
    case 'remap': return {
      ...node,
      keys: Object.fromEntries(Object.entries(node.keys as unknown as Record<string, { at: number; to: number; left?: unknown; right?: unknown }>).map(([id, key]) => [id, { ...key, at: to(key.at), to: to(key.to), ...(key.left === undefined ? {} : { left: to(key.left) }), ...(key.right === undefined ? {} : { right: to(key.right) }) }])),
    } as unknown as OperatorEntry;
    case 'ramp': return { ...node, cuts: to(node.cuts), blend: to(node.blend) } as OperatorEntry;
    case 'elastic': return { ...node, length: to(node.length) } as OperatorEntry;
    case 'cue': return { ...node, moves: to(node.moves) } as OperatorEntry;
    case 'pins': return { ...node, pins: to(node.pins) } as OperatorEntry;
    case 'formula': return node;
    default: {
      const fields = operatorOf(node.op)?.fields as Readonly<Record<string, { readonly unit: string }>> | undefined;
      const changed = Object.entries(fields ?? {}).filter(([, field]) => field.unit === 'frames').map(([name]) => [name, to((node as Record<string, unknown>)[name])]);
      return { ...node, ...Object.fromEntries(changed) } as OperatorEntry;
    }
  }
}
