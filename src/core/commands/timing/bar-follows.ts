import { layerPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import { timingOf } from '../../scene';
import { member, type Composition, type Layer, type Project } from '../../model';
import { clipSpan, DUST, hull, type Frames } from '../../time';
import { pieces, type Piece, type TimeMap } from '../../timing';
import { whatGave } from './what-gave';

/**
 * Lets the bars of layers follow an edit of their timing: each ends where what it ended with is shown now, or where nothing more is; under a loop that has no
 * end it ends with the film. Of bars whose end is as good as before nothing is said.
 */
export function barsFollow(project: Project, compositionId: string, patches: readonly Patch[], layers: readonly Layer[], op: string): readonly Patch[] {
  const host = member(project.compositions.by, compositionId);
  if (!host) return [];
  const after = applyPatches(project, patches).project;
  return layers.flatMap((layer) => {
    const outer = hull(layer.spans);
    const now = member(after.compositions.by[compositionId]!.layers.by, layer.id);
    if (!outer || !now) return [];
    const at = loopsOn(now) && op === 'loop' ? Math.max(outer[1], host.duration) : (op === 'elastic' ? sameEnd(project, after, host, layer, now, outer) : null) ?? endOf(whatGave(project, after, host, layer, op));
    return at === null || at === outer[1] ? [] : [patchOf([...layerPath(compositionId, layer.id), 'spans'], layer.spans, ended(layer.spans, outer, at))];
  });
}

/** Where a bar that was stretched as a whole comes to the end that it had: sooner too, though its last picture stays there. Null where it does not show each picture once, in their order: the end of a round is no end. */
function sameEnd(before: Project, after: Project, host: Composition, layer: Layer, now: Layer, [from, to]: readonly [Frames, Frames]): Frames | null {
  const was = onwards(timingOf(before, host, layer).stack.content, from, to);
  const is = onwards(timingOf(after, after.compositions.by[host.id]!, now).stack.content, from, Math.max(to, host.duration));
  const last = was?.at(-1);
  // A bar that goes on after its end does so on purpose.
  if (!last || last.to < to - DUST) return null;
  const piece = is?.find((one) => last.end > one.start && last.end <= one.end + DUST);
  return piece ? Math.ceil(piece.from + (last.end - piece.start) / piece.rate(piece.from) - DUST) : null;
}

/** The pieces of a time that runs straight onwards, up to where it stands for good; null where it jumps, turns back, bends or stands before that. */
function onwards(map: TimeMap, from: Frames, to: Frames): readonly Piece[] | null {
  const all = [...pieces(map, from, to)];
  const runs = all.at(-1)?.kind === 'held' ? all.slice(0, -1) : all;
  return runs.every((piece, i) => piece.kind === 'linear' && piece.rate(piece.from) > 0 && (i === 0 || !piece.jump)) ? runs : null;
}

function endOf(gave: ReturnType<typeof whatGave>): Frames | null {
  const at = (gave?.offer?.with as { readonly at?: Frames } | undefined)?.at;
  return at ?? null;
}

/** Whether the last loop that plays on a layer goes round for good. */
function loopsOn({ timing }: Layer): boolean {
  const last = [...timing.order].reverse().map((id) => timing.by[id] as { op: string; off?: boolean; count?: unknown; until?: unknown } | undefined).find((node) => node?.op === 'loop' && !node.off);
  return last !== undefined && (last.count ?? null) === null && (last.until ?? null) === null;
}

/** Spans that end at a frame: the last goes on up to it, what lies beyond it is cut. */
function ended(spans: Layer['spans'], [from, to]: readonly [Frames, Frames], at: Frames): Layer['spans'] {
  if (at >= to) return [...spans.slice(0, -1), [spans.at(-1)![0], at]];
  return spans.flatMap((span) => { const left = clipSpan(span, [from, at]); return left ? [left] : []; });
}
