import { newOperator } from '../../timing';
import { hasContentTime, inOrder, member, type Layer, type Project } from '../../model';
import { DUST, hull, moveSpans, ratio, trimEnd, trimStart, type Frames, type Span } from '../../time';
import { sourceOf } from '../../scene';
import { count, type Draft } from '../document/change';
import { forLayers } from '../layers/layers';
import { shiftMoments, NO_MOMENTS } from './moments';
import { patchOf, type Patch } from '../document/patch';
import { reachLayer } from '../document/target';
import type { Refused } from '../document/refused';

const spansSet = (layer: Layer, path: readonly string[], spans: readonly Span[]): readonly Patch[] => (spans === layer.spans ? [] : [patchOf([...path, 'spans'], layer.spans, spans)]);

/** Cuts bars at a frame into two that follow each other, in the same layer. */
export function splitSpans(project: Project, compositionId: string, ids: readonly string[], frame: Frames): Draft | null {
  return forLayers(project, compositionId, ids, 'spans.split', 'Cut the bar of', (layer, path) => {
    if (!layer.spans.some(([from, to]) => frame > from && frame < to)) return [];
    return spansSet(layer, path, layer.spans.flatMap(([from, to]): Span[] => (frame > from && frame < to ? [[from, frame], [frame, to]] : [[from, to]])));
  });
}

/** Joins bars of a layer: those that meet or lie apart at a frame, or all of them into one. */
export function joinSpans(project: Project, compositionId: string, ids: readonly string[], at: Frames | null): Draft | null {
  return forLayers(project, compositionId, ids, 'spans.join', 'Join the bars of', (layer, path) => {
    if (layer.spans.length < 2) return [];
    if (at === null) return spansSet(layer, path, [hull(layer.spans)!]);
    const i = layer.spans.findIndex(([, to], k) => at >= to - DUST && at <= (layer.spans[k + 1]?.[0] ?? -Infinity) + DUST);
    if (i < 0) return [];
    return spansSet(layer, path, [...layer.spans.slice(0, i), [layer.spans[i]![0], layer.spans[i + 1]![1]], ...layer.spans.slice(i + 2)]);
  });
}

/** Moves the edge at which bars meet, of one layer or of neighbours: what ends there ends later, what begins there begins later. Each keeps a frame. */
export function rollEdge(project: Project, compositionId: string, ids: readonly string[], at: Frames, by: Frames): Draft | Refused | null {
  const is = (edge: Frames) => Math.abs(edge - at) <= DUST;
  const layers = ids.flatMap((id) => reachLayer(project, compositionId, id) ?? []);
  const room = layers.flatMap((layer) => layer.spans.flatMap(([from, to]): readonly Frames[] => [...(is(to) ? [from + 1 - to] : []), ...(is(from) ? [to - 1 - from] : [])]));
  if (room.length === 0) return { refused: `No bar of these layers ends or begins at ${at}.` };
  const [least, most] = [Math.max(-Infinity, ...room.filter((one) => one <= 0)), Math.min(Infinity, ...room.filter((one) => one >= 0))];
  const go = Math.min(most, Math.max(least, by));
  return go === 0 ? null : forLayers(project, compositionId, ids, 'spans.roll', 'Roll the edge of', (layer, path) => {
    if (!layer.spans.some(([from, to]) => is(from) || is(to))) return [];
    return spansSet(layer, path, layer.spans.map(([from, to]): Span => [is(from) ? from + go : from, is(to) ? to + go : to]));
  });
}

