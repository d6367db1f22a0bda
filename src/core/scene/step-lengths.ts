import { hasContentTime, type Composition, type Layer, type Project } from '../model';
import { ratio, type Frames } from '../time';
import { compose, lasts, type Step, type TimeMap } from '../timing';
import { timingOf } from './ask';
import { keyedLength } from './keyed-length';

/** What a step makes of how long there is something new to see: host frames with the steps below it alone, and with it; null is without end. */
export type StepLength = { readonly was: Frames | null; readonly is: Frames | null };

/**
 * For each step that plays on a layer, by its id, what it makes of the length. It is reckoned from what the layer shows up: a loop gives a ramp above it
 * all the time that it asks for, and what stands by the first step is how long the layer is. A step on content and keys is told by its content.
 */
export function stepLengths(project: Project, host: Composition, layer: Layer): ReadonlyMap<string, StepLength> {
  const { stack, source } = timingOf(project, host, layer);
  const known = remembered.get(stack);
  if (known) return known;
  const lengths = new Map<string, StepLength>();
  const add = (steps: readonly Step[], D: Frames, pace: number) => {
    const base = steps[0]?.incoming;
    if (!base) return;
    const long = (map: TimeMap) => lasts(map, D, layer.start, pace);
    let [below, was]: [TimeMap | null, Frames | null] = [null, long(base)];
    for (const { id, map } of [...steps].reverse()) {
      below = below ? compose(map, below) : map;
      const is = long(compose(base, below));
      if (!lengths.has(id)) lengths.set(id, { was, is });
      was = is;
    }
  };
  if (source && hasContentTime(layer.kind)) add(stack.steps, source.D, ratio(host.rate, source.rate));
  add(stack.keySteps, keyedLength(layer)?.length ?? 1, 1);
  remembered.set(stack, lengths);
  return lengths;
}

const remembered = new WeakMap<object, ReadonlyMap<string, StepLength>>();
