import { compositionOf, sourceTimeAt, tracksOf } from '../scene';
import { inOrder, inTime, type Composition, type Layer, type Project } from '../model';
import { clipSpan, DUST } from '../time';
import { defineCheck, layerByLayer, type Finding } from './problem';

/** Longer bars are looked at so far. */
const MOST = 20_000;

export const inBetweenFrames = defineCheck({
  code: 'in-between-frames',
  about: 'Footage, or something that is switched on and off frame by frame, sampled between its frames.',
  find: layerByLayer(findIn),
});

function findIn(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  if (layer.sampling === 'whole') return [];
  const flickers = layer.kind === 'nest' && isFlickering(project, compositionOf(project, layer.source));
  if (!flickers && !(layer.kind === 'footage' && layer.between === 'nearest')) return [];
  let [first, count] = [-1, 0];
  for (const span of layer.spans) {
    const seen = clipSpan(span, [0, composition.duration]);
    for (let frame = Math.ceil(seen?.[0] ?? 0); seen && frame < seen[1] && frame < MOST; frame++) {
      const s = sourceTimeAt(project, composition, layer, frame);
      if (s === null || Math.abs(s - Math.round(s)) <= DUST) continue;
      if (first < 0) first = frame;
      count++;
    }
  }
  if (first < 0) return [];
  return [{
    where: { composition: composition.id, layer: layer.id, frame: first },
    message: `“${layer.name}” is sampled between its frames ${count === 1 ? 'once' : `${count} times`}, first at frame ${first}: ${flickers ? 'what is switched on and off there may be missed' : 'some of its frames are shown longer than others'}.`,
    fix: 'Let it show whole frames.',
    ...(layer.locked ? {} : { mend: { do: 'layers.set', with: { composition: composition.id, layers: [layer.id], field: 'sampling', value: 'whole' } } }),
  }];
}

/** Whether something in a composition is held for hardly more than a frame. */
function isFlickering(project: Project, source: Composition | null): boolean {
  if (!source) return false;
  let known = flickering.get(source);
  if (known === undefined) flickering.set(source, (known = holdsForAFrame(project, source)));
  return known;
}

/** By the composition: its own keys alone are looked at, and many layers may show it. */
const flickering = new WeakMap<Composition, boolean>();

function holdsForAFrame(project: Project, source: Composition): boolean {
  return inOrder(source.layers).some((layer) => layer.visible && tracksOf(project, layer).some((track) => {
    const keys = inTime(track.channel?.keys ?? {});
    const never = track.spec.type === 'T' || track.spec.type === 'B' || track.spec.type === 'E';
    return keys.some((key, i) => i > 0 && key.at - keys[i - 1]!.at < 2 && (never || keys[i - 1]!.right === 'hold' || keys[i - 1]!.ease === 'hold'));
  }));
}
