import { channelsOfLayer, findChannel, inTime, member, type Channel, type Composition, type FoundChannel, type Layer, type Project } from '../model';

/** A channel of a layer in a composition, by their ids. */
export type ChannelRef = { readonly layer: string; readonly channel: string };

/** A key of a channel. */
export type KeyRef = ChannelRef & { readonly key: string };

export type AnyKey = { readonly id: string; readonly at: number; readonly value: unknown };

/** The things that references name, or null where something is gone or locked: a command passes over those. */
export function reach(project: Project, compositionId: string, ref: ChannelRef): { readonly composition: Composition; readonly layer: Layer; readonly found: FoundChannel } | null {
  const composition = member(project.compositions.by, compositionId);
  const layer = composition && member(composition.layers.by, ref.layer);
  const found = layer && findChannel(layer, ref.channel);
  return composition && layer && found && !layer.locked ? { composition, layer, found } : null;
}

/** A layer that may be edited, or null. */
export function reachLayer(project: Project, compositionId: string, id: string): Layer | null {
  const layer = member(project.compositions.by, compositionId)?.layers.by[id];
  return layer && !layer.locked ? layer : null;
}

export function keysOf(channel: Channel | null): readonly AnyKey[] {
  return channel ? inTime(channel.keys) : [];
}

/** A channel that is not written in the document yet, at rest. */
export function restingChannel(found: FoundChannel): Channel {
  return { value: found.spec.start, keys: {}, before: 'hold', after: 'hold', repeats: null, formula: null, formulaOff: false, limits: null, closed: false };
}

const withKeys = new WeakMap<Layer, readonly FoundChannel[]>();

/** Channels of a layer that have keys; the same layer answers with the same list. */
export function channelsWithKeys(layer: Layer): readonly FoundChannel[] {
  let list = withKeys.get(layer);
  if (!list) withKeys.set(layer, (list = channelsOfLayer(layer).filter((found) => keysOf(found.channel).length > 0)));
  return list;
}
