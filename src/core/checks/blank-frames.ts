import { assetOf, compositionOf, sourceTimeAt, timingOf } from '../scene';
import type { Composition, Layer, Project } from '../model';
import { clipSpan, DUST, hull, type Frames, type Span } from '../time';
import { pieces, type Piece } from '../timing';
import { defineCheck, layerByLayer, type Finding, type Mend } from './problem';

export const blankFrames = defineCheck({
  code: 'blank-frames',
  about: 'Frames inside a bar at which its source has no picture.',
  find: layerByLayer(findIn),
});

function findIn(project: Project, composition: Composition, layer: Layer): readonly Finding[] {
  const { source, stack } = timingOf(project, composition, layer);
  if (!source) return [];
  let [count, first, end, inOne] = [0, -1, -1, true];
  const add = (from: Frames, to: Frames) => {
    if (to <= from) return;
    if (first < 0) first = from;
    else inOne &&= from === end;
    end = to;
    count += to - from;
  };
  for (const span of layer.spans) {
    const seen = clipSpan(span, [0, composition.duration]);
    if (!seen) continue;
    for (const piece of pieces(stack.content, seen[0], seen[1])) for (const [from, to] of blankParts(piece, source.D)) {
      const isBlank = (frame: Frames) => frame >= piece.from && frame < piece.to && sourceTimeAt(project, composition, layer, frame) === null;
      add(...wholeFrames(from, to, isBlank));
    }
  }
  if (first < 0) return [];
  const name = 'source' in layer ? (compositionOf(project, layer.source)?.name ?? assetOf(project, layer.source)?.name ?? layer.source) : layer.name;
  const last = Number.isInteger(source.D) ? source.D - 1 : Math.floor(source.D);
  return [{
    where: { composition: composition.id, layer: layer.id, frame: first },
    message: `“${layer.name}” shows nothing for ${count} ${count === 1 ? 'frame' : 'frames'} from frame ${first} on: “${name}” has frames 0 to ${last}.`,
    fix: 'Loop or freeze the source, or trim the bar to where it has pictures.',
    ...(inOne ? mended(composition, layer, first, count) : {}),
  }];
}

/** The bar trimmed to where it has pictures, where those that are blank are all at one of its ends. */
function mended(composition: Composition, layer: Layer, first: Frames, count: number): { readonly mend?: Mend } {
  const outer = hull(layer.spans);
  if (!outer || layer.spans.length > 1 || layer.locked) return {};
  const until = Math.min(composition.duration, Math.ceil(outer[1] - DUST));
  const trim = (end: 'start' | 'end', at: Frames) => (at > outer[0] && at < outer[1] ? { mend: { do: 'layers.trim', with: { composition: composition.id, layers: [layer.id], end, at } } } : {});
  if (first + count === until) return trim('end', first);
  return first === Math.max(0, Math.ceil(outer[0] - DUST)) && outer[0] >= 0 ? trim('start', first + count) : {};
}

/** The parts of a piece whose times lie before 0 or from D on. A piece runs one way, so each of the two touches one of its ends. */
function blankParts(piece: Piece, D: Frames): readonly Span[] {
  const { from, to, start, end } = piece;
  const outside = (s: Frames) => s < -DUST || s >= D;
  if (start === end) return outside(start) ? [[from, to]] : [];
  // Near an edge of a bent piece this is only near; the frames themselves decide.
  const cross = (s: Frames) => Math.min(to, Math.max(from, from + ((s - start) / (end - start)) * (to - from)));
  const [zero, over] = [cross(0), cross(D)];
  const rising = end > start;
  const early: Span = rising ? [from, zero] : [zero, to];
  const late: Span = rising ? [over, to] : [from, over];
  const parts = [...(Math.min(start, end) < 0 ? [early] : []), ...(Math.max(start, end) >= D ? [late] : [])];
  return parts.sort((a, b) => a[0] - b[0]);
}

/** The whole frames of a stretch that are blank: its ends are looked at frame by frame, a few to each side. */
function wholeFrames(from: Frames, to: Frames, isBlank: (frame: Frames) => boolean): readonly [Frames, Frames] {
  let [low, high] = [Math.ceil(from - DUST), Math.ceil(to - DUST)];
  for (let step = 0; step < 3 && isBlank(low - 1); step++) low--;
  while (low < high && !isBlank(low)) low++;
  for (let step = 0; step < 3 && isBlank(high); step++) high++;
  while (high > low && !isBlank(high - 1)) high--;
  // Rounding up from just below 0 gives a nought with a sign.
  return [low + 0, high + 0];
}
