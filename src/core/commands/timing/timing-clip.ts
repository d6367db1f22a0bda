import { sourceOf, countsInHostFrames, rescaleOperator } from '../../scene';
import { inOrder, member, newNest, type Layer, type OperatorEntry, type Project } from '../../model';
import { framesPerSecond, type Rate } from '../../time';
import { count, type Draft } from '../document/change';
import { nameOf } from '../layers/layers';
import { layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { reachLayer } from '../document/target';
import { whyNoOperator, type OperatorRef } from './timing';

/** Steps of a timing as they are copied: on a layer that is nobody's, with the rates of the frames that their numbers count. */
export type TimingClip = { readonly format: 'oak-tumble/timing'; readonly rate: Rate; readonly host: Rate; readonly layer: Layer };

/** Steps of a layer's timing for a clipboard: those named, in their order; null where there are none. */
export function copyTiming(project: Project, compositionId: string, refs: readonly OperatorRef[]): TimingClip | null {
  const host = member(project.compositions.by, compositionId);
  const layer = host && refs[0] ? member(host.layers.by, refs[0].layer) : undefined;
  const steps = layer ? inOrder(layer.timing).filter((node) => refs.some((ref) => ref.layer === layer.id && ref.operator === node.id)) : [];
  if (!host || !layer || steps.length === 0) return null;
  const carrier = newNest('clip', 'Timing', [[0, 1]], 'nothing');
  const rate = countsInHostFrames(layer, steps[0] as OperatorEntry) ? host.rate : (sourceOf(project, host, layer)?.rate ?? host.rate);
  return { format: 'oak-tumble/timing', rate, host: host.rate, layer: { ...carrier, timing: { order: steps.map((node) => node.id), by: Object.fromEntries(steps.map((node) => [node.id, node])) } } as Layer };
}

/** Puts copied steps at the end of layers' timings, their numbers counted in the frames that each layer's do. `made` are the new steps, layer by layer. */
export function pasteTiming(project: Project, compositionId: string, layerIds: readonly string[], clip: TimingClip, newId: () => string): (Draft & { readonly made: readonly string[] }) | Refused | null {
  const host = member(project.compositions.by, compositionId);
  const steps = inOrder(clip.layer.timing) as readonly OperatorEntry[];
  const layers = layerIds.flatMap((id) => reachLayer(project, compositionId, id) ?? []);
  if (!host || layers.length === 0 || steps.length === 0) return null;
  const made: string[] = [];
  const patches: Patch[] = [];
  for (const layer of layers) {
    const path = [...layerPath(compositionId, layer.id), 'timing'];
    const added = steps.map((step) => {
      const onHost = countsInHostFrames(layer, step);
      const factor = framesPerSecond(onHost ? host.rate : (sourceOf(project, host, layer)?.rate ?? host.rate)) / framesPerSecond(step.on === 'keys' ? clip.host : clip.rate);
      return { ...rescaleOperator(step, factor), id: newId() } as OperatorEntry;
    });
    const why = added.map((node) => whyNoOperator(layer, node)).find((one) => one !== null);
    if (why) return { refused: `${layer.name}: ${why}` };
    made.push(...added.map((node) => node.id));
    patches.push(...added.map((node) => patchOf([...path, 'by', node.id], undefined, node)), patchOf([...path, 'order'], layer.timing.order, [...layer.timing.order, ...added.map((node) => node.id)]));
  }
  return { event: 'timing.paste', label: `Paste ${count(steps.length, 'step')} of timing to ${nameOf(project, compositionId, layers.map((layer) => layer.id))}`, made, patches };
}
