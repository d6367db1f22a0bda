import { keyTimesOf, type KeyTimes, type Track } from '../../../core/scene';
import { isHeldKey, keyName, keysOf, type KeyRef } from '../../../core/commands';
import type { ChannelType, Composition, Layer, Project } from '../../../core/model';
import type { TimelineView } from '../editor/state';
import { xOf } from './scale';

/** Half the reach of a peg, in pixels. */
const PEG = 5;

/** Keys at one frame; `held` when all of them keep their values until the next, `jumps` when one arrives on another value than it leaves from. */
export type Peg = { readonly at: number; readonly refs: readonly KeyRef[]; readonly held: boolean; readonly jumps: boolean };

/** Whether a key keeps its value until the next: words, switches and choices always do. */
export function isHeld(type: ChannelType, key: object): boolean {
  return type === 'T' || type === 'B' || type === 'E' || isHeldKey(key);
}

const pegs = new WeakMap<Track, { readonly times: KeyTimes; readonly pegs: readonly Peg[] }>();
const together = new WeakMap<Layer, { readonly times: KeyTimes; readonly tracks: readonly Track[]; readonly pegs: readonly Peg[] }>();

/** Pegs of tracks by host frame, those at one frame together, in order of time. A key that is met several times has as many. */
export function pegsOf(project: Project, composition: Composition, layer: Layer, tracks: readonly Track[]): readonly Peg[] {
  if (tracks.length === 1) return pegsOfTrack(project, composition, layer, tracks[0]!);
  const times = keyTimesOf(project, composition, layer);
  const known = together.get(layer);
  if (known?.tracks === tracks && known.times === times) return known.pegs;
  const list = joinedPegs(tracks.flatMap((track) => pegsOfTrack(project, composition, layer, track)));
  together.set(layer, { times, tracks, pegs: list });
  return list;
}

function pegsOfTrack(project: Project, composition: Composition, layer: Layer, track: Track): readonly Peg[] {
  const times = keyTimesOf(project, composition, layer, track);
  const known = pegs.get(track);
  if (known?.times === times) return known.pegs;
  const list = joinedPegs(keysOf(track.channel).flatMap((key) => times.moments(key.at).map(({ from }): Peg => ({ at: from, refs: [{ layer: layer.id, track: track.address, key: key.id }], held: isHeld(track.spec.type, key), jumps: ((key as { readonly arrives?: unknown }).arrives ?? null) !== null }))));
  pegs.set(track, { times, pegs: list });
  return list;
}

function joinedPegs(list: readonly Peg[]): readonly Peg[] {
  const byTime = new Map<number, { refs: KeyRef[]; held: boolean; jumps: boolean }>();
  for (const { at, refs, held, jumps } of list) {
    const one = byTime.get(at);
    if (one) {
      one.refs.push(...refs);
      one.held &&= held;
      one.jumps ||= jumps;
    } else byTime.set(at, { refs: [...refs], held, jumps });
  }
  return [...byTime].map(([at, one]) => ({ at, ...one })).sort((a, b) => a.at - b.at);
}

/** The peg under x, the nearest of several; null where there is none. */
export function nearestPeg(list: readonly Peg[], view: TimelineView, x: number): Peg | null {
  let best: Peg | null = null;
  let reach = PEG;
  for (const peg of list) {
    const away = Math.abs(xOf(peg.at, view) - x);
    if (away <= reach) [best, reach] = [peg, away];
  }
  return best;
}

const names = new WeakMap<readonly KeyRef[], ReadonlySet<string>>();

/** The names of many keys; the same list answers with the same set. */
export function keyNames(refs: readonly KeyRef[]): ReadonlySet<string> {
  let known = names.get(refs);
  if (!known) names.set(refs, (known = new Set(refs.map(keyName))));
  return known;
}
