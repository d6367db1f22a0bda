import { keyedTracks, keyTimesOf, timingOf, unbent, type Track } from '../scene';
import { inTime, type Composition, type Layer, type Project } from '../model';
import { DUST, hull, type Frames } from '../time';
import { pieces } from '../timing';
import { defineCheck, layerByLayer, type Finding, type Mend } from './problem';

export const keysOutsideSpan = defineCheck({
  code: 'keys-outside-span',
  about: 'Keys at times that a layer’s bar never reaches.',
  find: layerByLayer(findIn),
});

function findIn(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  const outer = hull(layer.spans);
  const keyed = keyedTracks(project, layer).filter(({ spec }) => spec.clock === 'layer');
  if (!outer || keyed.length === 0) return [];
  // The time of the layer's keys while its bar lasts; its last frame's end counts, since motion ends there.
  let [low, high] = [Infinity, -Infinity];
  for (const { start, end } of pieces(timingOf(project, composition, layer).stack.keys, outer[0], outer[1])) [low, high] = [Math.min(low, start, end), Math.max(high, start, end)];
  return keyed.flatMap(({ address, spec, channel }): readonly Finding[] => {
    const outside = inTime(channel!.keys).filter((key) => key.at < low - DUST || key.at > high + DUST);
    const [first] = outside;
    if (!first) return [];
    const at = keyTimesOf(project, composition, layer).moments(first.at)[0]?.from ?? unbent(layer, first.at);
    return [{
      where: { composition: composition.id, layer: layer.id, channel: address, frame: whole(at, composition) },
      message: `${spec.label} of “${layer.name}” has ${outside.length} ${outside.length === 1 ? 'key' : 'keys'} outside its bar, the first at frame ${Math.round(at * 1000) / 1000}.`,
      fix: 'Make the bar longer, or move the keys into it.',
      ...mended(project, composition, layer, outer),
    }];
  });
}

/** The bar made as long as its keys reach, on the side where they do; all of them are in it then. */
function mended(project: Project, composition: Composition, layer: Layer, [from, to]: readonly [Frames, Frames]): { readonly mend?: Mend } {
  if (layer.locked || !keyTimesOf(project, composition, layer).even) return {};
  const moments = keyedTracks(project, layer).filter(({ spec }) => spec.clock === 'layer').flatMap((track) => keysOfTrack(track).map((at) => unbent(layer, at)));
  const [first, last] = [Math.min(...moments), Math.max(...moments)];
  const trim = (end: 'start' | 'end', at: Frames) => ({ mend: { do: 'layers.trim', with: { composition: composition.id, layers: [layer.id], end, at } } });
  if (first >= from - DUST) return trim('end', last);
  return last <= to + DUST ? trim('start', first) : {};
}

function keysOfTrack({ channel }: Track): readonly Frames[] {
  return channel ? inTime(channel.keys).map((key) => key.at) : [];
}

/** A frame that can be looked at. */
function whole(at: Frames, { duration }: Composition): Frames {
  return Math.min(duration - 1, Math.max(0, Math.round(at)));
}
