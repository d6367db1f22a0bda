import { ownTracks } from '../../scene';
import { member, type Channel, type Layer, type Project } from '../../model';
import { closedAgain } from './kept-closed';
import { hasPace, paced, pacedTogether } from './kept-pace';
import { netEffect } from '../document/net-effect';
import { applyPatches, type Patch } from '../document/patch';
import type { Rate } from '../../time';
import { keyPatches } from './stored-key';
import { trackPath } from '../document/paths';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';

/**
 * What channels promise of themselves, kept through every edit: a key with a pace has the next as late as its way takes, a closed channel's first and last
 * key are one. An edit that comes to nothing by that is refused in words.
 */
export function keepPromises(project: Project, draft: Made): Made | Refused {
  const bound = boundLayers(project, draft.patches);
  if (bound.length === 0) return draft;
  const next = applyPatches(project, draft.patches).project;
  const more: Patch[] = [];
  const kept: string[] = [];
  for (const { composition, layer: id } of bound) {
    const host = member(next.compositions.by, composition);
    const layer = host && member(host.layers.by, id);
    const before = member(project.compositions.by, composition)?.layers.by[id];
    if (!host || !layer) continue;
    const old = new Map((before ? ownTracks(before) : []).map((track) => [track.address, track.channel]));
    const two = placeOf(layer, host.rate, (address, channel) => channel !== (old.get(address) ?? null));
    for (const track of ownTracks(layer)) {
      const { channel } = track;
      const was = old.get(track.address) ?? null;
      const together = two?.get(track.address);
      if (!channel || (channel === was && !together) || !isBound(channel)) continue;
      // A loop that was just closed has nothing to compare with but itself.
      const round = channel.closed ? closedAgain(was?.closed ? was : { ...channel, keys: {} }, channel) : channel;
      const after = together && round === channel ? together : hasPace(round) ? paced(round, host.rate) : round;
      if (after === channel) continue;
      kept.push(hasPace(round) ? `${track.spec.label} of ${layer.name} keeps its pace there: change the pace, or let go of it` : `${track.spec.label} of ${layer.name} is closed`);
      more.push(...keyPatches(track, trackPath(composition, id, track), channel.keys, after.keys));
    }
  }
  if (more.length === 0) return draft;
  const patches = [...draft.patches, ...more];
  const { values, orders } = netEffect(patches);
  return values.length + orders.length === 0 ? { refused: `${kept[0]}.` } : { ...draft, patches };
}

/** Across and down of a layer, both with paces, one of which was changed: as one motion. Null elsewhere. */
function placeOf(layer: Layer, rate: Rate, isChanged: (address: string, channel: Channel) => boolean): ReadonlyMap<string, Channel> | null {
  const [x, y] = ['x', 'y'].map((address) => (layer.channels as Readonly<Record<string, Channel | undefined>>)[address]);
  if (!x || !y || !hasPace(x) || !hasPace(y) || !(isChanged('x', x) || isChanged('y', y))) return null;
  const [across, down] = pacedTogether(x, y, rate);
  return new Map([['x', across], ['y', down]]);
}

function isBound(channel: Channel): boolean {
  return channel.closed || hasPace(channel);
}

/** Whether a patch may be what binds a channel: on the field itself, a key that came, or a whole channel. */
function mayBind(path: readonly string[], to: unknown): boolean {
  const field = path[path.length - 1];
  if (field === 'pace' || field === 'closed') return true;
  if (to === null || typeof to !== 'object') return false;
  const { pace, closed, keys } = to as Partial<Channel> & { readonly pace?: unknown };
  return typeof pace === 'number' || closed === true || (keys !== undefined && typeof keys === 'object' && hasPace(to as Channel));
}

/** The layers that patches reach into and of which a channel is bound by a promise, before or by them. Layers that come or go whole keep what they keep. */
function boundLayers(project: Project, patches: readonly Patch[]): readonly { readonly composition: string; readonly layer: string }[] {
  const found = new Map<string, { composition: string; layer: string; bound: boolean }>();
  for (const { path, to } of patches) {
    if (path[0] !== 'compositions' || path[3] !== 'layers' || path[4] !== 'by' || path.length < 7) continue;
    const name = `${path[2]}\n${path[5]}`;
    let one = found.get(name);
    if (!one) {
      const before = member(project.compositions.by, path[2]!)?.layers.by[path[5]!];
      found.set(name, (one = { composition: path[2]!, layer: path[5]!, bound: before !== undefined && ownTracks(before).some(({ channel }) => channel !== null && isBound(channel)) }));
    }
    one.bound ||= mayBind(path, to);
  }
  return [...found.values()].filter(({ bound }) => bound);
}
