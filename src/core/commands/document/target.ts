import { trackAt, type Track } from '../../scene';
import { inTime, member, type Channel, type Composition, type Layer, type Project } from '../../model';

/** A track of a layer in a composition, by their ids and its address. */
export type TrackRef = { readonly layer: string; readonly track: string };

/** A key of a track. */
export type KeyRef = TrackRef & { readonly key: string };

/** A name for a key among all of a composition: no id and no address has a line end in it. */
export function keyName({ layer, track, key }: KeyRef): string {
  return `${layer}\n${track}\n${key}`;
}

export type AnyKey = { readonly id: string; readonly at: number; readonly value: unknown };

/** The things that references name, or null where something is gone or locked: a command passes over those. Who only reads has locked layers too. */
export function reach(project: Project, compositionId: string, ref: TrackRef, toRead = false): { readonly composition: Composition; readonly layer: Layer; readonly track: Track } | null {
  const composition = member(project.compositions.by, compositionId);
  const layer = composition && member(composition.layers.by, ref.layer);
  const track = layer && trackAt(project, layer, ref.track);
  return composition && layer && track && (toRead || !layer.locked) ? { composition, layer, track } : null;
}

/** A layer that may be edited, or null. */
export function reachLayer(project: Project, compositionId: string, id: string): Layer | null {
  const layer = member(project.compositions.by, compositionId)?.layers.by[id];
  return layer && !layer.locked ? layer : null;
}

export function keysOf(channel: Channel | null): readonly AnyKey[] {
  return channel ? inTime(channel.keys) : [];
}

/** A channel that is not written in the document yet, at rest. */
export function restingChannel({ spec }: Track): Channel {
  return { value: spec.start, keys: {}, before: 'hold', after: 'hold', repeats: null, formula: null, formulaOff: false, limits: null, closed: false };
}
