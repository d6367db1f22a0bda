import type { FoundChannel } from '../model';

/** Where a composition, a layer and a channel stand in the project. */
export function compositionPath(composition: string): readonly string[] {
  return ['compositions', 'by', composition];
}

export function layerPath(composition: string, layer: string): readonly string[] {
  return [...compositionPath(composition), 'layers', 'by', layer];
}

export function channelPath(composition: string, layer: string, channel: FoundChannel): readonly string[] {
  return [...layerPath(composition, layer), ...channel.path];
}
