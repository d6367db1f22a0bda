import { inOrder, type Composition, type Layer, type Project } from '../model';
import { rescaleOperator, sourceOf, timingOf } from '../scene';
import { ratio, type Frames, type Rate } from '../time';
import { compose, straightMap, type TimeMap } from '../timing';
import { segmentsOver } from './bake-channel';
import { bentLegs } from './bend';
import { joined } from './joined';
import { keysFromLegs } from './keys-from-legs';
import { heldLeg } from './leg';
import type { Window } from './bake-tracks';

/** How far a remap may miss that stands for a bent time, in frames of what it shows. */
const NEAR = 0.001;

const TIME = { type: 'N', label: 'Source time', unit: 'frames', start: 0 } as const;

/** How frames of one rate count in another: worked out as every entry is, so that times meet to the bit. */
export type Pace = { readonly by: number; readonly at: (u: Frames) => Frames };

export const EVEN: Pace = { by: 1, at: (u) => u };

export function paceOf(from: Rate, to: Rate): Pace {
  return { by: ratio(from, to), at: straightMap(0, to[0] * from[1], to[1] * from[0]).at };
}

/**
 * Steps on content for a layer that keeps its source (footage, sound, a nest that is not baked) where the time of its host was
 * written into keys: a remap that leads from new time to the time that came in to its steps before, then these as they were. The
 * layer counts from new time 0. Null where its time falls into too many pieces.
 */
export function keptContent(project: Project, host: Composition, layer: Layer, map: TimeMap, window: Window, rate: Rate, id: string): Layer['timing'] | null {
  const source = sourceOf(project, host, layer);
  const nodes = inOrder(layer.timing).filter((node) => node.on !== 'keys' || node.off);
  if (!source) return { order: nodes.map((node) => node.id), by: Object.fromEntries(nodes.map((node) => [node.id, node])) } as Layer['timing'];
  // Sound has no frames of its own: it counts in those of its host, which are others now.
  const factor = layer.kind === 'audio' ? ratio(host.rate, rate) : 1;
  const pace = layer.kind === 'audio' ? EVEN : paceOf(rate, source.rate);
  const incoming = compose(map, timingOf(project, host, layer).stack.entry);
  const lead = remapFor(incoming, window, pace, factor, source.D * factor, id);
  if (lead === null) return null;
  const own = nodes.map((node) => ({ ...(factor === 1 ? node : rescaleOperator(node, factor, source.D)), ...(node.on === 'both' ? { on: 'content' } : {}) }) as typeof node);
  const all = [...lead, ...own] as readonly { readonly id: string }[];
  return { order: all.map((node) => node.id), by: Object.fromEntries(all.map((node) => [node.id, node])) } as unknown as Layer['timing'];
}

/**
 * What leads from new time (in frames of the source) to the incoming time of before: nothing, a delay, or a remap. A remap holds what lies at or
 * beyond `D` as the last frame, and steps that follow may yet bring it inside: then all its times are told so many whole frames earlier, and a
 * delay after it takes that back.
 */
export function remapFor(incoming: TimeMap, { from, to, looks }: Window, pace: Pace, factor: number, D: Frames, id: string): readonly object[] | null {
  const segments = segmentsOver(incoming, from, to);
  if (!segments) return null;
  const [only] = segments;
  if (only && segments.length === 1 && only.kind === 'linear' && Math.abs(only.rate(only.from) * factor - pace.by) < 1e-12) {
    const by = pace.at(only.from) - only.at(only.from) * factor;
    return by === 0 ? [] : [{ id, op: 'delay', name: '', off: false, on: 'content', tracks: null, by }];
  }
  let [low, high] = [Infinity, -Infinity];
  for (const segment of segments) for (const y of [segment.at(segment.from), segment.at(segment.to)]) [low, high] = [Math.min(low, y), Math.max(high, y)];
  // Time itself is what moves here, one frame each frame.
  const motion = [low === high ? heldLeg(low, high + 1, low) : { from: low, to: high, start: low, end: high, held: false }];
  const bending = { spec: TIME, tolerance: NEAR, looks, shown: (at: Frames) => at };
  const legs = joined(bentLegs(motion, segments, bending), (at) => incoming.at(at), bending);
  const { keys, value } = keysFromLegs(legs, 'N');
  const bent = (handle: unknown) => (Array.isArray(handle) ? [(handle[0] as Frames) * pace.by, (handle[1] as Frames) * factor] : handle);
  const list = Object.values(keys).length > 0 ? Object.values(keys) : [{ id: 'k1', at: from, value }];
  const latest = list.reduce((most: number, { value: to, arrives }: { value?: unknown; arrives?: unknown }) => Math.max(most, Number(to), Number(arrives ?? -Infinity)), value as number) * factor;
  const earlier = latest >= D ? Math.floor(latest - D) + 2 : 0;
  const own = list.map(({ id: key, at, value: to, right, left, arrives }: { id: string; at: Frames; value: unknown; right?: unknown; left?: unknown; arrives?: unknown }) => [key, {
    id: key, at: pace.at(at), to: (to as Frames) * factor - earlier, joined: false, ...(right === undefined ? {} : { right: bent(right) }), ...(left === undefined ? {} : { left: bent(left) }), ...(arrives === undefined ? {} : { arrives: (arrives as Frames) * factor - earlier }),
  }]);
  const lead = { id, op: 'remap', name: '', off: false, on: 'content', tracks: null, keys: Object.fromEntries(own) };
  return earlier === 0 ? [lead] : [lead, { id: `${id}-later`, op: 'delay', name: '', off: false, on: 'content', tracks: null, by: -earlier }];
}
