import { hasKeys, trackAt, tracksOf, type Track } from '../../scene';
import { isDrawn, type Layer, type Project } from '../../model';

/** What keying the pose takes where a layer does not say it. */
const POSE = ['scaleX', 'scaleY', 'rotation', 'skew', 'opacity'] as const;

/** The tracks of a layer's pose: those that it names, else its place, sizes, turn, lean and opacity. */
export function poseTracks(project: Project, layer: Layer): readonly Track[] {
  const named = (addresses: readonly string[]) => addresses.flatMap((address) => trackAt(project, layer, address) ?? []);
  if (layer.pose !== null) return named(layer.pose);
  if (!isDrawn(layer.kind)) return [];
  return named([...(trackAt(project, layer, 'position')?.channel ? ['position'] : ['x', 'y']), ...POSE]);
}

/** The pose, and whatever else has keys already. */
export function posedOrKeyed(project: Project, layer: Layer): readonly Track[] {
  const pose = new Set(poseTracks(project, layer).map((track) => track.address));
  return tracksOf(project, layer).filter((track) => track.operator === null && (pose.has(track.address) || (track.channel !== null && hasKeys(track.channel))));
}
