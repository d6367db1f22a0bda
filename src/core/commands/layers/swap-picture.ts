import { channelAt, type Channel, type Layer } from '../../model';
import { patchOf, sameValue, type Patch } from '../document/patch';
import { shiftedChannel } from '../keys/set-values';

type Size = { readonly width: number; readonly height: number };

/**
 * What changes on a layer so that another picture stands where the one before stood: its middle and its shown height stay at
 * every frame, and all keys with them. `path` leads to the layer.
 */
export function pictureSwapped(path: readonly string[], layer: Layer, before: Size, after: Size): readonly Patch[] {
  if (before.width === after.width && before.height === after.height) return [];
  const channels = layer.channels as unknown as Readonly<Record<string, Channel | undefined>>;
  const taller = after.height / before.height;
  const change = (name: string, start: number, work: (value: number) => number): readonly Patch[] => {
    const channel = channels[name];
    const next = channel ? shiftedChannel(channel, (value) => fine(work(value as number))) : channelAt(fine(work(start)));
    return sameValue(channel ?? channelAt(start), next) ? [] : [patchOf([...path, 'channels', name], channel, next)];
  };
  return [
    // Seen from the pivot, in shown pixels, the middle lies where it lay.
    ...change('pivotX', 0, (x) => after.width / 2 - (before.width / 2 - x) * taller),
    ...change('pivotY', 0, (y) => y * taller),
    ...change('scaleX', 100, (size) => size / taller),
    ...change('scaleY', 100, (size) => size / taller),
  ];
}

function fine(value: number): number {
  return Math.round(value * 1e6) / 1e6 + 0;
}
