import type { Composition, Layer, Project } from '../model';
import { dust, DUST, inSpans, type Frames } from '../time';
import { timingOf } from './ask';

/** A stop on the way from the composition's frame to the picture's. */
export type Trace = (stop: { readonly kind: 'start' | 'operator' | 'held' | 'shown'; readonly id: string; readonly title: string; readonly at: Frames }) => void;

/**
 * The source time that a layer shows at a host frame, or null where nothing shows. A layer without content answers its
 * key time. Spans are asked too unless `anywhere` is set.
 */
export function sourceTimeAt(project: Project, host: Composition, layer: Layer, frame: Frames, anywhere = false, trace?: Trace): Frames | null {
  if (!anywhere && !inSpans(layer.spans, frame)) return null;
  const { stack, source, lost } = timingOf(project, host, layer);
  if (lost) return null;
  if (!source) return stack.keys.at(frame);
  let at = stack.content.at(frame);
  if (trace) {
    trace({ kind: 'start', id: '', title: `${layer.name} starts at ${layer.start}`, at: stack.entry.at(frame) });
    for (const step of stack.steps) trace({ kind: 'operator', id: step.id, title: step.title, at: step.after.at(frame) });
  }
  // Numbers too large to be worked out come to none: nothing shows there.
  if (!(at >= -DUST && at < source.D)) return null;
  at = Math.max(0, at);
  if (layer.sampling === 'whole') {
    at = Math.min(source.D - 1, Math.floor(at + DUST));
    trace?.({ kind: 'held', id: '', title: 'Whole frames', at });
  }
  return at;
}

/** The time of a layer's own channels at a host frame. */
export function keyTimeAt(project: Project, host: Composition, layer: Layer, frame: Frames): Frames {
  // Without operators the layer counts from its start, whatever it shows.
  if (layer.timing.order.length === 0) return dust(frame - layer.start);
  return timingOf(project, host, layer).stack.keys.at(frame);
}
