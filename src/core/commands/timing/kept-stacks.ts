import { inOrder, member, newNest, type Layer, type OperatorEntry, type Project } from '../../model';
import { operatorFits, operatorOf } from '../../timing';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';
import { nameOf } from '../layers/layers';
import { addPreset } from '../keys/presets';
import { copyTiming, pasteTiming, type TimingClip } from './timing-clip';

/** What a preset of a timing holds: its steps, and the rates of the frames that their numbers count. */
type KeptStack = Pick<TimingClip, 'rate' | 'host'> & { readonly steps: readonly OperatorEntry[] };

/** Keeps the timing of a layer with the project under a name; without one, under what its steps are called. */
export function keepStack(project: Project, compositionId: string, layerId: string, name: string | null, newId: () => string): Made | Refused | null {
  const layer = member(project.compositions.by, compositionId)?.layers.by[layerId];
  if (!layer) return null;
  const steps = inOrder(layer.timing) as readonly OperatorEntry[];
  const clip = copyTiming(project, compositionId, steps.map((node) => ({ layer: layerId, operator: node.id })));
  if (!clip) return { refused: `${layer.name} has no timing to keep.` };
  const data: KeptStack = { rate: clip.rate, host: clip.host, steps };
  return addPreset(project, { name: name ?? steps.map((node) => operatorOf(node.op)?.title ?? node.op).join(', '), of: 'timing', data } as never, newId);
}

/** Puts the steps of a kept timing at the end of layers' stacks. */
export function putStack(project: Project, compositionId: string, layers: readonly string[], presetId: string, newId: () => string): Made | Refused | null {
  const preset = member(project.presets.by, presetId);
  if (preset?.of !== 'timing') return { refused: 'That timing is not kept here any more.' };
  const kept = readStack(preset.data);
  if (!kept) return { refused: `“${preset.name}” holds no timing that could be read.` };
  const timing = { order: kept.steps.map((node) => node.id), by: Object.fromEntries(kept.steps.map((node) => [node.id, node])) };
  const clip: TimingClip = { format: 'oak-tumble/timing', rate: kept.rate, host: kept.host, layer: { ...newNest('clip', 'Timing', [[0, 1]], 'nothing'), timing } as Layer };
  const made = pasteTiming(project, compositionId, layers, clip, newId);
  return made && 'patches' in made ? { ...made, event: 'timing.preset', label: `Use “${preset.name}” for ${nameOf(project, compositionId, layers)}` } : made;
}

/** What a preset holds, if it is a timing: anybody may have written it. */
function readStack(data: unknown): KeptStack | null {
  if (data === null || typeof data !== 'object') return null;
  const { rate, host, steps } = data as Partial<KeptStack>;
  const isRate = (value: unknown) => Array.isArray(value) && value.length === 2 && value.every((part) => Number.isInteger(part) && part > 0);
  if (!isRate(rate) || !isRate(host) || !Array.isArray(steps) || steps.length === 0) return null;
  const whole = steps.every((node) => node !== null && typeof node === 'object' && typeof (node as OperatorEntry).id === 'string' && operatorOf((node as OperatorEntry).op) !== null && operatorFits((node as OperatorEntry).op, node as object));
  return whole ? { rate: rate!, host: host!, steps: (steps as readonly OperatorEntry[]).map((node) => ({ ...node, name: node.name ?? '', off: node.off ?? false, tracks: node.tracks ?? null }) as OperatorEntry) } : null;
}
