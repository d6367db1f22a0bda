import type { Effect, MaskPart } from '../display';
import { effectOf, inOrder, MASK, type Channel, type ChannelSpecs, type Layer } from '../model';
import type { Frames } from '../time';
import { canChange, channelSampler } from './prepared-channel';
import { drawnPath, type PathValue } from './shape-outline';

/** A layer's masks and effects at a time of its keys. */
export type LayerFinish = { readonly mask: readonly MaskPart[] | null; readonly effects: readonly Effect[] };

/** What is done to most layers. */
export const UNTOUCHED: LayerFinish = { mask: null, effects: [] };

/** What is done to a layer's picture at a time of its keys; the same object as long as nothing of it changes, null where it has neither masks nor effects that are on. */
export function prepareFinish(layer: Layer): ((x: Frames) => LayerFinish) | null {
  // Masks that were painted by hand are kept: nothing reads their pictures yet.
  const masks = inOrder(layer.masks).filter((mask) => !mask.off && mask.painted === undefined);
  const effects = inOrder(layer.effects).filter((effect) => !effect.off);
  if (masks.length === 0 && effects.length === 0) return null;
  const parts = masks.map((mask) => ({ mask, read: prepareValues(mask.channels, MASK) }));
  const chain = effects.map((effect) => ({ definition: effectOf(effect.kind), read: prepareValues(effect.channels, effectOf(effect.kind).channels) }));
  const at = (x: Frames): LayerFinish => ({
    mask: parts.length === 0 ? null : parts.map(({ mask: { mode, invert }, read }): MaskPart => {
      const { outline, feather, spread, opacity } = read(x) as { outline: PathValue; feather: number; spread: number; opacity: number };
      return { outline: drawnPath(outline), mode, invert, soft: Math.max(0, feather) / 2, spread, opacity: Math.min(1, Math.max(0, opacity / 100)) };
    }),
    effects: chain.map(({ definition, read }): Effect => {
      const values = read(x) as never;
      return { passes: definition.passes(values), reach: definition.grows(values) };
    }),
  });
  if ([...masks, ...effects].some(({ channels }) => Object.values(channels).some((channel) => canChange(channel)))) return at;
  let still: LayerFinish | null = null;
  return () => (still ??= at(0));
}

/** The values of channels at a time, by their names; those that are not there rest where their kind begins. */
function prepareValues(channels: object, specs: ChannelSpecs): (x: Frames) => Readonly<Record<string, unknown>> {
  const readers = Object.entries(specs).map(([name, { type, start }]) => {
    const channel = (channels as Readonly<Record<string, Channel | undefined>>)[name];
    return [name, channel ? channelSampler(channel, type) : () => start] as const;
  });
  return (x) => Object.fromEntries(readers.map(([name, read]) => [name, read(x)]));
}
