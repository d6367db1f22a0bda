import { timingOf } from '../../../core/scene';
import { inOrder, type Composition, type Layer, type Project } from '../../../core/model';

/** Which play of its first loop a layer is in at a host frame, from 1; null without a loop that plays, and before it begins. */
export function playOfLoop(project: Project, host: Composition, layer: Layer, hostFrame: number): number | null {
  const { stack, source } = timingOf(project, host, layer);
  const at = stack.steps.findIndex((step) => inOrder(layer.timing).some((node) => node.id === step.id && node.op === 'loop'));
  const loop = inOrder(layer.timing).find((node) => node.id === stack.steps[at]?.id);
  if (!source || loop?.op !== 'loop') return null;
  const [from, to] = [Number(loop.from), Number(loop.to ?? source.D)];
  const play = loop.mode === 'swing' && loop.ends === 'once' ? to - from - 1 : to - from;
  // What the loop is asked for: the layer's time in frames of its source, through the operators before it.
  const asked = stack.steps.slice(0, at).reduce((time, step) => step.map.at(time), stack.entry.at(hostFrame));
  if (asked < from || !(play > 0)) return null;
  return Math.min(Math.floor((asked - from) / play + 1e-9) + 1, loop.count === null ? Infinity : Number(loop.count));
}
