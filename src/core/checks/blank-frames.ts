import { compositionOf, sourceTimeAt, timingOf } from '../evaluate';
import { inOrder, type Composition, type Layer, type Project } from '../model';
import { clipSpan, DUST, type Frames, type Span } from '../time';
import { pieces } from '../timing';
import { defineCheck, type Problem } from './problem';

export const blankFrames = defineCheck({
  code: 'blank-frames',
  about: 'Frames inside a bar at which its source has no picture.',
  find: (project) => inOrder(project.compositions).flatMap((composition) =>
    inOrder(composition.layers).flatMap((layer) => findIn(project, composition, layer))),
});

function findIn(project: Project, composition: Composition, layer: Layer): readonly Problem[] {
  const { source, stack } = timingOf(project, composition, layer);
  if (!source) return [];
  const blanks: Span[] = [];
  for (const span of layer.spans) {
    const seen = clipSpan(span, [0, composition.duration]);
    if (!seen) continue;
    for (const piece of pieces(stack.content, seen[0], seen[1])) {
      const blank = blankPart(piece.from, piece.to, piece.start, piece.end, source.D);
      // The piece tells where to look; the frames themselves decide.
      const [from, to] = blank ? [Math.ceil(blank[0] - DUST), Math.ceil(blank[1] - DUST)] : [0, 0];
      const first = firstBlank(project, composition, layer, from, to);
      if (first !== null) blanks.push([first, to]);
    }
  }
  const first = blanks[0];
  if (!first) return [];
  const count = blanks.reduce((sum, [from, to]) => sum + to - from, 0);
  const name = 'source' in layer ? (compositionOf(project, layer.source)?.name ?? layer.source) : layer.name;
  return [{
    code: 'blank-frames',
    level: 'warning',
    where: { composition: composition.id, layer: layer.id, frame: first[0] },
    message: `“${layer.name}” shows nothing for ${count} ${count === 1 ? 'frame' : 'frames'} from frame ${first[0]} on: “${name}” has frames 0 to ${source.D - 1}.`,
    fix: 'Loop or freeze the source, or trim the bar to where it has pictures.',
  }];
}

/** The part of a piece whose times lie outside `[0, D)`. A piece runs one way, so that part touches one of its ends. */
function blankPart(from: Frames, to: Frames, start: Frames, end: Frames, D: Frames): Span | null {
  const outside = (s: Frames) => s < -DUST || s >= D;
  if (outside(start) && outside(end) && (start < 0) === (end < 0)) return [from, to];
  if (start === end) return null;
  const cross = (s: Frames) => from + ((s - start) / (end - start)) * (to - from);
  const [low, high] = [cross(0), cross(D)];
  if (outside(end)) return [Math.max(from, end < start ? low : high), to];
  if (outside(start)) return [from, Math.min(to, end < start ? high : low)];
  return end === D ? [high, to] : null;
}

function firstBlank(project: Project, composition: Composition, layer: Layer, from: Frames, to: Frames): Frames | null {
  // Edges of bent pieces are only near: two frames each way find the true one.
  for (let frame = Math.max(0, from - 2); frame < Math.min(to, from + 3); frame++) {
    const inside = layer.spans.some(([a, b]) => frame >= a && frame < b);
    if (inside && sourceTimeAt(project, composition, layer, frame) === null) return frame;
  }
  return null;
}
