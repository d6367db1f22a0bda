import { keyAdded, keyedTracks } from '../../scene';
import { drawnHandles, runsRound, type ScalarKey } from '../../keys';
import { inTime, member, type Channel, type ChannelSpec, type Project } from '../../model';
import { DUST, dust, type Frames } from '../../time';
import type { Draft } from '../document/change';
import type { StoredKey } from '../keys/chosen-keys';
import { upsideDown } from './flip';
import { nameOf } from '../layers/layers';
import { mirrored, mirrorLine } from './mirror';
import { trackPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { poseTracks } from './pose-tracks';
import { reachable } from './posed-layers';
import type { Refused } from '../document/refused';

/**
 * Half a cycle later: the keys of layers put onto others so many frames later, mirrored if asked for; the cycle is cut where it began, so that
 * keys past its end come back at its start.
 */
export function motionLater(project: Project, compositionId: string, from: string, onto: readonly string[], by: Frames, mirror: boolean, newId: () => string): Draft | Refused | null {
  const composition = member(project.compositions.by, compositionId);
  const source = composition && member(composition.layers.by, from);
  const targets = reachable(project, compositionId, onto).filter((layer) => layer.id !== from);
  if (!composition || !source || targets.length === 0) return null;
  const tracks = keyedTracks(project, source).filter((track) => track.operator === null && track.spec.clock === 'layer');
  const patches: Patch[] = [];
  for (const target of targets) {
    const line = mirrorLine(composition, target);
    for (const track of tracks) {
      const turnedRound = cycled(track.channel!, track.spec, by, newId);
      if ('why' in turnedRound) return { refused: `${track.spec.label} of ${source.name}: ${turnedRound.why}.` };
      const there = poseTracks(project, { ...target, pose: [track.address] })[0];
      if (!there || there.spec.type !== track.spec.type) continue;
      const shown = (value: unknown) => (mirror ? mirrored(track.address, value, line) : value);
      const turned = mirror && (track.address === 'x' || track.address === 'rotation' || track.address === 'skew');
      const made = turnedRound.map((key) => {
        const next = { ...key, value: shown(key.value), ...((key.arrives ?? null) === null ? {} : { arrives: shown(key.arrives) }) };
        const point = (way: unknown) => (Array.isArray(way) && mirror && track.address === 'position' ? [-way[0] + 0, way[1]] : way);
        return turned ? upsideDown(next) : { ...next, ...(next.pathLeft === undefined ? {} : { pathLeft: point(next.pathLeft) }), ...(next.pathRight === undefined ? {} : { pathRight: point(next.pathRight) }) };
      });
      const path = trackPath(compositionId, target.id, there);
      const { before, after, repeats, closed } = track.channel!;
      const next: Channel = { ...(there.channel ?? { ...track.channel!, formula: null, formulaOff: false, limits: null }), before, after, repeats, closed, keys: Object.fromEntries(made.map((key) => [key.id, key])) };
      patches.push(patchOf(path, there.channel ?? undefined, next));
    }
  }
  if (patches.length === 0) return { refused: `${source.name} has no motion that ${nameOf(project, compositionId, targets.map((layer) => layer.id))} could take.` };
  return { event: 'poses.later', label: `Give ${nameOf(project, compositionId, targets.map((layer) => layer.id))} the motion of ${source.name}, ${Math.round(by * 100) / 100} frames later${mirror ? ', mirrored' : ''}`, patches };
}

/**
 * The keys of a cycle so many frames later. Its first and last key are one, and it goes round: it is cut again where it began, by a key that changes
 * nothing.
 */
function cycled(channel: Channel, spec: ChannelSpec, by: Frames, newId: () => string): readonly StoredKey[] | { readonly why: string } {
  const own = inTime(channel.keys) as readonly StoredKey[];
  const scalar = spec.type === 'N' && !runsRound(own as unknown as readonly ScalarKey[], channel);
  // Smooth ends lean on nothing; inside of the cycle they would.
  const keys = scalar ? (own.map((_, i) => drawnHandles(own as unknown as readonly ScalarKey[], i)) as unknown as readonly StoredKey[]) : own;
  const [first, last] = [keys[0], keys[keys.length - 1]];
  if (!first || !last) return [];
  const length = last.at - first.at;
  if (length === 0) return keys.map((key) => ({ ...key, id: newId() }));
  // The first key arrives as the last one does.
  const later = by % length;
  const arrival = { ...(last.left === undefined ? {} : { left: last.left }), ...(last.pathLeft === undefined ? {} : { pathLeft: last.pathLeft }), ...((last.arrives ?? null) === null ? {} : { arrives: last.arrives }) };
  const { left: _left, pathLeft: _way, arrives: _arrives, ...leaving } = first;
  const joinedFirst = { ...leaving, ...arrival } as StoredKey;
  const moved = [joinedFirst, ...keys.slice(1, -1)].map((key) => ({ ...key, id: newId(), at: first.at + dust((((key.at + later - first.at) % length) + length) % length) })).sort((a, b) => a.at - b.at);
  const start = moved[0]!;
  const twin: StoredKey = { ...start, id: newId(), at: start.at + length };
  if (start.at - first.at < DUST) return [...moved, twin];
  const round = [...moved, twin];
  const cut = keyAdded({ ...channel, keys: Object.fromEntries(round.map((key) => [key.id, key])) }, spec, last.at, newId);
  if (cut.kind === 'cannot') return { why: cut.why };
  const all = (cut.kind === 'added' ? inTime(cut.channel.keys) : round) as readonly StoredKey[];
  const edge = all.find((key) => Math.abs(key.at - last.at) <= DUST)!;
  const end = all[all.length - 1]!;
  const body = all.filter((key) => key !== end && key !== edge).map((key) => (key.at > last.at ? { ...key, at: key.at - length } : key));
  // Where the cycle was joined to its own copy, the copy's way in is the way in.
  const joined = body.map((key) => (key.id === start.id ? { ...key, ...(end.left === undefined ? {} : { left: end.left }), ...(end.pathLeft === undefined ? {} : { pathLeft: end.pathLeft }) } : key));
  return [{ ...edge, id: newId(), at: first.at }, ...joined, edge].sort((a, b) => a.at - b.at);
}
