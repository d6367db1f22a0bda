import { inOrder, type Composition, type Layer, type Project } from '../model';
import { isDriven } from './driven/live-formulas';
import { drivesIn, timingOf } from './ask';
import { canChange, sampledBy, warped } from './prepared-channel';
import { hasKeys, ownTracks } from './tracks';

/** A layer as it was last made ready, by what it was made of: its steps, and the formulas of its composition. */
type Known = { readonly stack: object; readonly drives: object | null; readonly sampled: Layer };
const remembered = new WeakMap<Layer, Known>();

/** Whether steps of a layer act on some of its tracks alone. */
export function isNarrowed({ timing }: Layer): boolean {
  return timing.order.length > 0 && inOrder(timing).some((node) => !node.off && (node.tracks ?? null) !== null);
}

/** Whether a layer is drawn as `asSampled` gives it: its tracks do not all count in one time, or some are driven. */
export function isSampledApart(layer: Layer): boolean {
  return isNarrowed(layer) || isDriven(layer);
}

/**
 * The layer as its channels are sampled together, at one time: the layer itself, unless steps are narrowed to some of its tracks or formulas drive
 * some. Then each channel has the steps that reach it, and its formula, worked into its sampler, and all count from the layer's start.
 */
export function asSampled(project: Project, host: Composition, layer: Layer): Layer {
  if (!isSampledApart(layer)) return layer;
  const { stack, source } = timingOf(project, host, layer);
  const drives = isDriven(layer) ? drivesIn(project, host) : null;
  const known = remembered.get(layer);
  if (known?.stack === stack && known.drives === drives) return known.sampled;
  const by = Object.fromEntries(inOrder(layer.timing).map((node) => [node.id, node.on === 'keys' || !source ? { ...node, off: true } : { ...node, on: 'content' as const, tracks: null }]));
  let sampled = { ...layer, timing: { ...layer.timing, by } } as Layer;
  for (const { address, path, channel, spec } of ownTracks(layer)) {
    if (!channel || !canChange(channel)) continue;
    const { at } = stack.keysOf(address);
    const drive = drives?.of(layer, address) ?? null;
    if (!drive && !hasKeys(channel)) continue;
    // What never moves is worked out once, and costs no more than a number that stands there.
    const next = !drive ? warped(channel, spec.type, (x) => at(x + layer.start))
      : drive.moves === 'never' && !drive.fault() ? { ...channel, value: drive.at(layer.start), keys: {}, formula: null }
      : sampledBy(channel, drive.sample);
    sampled = withAt(sampled, path, next);
  }
  remembered.set(layer, { stack, drives, sampled });
  return sampled;
}

export function withAt<T>(value: T, [name, ...rest]: readonly string[], to: unknown): T {
  return name === undefined ? (to as T) : ({ ...value, [name]: withAt((value as Readonly<Record<string, unknown>>)[name], rest, to) } as T);
}
