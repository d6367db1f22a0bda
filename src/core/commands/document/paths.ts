import { type Track } from '../../scene';


/** Where a composition, a layer and a channel stand in the project. */
export function compositionPath(composition: string): readonly string[] {
  return ['compositions', 'by', composition];
}

export function layerPath(composition: string, layer: string): readonly string[] {
  return [...compositionPath(composition), 'layers', 'by', layer];
}

export function trackPath(composition: string, layer: string, track: Track): readonly string[] {
  return [...layerPath(composition, layer), ...track.path];
}
