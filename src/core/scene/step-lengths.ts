import { hasContentTime, type Composition, type Layer, type Project } from '../model';
import { ratio, type Frames } from '../time';
import { compose, lasts, type Step } from '../timing';
import { timingOf } from './ask';
import { keyedLength } from './keyed-length';

/** What a step makes of how long there is something new to see: host frames before it and with it; null is without end. */
export type StepLength = { readonly was: Frames | null; readonly is: Frames | null };

/** For each step that plays on a layer, by its id, what it makes of the length. A step on content and keys is told by its content. */
export function stepLengths(project: Project, host: Composition, layer: Layer): ReadonlyMap<string, StepLength> {
  const { stack, source } = timingOf(project, host, layer);
  const known = remembered.get(stack);
  if (known) return known;
  const lengths = new Map<string, StepLength>();
  const add = (steps: readonly Step[], D: Frames, pace: number) => {
    for (const { id, incoming, map } of steps) if (!lengths.has(id)) lengths.set(id, { was: lasts(incoming, D, layer.start, pace), is: lasts(compose(incoming, map), D, layer.start, pace) });
  };
  if (source && hasContentTime(layer.kind)) add(stack.steps, source.D, ratio(host.rate, source.rate));
  add(stack.keySteps, keyedLength(layer)?.length ?? 1, 1);
  remembered.set(stack, lengths);
  return lengths;
}

const remembered = new WeakMap<object, ReadonlyMap<string, StepLength>>();
