import { keyedTracks, tracksOf, valueAt } from '../scene';
import type { Composition, Layer, Project } from '../model';
import { hull } from '../time';
import { defineCheck, layerByLayer, type Finding } from './problem';

export const outsideLimits = defineCheck({
  code: 'outside-limits',
  about: 'Values beyond the bounds that were set for their track.',
  find: layerByLayer(findIn),
});

/** So many frames of a layer are looked at, evenly spread where it has more. */
const MOST = 100_000;
/** Nobody sees less. */
const DUST = 1e-6;

function findIn(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  const bound = tracksOf(project, layer).filter((track) => track.channel?.limits && track.spec.type === 'N');
  if (bound.length === 0) return [];
  const keyed = new Set(keyedTracks(project, layer).map((track) => track.address));
  const outer = hull(layer.spans);
  if (!outer) return [];
  const [first, last] = [Math.max(0, Math.ceil(outer[0])), Math.min(composition.duration, Math.ceil(outer[1])) - 1];
  // In very long films not each frame is looked at.
  const step = Math.max(1, Math.ceil((last - first) / MOST));
  return bound.flatMap((track): readonly Finding[] => {
    const [low, high] = track.channel!.limits!;
    const inside = (value: unknown) => (value as number) >= low - DUST && (value as number) <= high + DUST;
    let [from, beyond, frames] = [-1, 0, 0];
    for (let frame = first; frame <= last; frame += step) {
      const value = valueAt(project, composition, layer, track, frame) as number;
      if (inside(value)) continue;
      if (from < 0) from = frame;
      frames++;
      const far = Math.max(low - value, value - high);
      if (far > Math.max(low - beyond, beyond - high) || frames === 1) beyond = value;
      if (!keyed.has(track.address)) break;
    }
    if (from < 0) return [];
    const [on] = keyed.has(track.address) ? [`, ${step > 1 ? 'about ' : ''}${frames * step} ${frames * step === 1 ? 'frame' : 'frames'} in all`] : [', all the time'];
    return [{
      where: { composition: composition.id, layer: layer.id, channel: track.address, frame: from },
      message: `${track.spec.label} of “${layer.name}” goes to ${Math.round(beyond * 100) / 100}, beyond its bounds ${low} and ${high}, first at frame ${from}${on}.`,
      fix: beyond > high ? `Bring it to ${high} or under, or set its bounds wider.` : `Bring it to ${low} or over, or set its bounds wider.`,
    }];
  });
}
