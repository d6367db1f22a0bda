import { sampleChannel } from '../../scene';
import { channelAt, FILL, inOrder, member, type Channel, type Layer, type LayerOf, type Project } from '../../model';
import type { Bounds } from '../../display';
import { forLayers } from './layers';
import type { Draft } from '../document/change';
import { patchOf, sameValue, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';

type Inked = LayerOf<'shape'> | LayerOf<'text'>;

/** Whether a layer has a fill and a stroke. */
export function isInked(layer: Layer): layer is Inked {
  return layer.kind === 'shape' || layer.kind === 'text';
}

/** The plain fields of each; what is keyed stands in its channels. */
const INK_FIELDS = { fill: ['off', 'kind'], stroke: ['off', 'dash', 'cap', 'join', 'miter'] } as const satisfies Readonly<Record<string, readonly string[]>>;

/** Sets plain fields of fills: its rule of painting, on or off. Strokes likewise: dash, ends, corners. */
export function setInk(project: Project, compositionId: string, ids: readonly string[], part: 'fill' | 'stroke', fields: Readonly<Record<string, unknown>>): Draft | Refused | null {
  const strange = Object.keys(fields).find((field) => !(INK_FIELDS[part] as readonly string[]).includes(field));
  if (strange !== undefined) return { refused: `A ${part} has no field “${strange.slice(0, 40)}”; it has ${INK_FIELDS[part].join(', ')}.` };
  return forLayers(project, compositionId, ids, 'inks.set', `Change ${part} of`, (layer, path) => {
    if (!isInked(layer)) return [];
    const now = layer[part] as unknown as Readonly<Record<string, unknown>>;
    return Object.entries(fields).filter(([field, value]) => !sameValue(now[field], value)).map(([field, value]) => patchOf([...path, part, field], now[field], value));
  });
}

/** Fills layers flat, with a run of colours, or not at all. A first run goes from the flat colour to a darker one, across the layer's box. */
export function setFillKind(project: Project, compositionId: string, ids: readonly string[], kind: Inked['fill']['kind'], bounds: (layer: string) => Bounds | null, newId: () => string): Draft | null {
  return forLayers(project, compositionId, ids, 'inks.kind', 'Change fill of', (layer, path) => {
    if (!isInked(layer) || layer.fill.kind === kind) return [];
    const patches: Patch[] = [patchOf([...path, 'fill', 'kind'], layer.fill.kind, kind)];
    if ((kind !== 'linear' && kind !== 'radial') || layer.fill.stops.order.length > 0) return patches;
    const flat = (layer.fill.channels.colour?.value ?? FILL.colour.start) as readonly [number, number, number, number];
    const darker = [...flat.slice(0, 3).map((part) => Math.round(part * 350) / 1000), flat[3]];
    const [left, top, right, bottom] = bounds(layer.id) ?? [-50, -50, 50, 50];
    const middle = (left + right) / 2;
    const [from, to] = kind === 'linear' ? [[middle, top], [middle, bottom]] : [[middle, (top + bottom) / 2], [right, (top + bottom) / 2]];
    const stops = [[0, flat], [100, darker]].map(([at, colour]) => ({ id: newId(), off: false, channels: { at: channelAt(at), colour: channelAt(colour) } }));
    const put = (name: 'from' | 'to', value: unknown) => {
      const before = layer.fill.channels[name];
      return before ? [] : [patchOf([...path, 'fill', 'channels', name], undefined, channelAt(value))];
    };
    return [...patches, ...put('from', from), ...put('to', to), ...stops.map((stop) => patchOf([...path, 'fill', 'stops', 'by', stop.id], undefined, stop)), patchOf([...path, 'fill', 'stops', 'order'], layer.fill.stops.order, stops.map((stop) => stop.id))];
  });
}

/** Puts a stop into a run of colours, in the widest gap, with the colour that is there. */
export function addStop(project: Project, compositionId: string, layerId: string, id: string): Draft | null {
  return forLayers(project, compositionId, [layerId], 'inks.stop', 'Add a colour to', (layer, path) => {
    if (!isInked(layer)) return [];
    const stops = inOrder(layer.fill.stops).map((stop) => ({ at: stillNumber(stop.channels.at as Channel | undefined), colour: (stop.channels.colour?.value ?? [1, 1, 1, 1]) as readonly number[] })).sort((a, b) => a.at - b.at);
    let [at, colour] = [50, [1, 1, 1, 1] as readonly number[]];
    for (let i = 1, gap = 0; i < stops.length; i++) {
      const [a, b] = [stops[i - 1]!, stops[i]!];
      if (b.at - a.at <= gap) continue;
      gap = b.at - a.at;
      at = Math.round((a.at + b.at) / 2);
      colour = a.colour.map((part, c) => Math.round(((part + b.colour[c]!) / 2) * 1000) / 1000);
    }
    const stop = { id, off: false, channels: { at: channelAt(at), colour: channelAt(colour) } };
    return [patchOf([...path, 'fill', 'stops', 'by', id], undefined, stop), patchOf([...path, 'fill', 'stops', 'order'], layer.fill.stops.order, [...layer.fill.stops.order, id])];
  });
}

function stillNumber(channel: Channel | undefined): number {
  return channel ? (sampleChannel(channel, { type: 'N', label: '', unit: '%', start: 0 }, 0) as number) : 0;
}

/** Takes a stop out of a run of colours; the last two stay. */
export function deleteStop(project: Project, compositionId: string, layerId: string, stopId: string): Draft | null {
  return forLayers(project, compositionId, [layerId], 'inks.stop', 'Take a colour out of', (layer, path) => {
    const stop = isInked(layer) ? member(layer.fill.stops.by, stopId) : undefined;
    if (!isInked(layer) || !stop || layer.fill.stops.order.length <= 2) return [];
    const at = [...path, 'fill', 'stops'];
    return [patchOf([...at, 'order'], layer.fill.stops.order, layer.fill.stops.order.filter((id) => id !== stopId)), patchOf([...at, 'by', stopId], stop, undefined)];
  });
}

/** Every flat colour of a project, the most used first: what a picker offers. */
export function coloursOf(project: Project, most = 24): readonly (readonly [number, number, number, number])[] {
  const counts = new Map<string, number>();
  const add = (value: unknown) => {
    const name = JSON.stringify(value);
    counts.set(name, (counts.get(name) ?? 0) + 1);
  };
  for (const composition of inOrder(project.compositions)) {
    for (const layer of inOrder(composition.layers)) {
      if (!isInked(layer)) continue;
      if (layer.fill.kind === 'flat') add(layer.fill.channels.colour?.value ?? [1, 1, 1, 1]);
      if (layer.fill.kind === 'linear' || layer.fill.kind === 'radial') for (const stop of inOrder(layer.fill.stops)) add(stop.channels.colour?.value ?? [1, 1, 1, 1]);
      if (layer.stroke.channels.width) add(layer.stroke.channels.colour?.value ?? [0, 0, 0, 1]);
    }
  }
  return [...counts].sort((a, b) => b[1] - a[1]).slice(0, most).map(([name]) => JSON.parse(name) as [number, number, number, number]);
}
