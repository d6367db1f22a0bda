import { inOrder, type Composition, type Layer, type Project } from '../model';
import type { PreparedStack } from '../timing';
import { timingOf } from './layer-timing';
import { canChange, warped } from './prepared-channel';
import { ownTracks } from './tracks';

const remembered = new WeakMap<PreparedStack, { readonly layer: Layer; readonly sampled: Layer }>();

/** Whether steps of a layer act on some of its tracks alone. */
export function isNarrowed({ timing }: Layer): boolean {
  return timing.order.length > 0 && inOrder(timing).some((node) => !node.off && (node.tracks ?? null) !== null);
}

/**
 * The layer as its channels are sampled together, at one time: the layer itself, unless steps are narrowed to some of its tracks. Then each
 * channel has the steps that reach it worked into its sampler, and all count from the layer's start.
 */
export function asSampled(project: Project, host: Composition, layer: Layer): Layer {
  if (!isNarrowed(layer)) return layer;
  const { stack, source } = timingOf(project, host, layer);
  const known = remembered.get(stack);
  if (known?.layer === layer) return known.sampled;
  const by = Object.fromEntries(inOrder(layer.timing).map((node) => [node.id, node.on === 'keys' || !source ? { ...node, off: true } : { ...node, on: 'content' as const, tracks: null }]));
  let sampled = { ...layer, timing: { ...layer.timing, by } } as Layer;
  for (const { address, path, channel, spec } of ownTracks(layer)) {
    if (!channel || !canChange(channel)) continue;
    const { at } = stack.keysOf(address);
    sampled = withAt(sampled, path, warped(channel, spec.type, (x) => at(x + layer.start)));
  }
  remembered.set(stack, { layer, sampled });
  return sampled;
}

export function withAt<T>(value: T, [name, ...rest]: readonly string[], to: unknown): T {
  return name === undefined ? (to as T) : ({ ...value, [name]: withAt((value as Readonly<Record<string, unknown>>)[name], rest, to) } as T);
}
