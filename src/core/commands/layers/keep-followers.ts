import { invert, multiply, type Matrix } from '../../display';
import { canChange, sourceOf, worldMatrix } from '../../scene';
import { channelAt, hasContentTime, inOrder, isDrawn, member, newNull, POSE, type Channel, type Composition, type Layer, type OperatorEntry, type Project } from '../../model';
import { sameRate } from '../../time';
import { compositionPath, layerPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import { poseAt, poseFor } from '../poses/pose';
import { shiftedChannel } from '../keys/set-values';
import type { Refused } from '../document/refused';

type Channels = Readonly<Record<string, Channel | undefined>>;
const channelsOf = (layer: Layer): Channels => layer.channels as unknown as Channels;
const isPlace = (name: string) => Object.hasOwn(POSE, name) && name !== 'opacity';
const isStill = (layer: Layer) => !layer.turnAlong && Object.entries(channelsOf(layer)).every(([name, channel]) => !isPlace(name) || !channel || !canChange(channel));

/** What has to change so that the followers of leaving layers stay where they stand, at every frame: `nulls` tells for which of the leaving a null was put in. */
export type Kept = { readonly patches: readonly Patch[]; readonly nulls: ReadonlyMap<string, string> };

/**
 * Followers of layers that leave. Where a leader never moved, its numbers are worked into its followers, which follow its
 * own leader then; else a null takes its place and its motion. Both hold through all frames. Refused where a leader's motion is
 * bent by the time of what it shows, in another rate: a null has no such time.
 */
export function keepFollowers(project: Project, compositionId: string, leaving: ReadonlySet<string>, newId: () => string): Kept | Refused {
  const patches: Patch[] = [];
  const nulls = new Map<string, string>();
  let now = project;
  const step = (more: readonly Patch[]) => {
    patches.push(...more);
    now = applyPatches(now, more).project;
  };
  const hostNow = () => now.compositions.by[compositionId]!;
  const waiting = inOrder(hostNow().layers).filter((layer) => layer.parent !== null && leaving.has(layer.parent) && !leaving.has(layer.id)).map((layer) => layer.id);
  // Each round settles one link; worked in, a follower has its leader's own leader next.
  for (let rounds = 0; waiting.length > 0 && rounds < 100_000; rounds++) {
    const host = hostNow();
    const follower = host.layers.by[waiting[waiting.length - 1]!]!;
    if (follower.parent === null || !leaving.has(follower.parent) || !member(host.layers.by, follower.parent)) {
      waiting.pop();
      continue;
    }
    const leader = host.layers.by[follower.parent!]!;
    const known = nulls.get(leader.id);
    const follow = (id: string) => [patchOf([...layerPath(compositionId, follower.id), 'parent'], leader.id, id)];
    if (known !== undefined) {
      step(follow(known));
      continue;
    }
    // What has no place of its own hands its leader's on to its own followers.
    const placeless = !isDrawn(follower.kind) && !inOrder(host.layers).some(({ parent }) => parent === follower.id);
    const worked = placeless ? [patchOf([...layerPath(compositionId, follower.id), 'parent'], follower.parent, leader.parent)] : isDrawn(follower.kind) ? workedIn(now, host, leader, follower) : null;
    if (worked) step(worked);
    else {
      const bent = bentByItsPicture(now, host, leader);
      if (bent) return { refused: `The timing of ${leader.name} bends its place with its picture, which no null can do for ${follower.name}: let ${follower.name} follow nothing first.` };
      const id = newId();
      const { order } = host.layers;
      nulls.set(leader.id, id);
      waiting.unshift(id);
      step([
        patchOf(layerPath(compositionId, id), undefined, { ...nullOf(now, host, leader), id }),
        patchOf([...compositionPath(compositionId), 'layers', 'order'], order, order.flatMap((one) => (one === leader.id ? [id, one] : [one]))),
        ...follow(id),
      ]);
    }
  }
  return { patches, nulls };
}

/** A follower with its leader's pose worked into its own, following that one's leader; null where that is not the same at every frame. */
function workedIn(project: Project, host: Composition, leader: Layer, follower: Layer): readonly Patch[] | null {
  if (!isStill(leader) || follower.locked) return null;
  const path = layerPath(host.id, follower.id);
  const link = patchOf([...path, 'parent'], follower.parent, leader.parent);
  const alone = { ...leader, parent: null } as Layer;
  const own = worldMatrix(project, host, alone, 0, new Map());
  const [a, b, c, d, e, f] = own;
  const channels = channelsOf(follower);
  const moved = (name: 'x' | 'y', by: number): readonly Patch[] => (by === 0 ? [] : [patchOf([...path, 'channels', name], channels[name], channels[name] ? shiftedChannel(channels[name], (value) => (value as number) + by) : channelAt(by))]);
  // Moved sideways alone, a follower's place goes along whatever its keys are.
  if (a === 1 && b === 0 && c === 0 && d === 1 && !follower.turnAlong) {
    const mirror = follower.mirrorAt === null ? [] : [patchOf([...path, 'mirrorAt'], follower.mirrorAt, follower.mirrorAt + e)];
    const place = channels['position'];
    return [link, ...mirror, ...(place ? [patchOf([...path, 'channels', 'position'], place, shiftedChannel(place, (value) => [(value as number[])[0]! + e, (value as number[])[1]! + f]))] : [...moved('x', e), ...moved('y', f)])];
  }
  if (!isStill(follower) || follower.mirrorAt !== null) return null;
  const target = multiply(own, worldMatrix(project, host, { ...follower, parent: null } as Layer, 0, new Map()));
  const before = poseAt(project, host, follower, 0);
  const after = poseFor(target, [before.pivotX, before.pivotY], before);
  const placed = channels['position'] ? { position: [after.x, after.y] } : { x: after.x, y: after.y };
  const values: Readonly<Record<string, unknown>> = { ...placed, scaleX: after.scaleX, scaleY: after.scaleY, rotation: after.rotation, skew: after.skew };
  const changed = Object.entries(values).map(([name, value]) => [name, fine(value)] as const).filter(([name, value]) => JSON.stringify(value) !== JSON.stringify(channels[name]?.value ?? POSE[name as keyof typeof POSE].start));
  const next = { ...follower, parent: null, channels: { ...channels, ...Object.fromEntries(changed.map(([name, value]) => [name, channels[name] ? { ...channels[name], value } : channelAt(value)])) } } as unknown as Layer;
  // Some leans cannot be written as a pose: then the null stays.
  if (!sameMatrix(worldMatrix(project, host, next, 0, new Map()), target)) return null;
  return [link, ...changed.map(([name]) => patchOf([...path, 'channels', name], channels[name], channelsOf(next)[name]))];
}

function fine(value: unknown): unknown {
  return Array.isArray(value) ? value.map(fine) : Math.round((value as number) * 1e6) / 1e6 + 0;
}

function sameMatrix(one: Matrix, other: Matrix): boolean {
  const back = invert(other);
  return back !== null && one.every((part, i) => Math.abs(part - other[i]!) <= (i < 4 ? 1e-6 : 1e-4));
}

/** Whether a layer's keys are bent in the frames of a source of another rate, or held where that ends. */
function bentByItsPicture(project: Project, host: Composition, layer: Layer): boolean {
  const source = hasContentTime(layer.kind) && !isStill(layer) ? sourceOf(project, host, layer) : null;
  const both = inOrder(layer.timing).filter((node) => !node.off && node.on === 'both');
  return source !== null && both.length > 0 && (!sameRate(source.rate, host.rate) || both.some((node) => node.op === 'pause' || node.op === 'freeze' || node.op === 'remap'));
}

/** A null with a layer's pose, its keys and what bends them. */
function nullOf(project: Project, host: Composition, layer: Layer): Layer {
  const { start, parent, partner, turnAlong, turnBy, mirrorAt, pose, joint, colour, note, visible, locked, solo, guide } = layer;
  const channels = Object.fromEntries(Object.entries(channelsOf(layer)).filter(([name]) => isPlace(name)));
  const timing = inOrder(layer.timing).filter((node) => !node.off || node.on !== 'content').flatMap((node) => onKeys(project, host, layer, node as OperatorEntry));
  return {
    ...newNull(layer.id, layer.name, layer.spans, {}), start, parent, partner, turnAlong, turnBy, mirrorAt, pose, joint, colour, note, visible, locked, solo, guide, channels,
    timing: { order: timing.map((node) => node.id), by: Object.fromEntries(timing.map((node) => [node.id, node])) },
  } as unknown as Layer;
}

/** An operator as it bends a layer's own keys, on a layer that shows nothing: those on content go, those on both end where the source does. */
function onKeys(project: Project, host: Composition, layer: Layer, node: OperatorEntry): readonly OperatorEntry[] {
  if (!hasContentTime(layer.kind) || node.on === 'keys') return [node];
  if (node.on !== 'both') return [];
  const source = sourceOf(project, host, layer);
  const end = source && (node.op === 'loop' || node.op === 'reverse') && node.to === null ? { to: source.D } : {};
  return [{ ...node, ...end, on: 'keys' } as OperatorEntry];
}