/** Closes the gaps between layers in order of their beginning: each slides to where the one before ends. What overlaps stays. One alone slides to where the bar before it ends, whose ever it is. */
export function closeGaps(project: Project, compositionId: string, ids: readonly string[]): Draft | Refused | null {
  const layers = ids.flatMap((id) => reachLayer(project, compositionId, id) ?? []).filter((layer) => hull(layer.spans));
  const [only] = layers;
  if (!only) return { refused: 'Select a layer that has a bar.' };
  if (layers.length === 1) {
    const [from] = hull(only.spans)!;
    const before = Math.max(0, ...inOrder(project.compositions.by[compositionId]!.layers).filter((one) => one.id !== only.id).flatMap((one) => hull(one.spans)?.[1] ?? []).filter((end) => end <= from + DUST));
    const closed = from - before <= DUST ? null : shiftMoments(project, compositionId, { ...NO_MOMENTS, slide: [only.id] }, before - from);
    return closed ? { event: 'layers.gaps', label: `Close the gap before ${only.name}`, patches: closed.patches } : { refused: `There is no gap before ${only.name}.` };
  }
  const patches: Patch[] = [];
  let end: Frames | null = null;
  let closed = 0;
  for (const layer of [...layers].sort((a, b) => a.spans[0]![0] - b.spans[0]![0])) {
    const [from, to] = hull(layer.spans)!;
    const by: Frames = end === null ? 0 : Math.min(0, end - from);
    if (by < 0) {
      closed++;
      patches.push(...(shiftMoments(project, compositionId, { ...NO_MOMENTS, slide: [layer.id] }, by)?.patches ?? []));
    }
    end = Math.max(end ?? -Infinity, to + by);
  }
  return patches.length === 0 ? { refused: 'There is no gap between these bars.' } : { event: 'layers.gaps', label: `Close ${count(closed, 'gap')}`, patches };
}

/** Slides what layers show under their bars, so many frames of the composition later; bars, keys and markers of the layers stay. */
export function slipContent(project: Project, compositionId: string, ids: readonly string[], by: Frames, newId: () => string): Draft | Refused | null {
  const host = member(project.compositions.by, compositionId);
  if (!host || by === 0) return null;
  const draft = forLayers(project, compositionId, ids.filter((id) => { const layer = reachLayer(project, compositionId, id); return layer !== null && hasContentTime(layer.kind); }), 'layers.slip', 'Slide the content of', (layer, path) => {
    const source = sourceOf(project, host, layer);
    // Content is counted in frames of its own.
    const later = source ? by * ratio(host.rate, source.rate) : by;
    const [first] = inOrder(layer.timing);
    if (first?.op === 'delay' && !first.off && (first.on ?? 'content') === 'content' && typeof first.by === 'number') return [patchOf([...path, 'timing', 'by', first.id, 'by'], first.by, first.by + later)];
    const id = newId();
    return [patchOf([...path, 'timing', 'by', id], undefined, { ...newOperator('delay', id, { by: later }), on: 'content' }), patchOf([...path, 'timing', 'order'], layer.timing.order, [id, ...layer.timing.order])];
  });
  return draft ?? { refused: 'Nothing that is selected shows something whose time could slide: nests and footage do.' };
}

export type Ends = { readonly from?: Frames | undefined; readonly to?: Frames | undefined; readonly length?: Frames | undefined };

/** Gives many layers one beginning, one end or one length, their beginnings staying where only the length is said. */
export function setEnds(project: Project, compositionId: string, ids: readonly string[], { from, to, length }: Ends): Draft | Refused | null {
  if (length !== undefined && length < 1) return { refused: 'A bar is a frame long at the least.' };
  if (from !== undefined && to !== undefined && to <= from) return { refused: `A bar from ${from} to ${to} holds no frame.` };
  return forLayers(project, compositionId, ids, 'layers.ends', 'Set the ends of', (layer, path) => {
    const outer = hull(layer.spans);
    if (!outer) return [];
    let { spans } = layer;
    if (from !== undefined && length !== undefined) spans = moveSpans(spans, from - outer[0]);
    else if (from !== undefined) spans = trimStart(spans, from);
    if (to !== undefined) spans = trimEnd(spans, to);
    if (length !== undefined) spans = trimmedTo(spans, hull(spans)![0] + length);
    return spansSet(layer, path, spans);
  });
}

/** Spans up to a frame: those beyond it are gone, the last one ends there. */
function trimmedTo(spans: readonly Span[], end: Frames): readonly Span[] {
  const left = spans.filter(([from]) => from < end);
  return trimEnd(left.length > 0 ? left : spans.slice(0, 1), end);
}

