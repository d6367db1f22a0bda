import { keyedTracks, keyTimesOf, type KeyTimes, type Track } from '../../../core/scene';
import { isHeldKey, keysOf, type KeyRef, type MarkerRef } from '../../../core/commands';
import { inTime, type ChannelType, type Composition, type Layer, type Marker, type Project } from '../../../core/model';
import type { TimelineView } from '../editor/state';
import { rowAt, type Row } from './rows';
import { xOf } from './scale';

/** What lies under the pointer in the tracks. */
export type Hit =
  | { readonly kind: 'keys'; readonly refs: readonly KeyRef[]; readonly at: number; readonly layer: string }
  | { readonly kind: 'bar'; readonly layer: string }
  | { readonly kind: 'trim'; readonly layer: string; readonly end: 'start' | 'end' }
  | { readonly kind: 'stretch'; readonly layer: string; readonly end: 'start' | 'end' }
  | { readonly kind: 'marker'; readonly ref: MarkerRef }
  | { readonly kind: 'row'; readonly layer: string }
  | { readonly kind: 'nothing' };

/** Half the reach of a peg and of a bar's grip, in pixels. */
const PEG = 5;
const GRIP = 6;

/** How far a marker's flag reaches beside its staff where its name is short, in pixels. */
const FLAG = 7;

/** First match wins: pegs, markers, a bar's grips (its upper half trims, its lower half stretches), the bar, the row. `y` counts from the top of the first row. */
export function hitTest(rows: readonly Row[], project: Project, composition: Composition, view: TimelineView, x: number, y: number): Hit {
  const row = rowAt(rows, y);
  if (!row) return { kind: 'nothing' };
  if (row.kind === 'markers') {
    const marker = markerAt(inTime(composition.markers), view, x);
    return marker ? { kind: 'marker', ref: { layer: null, marker } } : { kind: 'nothing' };
  }
  const { layer } = row;
  if (row.kind === 'lane') return { kind: 'row', layer: layer.id };
  if (row.kind === 'track') {
    const peg = nearestPeg(pegsOf(project, composition, layer, [row.track]), view, x);
    return peg ? { kind: 'keys', ...peg, layer: layer.id } : { kind: 'row', layer: layer.id };
  }
  // Flags stand in the upper part of the row, above the bar's own grips only where their staff is.
  const marker = y - row.top < 13 ? markerAt(inTime(layer.markers), view, x) : null;
  if (marker) return { kind: 'marker', ref: { layer: layer.id, marker } };
  const lower = y - row.top > row.height / 2;
  for (const [from, to] of layer.spans) {
    const [left, right] = [xOf(from, view), xOf(to, view)];
    // Grips lie half inside the bar; a short bar keeps a middle to slide it by.
    const grip = Math.min(GRIP, Math.max(2, (right - left) / 4));
    const kind = lower ? 'stretch' : 'trim';
    if (Math.abs(x - left) <= grip && from === layer.spans[0]![0]) return { kind, layer: layer.id, end: 'start' };
    if (Math.abs(x - right) <= grip && to === layer.spans[layer.spans.length - 1]![1]) return { kind, layer: layer.id, end: 'end' };
  }
  if (!row.open) {
    const peg = nearestPeg(pegsOf(project, composition, layer, keyedTracks(project, layer)), view, x);
    if (peg) return { kind: 'keys', ...peg, layer: layer.id };
  }
  const onBar = layer.spans.some(([from, to]) => x >= xOf(from, view) && x < xOf(to, view));
  return onBar ? { kind: 'bar', layer: layer.id } : { kind: 'row', layer: layer.id };
}

/** The marker whose staff or flag is under x: of several the one set last, which is drawn on top. */
function markerAt(markers: readonly Marker[], view: TimelineView, x: number): string | null {
  let found: string | null = null;
  for (const marker of markers) {
    const at = xOf(marker.at, view);
    if (x >= at - 3 && x <= at + FLAG + marker.name.length * 5.4) found = marker.id;
  }
  return found;
}

/** Keys at one frame; `held` when all of them keep their values until the next. */
export type Peg = { readonly at: number; readonly refs: readonly KeyRef[]; readonly held: boolean };

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
  const list = joinedPegs(keysOf(track.channel).flatMap((key) => times.moments(key.at).map(({ from }): Peg => ({ at: from, refs: [{ layer: layer.id, track: track.address, key: key.id }], held: isHeld(track.spec.type, key) }))));
  pegs.set(track, { times, pegs: list });
  return list;
}

function joinedPegs(list: readonly Peg[]): readonly Peg[] {
  const byTime = new Map<number, { refs: KeyRef[]; held: boolean }>();
  for (const { at, refs, held } of list) {
    const one = byTime.get(at);
    if (one) {
      one.refs.push(...refs);
      one.held &&= held;
    } else byTime.set(at, { refs: [...refs], held });
  }
  return [...byTime].map(([at, one]) => ({ at, ...one })).sort((a, b) => a.at - b.at);
}

function nearestPeg(list: readonly Peg[], view: TimelineView, x: number): Peg | null {
  let best: Peg | null = null;
  let reach = PEG;
  for (const peg of list) {
    const away = Math.abs(xOf(peg.at, view) - x);
    if (away <= reach) [best, reach] = [peg, away];
  }
  return best;
}

/** Keys whose pegs lie in a rectangle of the tracks. */
export function keysInside(rows: readonly Row[], project: Project, composition: Composition, view: TimelineView, [left, top, right, bottom]: readonly [number, number, number, number]): readonly KeyRef[] {
  return rows.flatMap((row) => {
    if (row.kind === 'lane' || row.kind === 'markers' || row.top + row.height <= top || row.top >= bottom || (row.kind === 'layer' && row.open)) return [];
    const tracks = row.kind === 'track' ? [row.track] : keyedTracks(project, row.layer);
    return pegsOf(project, composition, row.layer, tracks).filter((peg) => xOf(peg.at, view) >= left && xOf(peg.at, view) <= right).flatMap((peg) => peg.refs);
  });
}

/** Layers whose bars meet a rectangle of the tracks. */
export function barsInside(rows: readonly Row[], view: TimelineView, [left, top, right, bottom]: readonly [number, number, number, number]): readonly string[] {
  return rows.flatMap((row) => {
    if (row.kind !== 'layer' || row.top + row.height <= top || row.top >= bottom) return [];
    return row.layer.spans.some(([from, to]) => xOf(to, view) >= left && xOf(from, view) <= right) ? [row.layer.id] : [];
  });
}
