import { keyedTracks, keyTimesOf, unbent } from '../../../core/scene';
import { framesOf, keyName, keyRoom, NO_MOMENTS, shiftLimits, stretchFactor, withRipple, withTogether, type Event, type KeyRef, type MarkerRef, type Moments } from '../../../core/commands';
import { inOrder, inTime, member, type Composition, type Project } from '../../../core/model';
import { frameOfBeat, nearestFrame, beatAt } from '../../../core/time';
import type { Selection } from '../editor/state';
import type { Grip, Hit, PullHow } from './hit';
import { keyNames } from './pegs';

/** What a press in the tracks begins; decided once, when the pointer goes down. */
export type Drag =
  | { readonly kind: 'pan' }
  | { readonly kind: 'moveKeys'; readonly refs: readonly KeyRef[] }
  | { readonly kind: 'moveMarkers'; readonly refs: readonly MarkerRef[] }
  | { readonly kind: 'slide'; readonly layers: readonly string[] }
  | { readonly kind: 'trim'; readonly layers: readonly string[]; readonly end: 'start' | 'end' }
  | { readonly kind: 'stretch'; readonly layers: readonly string[]; readonly end: 'start' | 'end' }
  | { readonly kind: 'pull'; readonly grip: Grip }
  | { readonly kind: 'marquee' };

/** First match wins: pan (middle button), pegs, markers, a bar's ends, a bar, what a row alone can pull, marquee. What is selected already moves together. */
export function classifyDrag(hit: Hit, middle: boolean, selection: Selection): Drag {
  if (middle) return { kind: 'pan' };
  const together = (layer: string) => (selection.layers.includes(layer) ? selection.layers : [layer]);
  switch (hit.kind) {
    case 'keys': {
      const chosen = keyNames(selection.keys);
      return { kind: 'moveKeys', refs: hit.refs.some((ref) => chosen.has(keyName(ref))) ? selection.keys : hit.refs };
    }
    case 'marker': {
      const known = selection.markers.some((ref) => ref.layer === hit.ref.layer && ref.marker === hit.ref.marker);
      return { kind: 'moveMarkers', refs: known ? selection.markers : [hit.ref] };
    }
    case 'trim': return { kind: 'trim', layers: together(hit.layer), end: hit.end };
    case 'stretch': return { kind: 'stretch', layers: together(hit.layer), end: hit.end };
    case 'bar': return { kind: 'slide', layers: together(hit.layer) };
    case 'grip': return { kind: 'pull', grip: hit };
    case 'row':
    case 'nothing': return { kind: 'marquee' };
  }
}

export type Switches = { readonly ripple: boolean; readonly together: boolean };

/** Everything that a drag moves: what was taken hold of, what stands at the same moment (Together) and what comes later (Ripple). */
export function momentsOf(drag: Drag, project: Project, composition: Composition, { ripple, together }: Switches): Moments | null {
  const own = ownMoments(drag);
  if (!own) return null;
  const beside = together ? withTogether(project, composition, own) : own;
  return ripple ? withRipple(project, composition, beside) : beside;
}

function ownMoments(drag: Drag): Moments | null {
  switch (drag.kind) {
    case 'moveKeys': return { ...NO_MOMENTS, keys: drag.refs };
    case 'moveMarkers': return { ...NO_MOMENTS, markers: drag.refs };
    case 'slide': return { ...NO_MOMENTS, slide: drag.layers };
    case 'trim': return drag.end === 'start' ? { ...NO_MOMENTS, trimStart: drag.layers } : { ...NO_MOMENTS, trimEnd: drag.layers };
    case 'stretch':
    case 'pull':
    case 'pan':
    case 'marquee': return null;
  }
}

/** The edit that a drag makes: what it is about, the same for all moves, and what of that each move changes. */
export type DragStep = { readonly event: Event; readonly args: object; readonly move: object };

/** The edit that a drag has come to after a number of frames across and of pixels down; null where that is none. `near` is the moment that was taken hold of. */
export function stepOf(drag: Drag, moments: Moments | null, composition: string, by: number, near?: number, down = 0, how?: PullHow): DragStep | null {
  if (drag.kind === 'pull') return by === 0 && down === 0 ? null : { event: drag.grip.event, args: drag.grip.args, move: drag.grip.pull(by, down, how).move };
  if (by === 0) return null;
  if (drag.kind === 'stretch') return { event: 'layers.stretch', args: { composition, layers: [...drag.layers], end: drag.end }, move: { by } };
  if (!moments) return null;
  const { slide, trimStart, trimEnd, keys, markers } = moments;
  return { event: 'time.shift', args: { composition, slide: [...slide], trimStart: [...trimStart], trimEnd: [...trimEnd], keys: [...keys], markers: [...markers], ...(near === undefined ? {} : { near }) }, move: { by } };
}

/** How far a drag may go: ends keep a frame, and with Together no key passes its neighbour. */
export function limitsOf(drag: Drag, moments: Moments | null, project: Project, composition: string, together = false): readonly [min: number, max: number] {
  if (moments) {
    const [min, max] = shiftLimits(project, composition, moments);
    const slid = new Set(moments.slide);
    const [least, most] = together ? keyRoom(project, project.compositions.by[composition]!, moments.keys.filter(({ layer }) => !slid.has(layer))) : [-Infinity, Infinity];
    return [Math.max(min, least), Math.min(max, most)];
  }
  if (drag.kind === 'pull') return drag.grip.limits;
  if (drag.kind !== 'stretch') return [-Infinity, Infinity];
  const [min, max] = shiftLimits(project, composition, drag.end === 'start' ? { ...NO_MOMENTS, trimStart: drag.layers } : { ...NO_MOMENTS, trimEnd: drag.layers });
  return [min, max];
}

/** Something that a drag may be caught by, and its name for the word that says so. */
export type Catch = { readonly at: number; readonly name: string };

/** Moments that catch a drag: the playhead, the range, ends, keys and markers of what does not move, and beats: at the frame nearest to them, or `between` frames too. */
export function catchesFor(project: Project, composition: Composition, moving: Moments | null, drag: Drag, frame: number, near: readonly [from: number, to: number], between = false): readonly Catch[] {
  // One name for each moment is enough, and few moments keep a drag light: a thousand layers may have forty keys each.
  const byFrame = new Map<number, Catch>();
  const add = (at: number, name: string) => {
    if (at >= near[0] && at <= near[1] && !byFrame.has(at)) byFrame.set(at, { at, name });
  };
  add(frame, 'playhead');
  add(0, 'first frame');
  add(composition.duration, 'end');
  for (const edge of composition.range) add(edge, 'range');
  const moved = new Set([...(moving?.slide ?? []), ...(moving?.trimStart ?? []), ...(moving?.trimEnd ?? []), ...(drag.kind === 'stretch' ? drag.layers : [])]);
  const keys = new Set((moving?.keys ?? []).map(keyName));
  const touched = new Set((moving?.keys ?? []).map((ref) => ref.layer));
  const markers = new Set((moving?.markers ?? []).map((ref) => JSON.stringify([ref.layer, ref.marker])));
  for (const layer of inOrder(composition.layers)) {
    if (moved.has(layer.id)) continue;
    for (const span of layer.spans) for (const edge of span) add(edge, layer.name);
    for (const track of keyedTracks(project, layer)) {
      const own = touched.has(layer.id);
      const { even, moments } = keyTimesOf(project, composition, layer, track);
      const name = `key of ${layer.name}`;
      for (const id in track.channel!.keys) {
        if (own && keys.has(keyName({ layer: layer.id, track: track.address, key: id }))) continue;
        const { at } = track.channel!.keys[id]!;
        if (even) add(unbent(layer, at), name);
        else for (const { from } of moments(at)) add(from, name);
      }
    }
    for (const marker of inTime(layer.markers)) if (!markers.has(JSON.stringify([layer.id, marker.id]))) add(marker.at, marker.name || 'marker');
  }
  for (const marker of inTime(composition.markers)) if (!markers.has(JSON.stringify([null, marker.id]))) add(marker.at, marker.name || 'marker');
  const { tempo, rate } = composition;
  if (tempo) for (let beat = Math.floor(beatAt(Math.max(0, near[0]), tempo, rate)); beat <= Math.ceil(beatAt(Math.min(composition.duration, near[1]), tempo, rate)); beat++) {
    const at = frameOfBeat(beat, tempo, rate);
    add(between ? at : nearestFrame(at), 'beat');
  }
  return [...byFrame.values()];
}

/** Frames by which a drag is to go: caught by the nearest moment within reach of any of its own, else whole frames; kept within its limits. */
export function snapDrag(raw: number, own: readonly number[], catches: readonly Catch[], reach: number, [min, max]: readonly [number, number]): { readonly by: number; readonly caught: Catch | null } {
  let best: { readonly by: number; readonly caught: Catch } | null = null;
  for (const caught of catches) {
    for (const frame of own) {
      const by = caught.at - frame;
      if (Math.abs(by - raw) <= reach && (!best || Math.abs(by - raw) < Math.abs(best.by - raw))) best = { by, caught };
    }
  }
  const by = Math.min(max, Math.max(min, best?.by ?? Math.round(raw)));
  return { by, caught: best && best.by === by ? best.caught : null };
}

/** The moments of a drag that may be caught. Of a great many only the ends: more would catch everywhere. */
export function ownFrames(drag: Drag, project: Project, composition: Composition, moments: Moments | null): readonly number[] {
  if (drag.kind === 'pull') return [drag.grip.at];
  if (drag.kind === 'stretch') return framesOf(project, composition, drag.end === 'start' ? { ...NO_MOMENTS, trimStart: drag.layers.slice(0, 1) } : { ...NO_MOMENTS, trimEnd: drag.layers.slice(0, 1) });
  const own = ownMoments(drag);
  const frames = own && moments ? [...framesOf(project, composition, own)].sort((a, b) => a - b) : [];
  return frames.length > 40 ? [frames[0]!, frames[frames.length - 1]!] : frames;
}

/** What the drag shows while it goes on: how far, and where that is. */
export function tellDrag(drag: Drag, project: Project, composition: string, by: number, caught: Catch | null, down = 0, how?: PullHow): string {
  const fine = (value: number) => Math.round(value * 100) / 100;
  const sign = `${by > 0 ? '+' : by < 0 ? '−' : ''}${fine(Math.abs(by))} f`;
  const at = caught ? `, at ${caught.name}` : '';
  const layer = 'layers' in drag ? member(project.compositions.by, composition)?.layers.by[drag.layers[0]!] : undefined;
  const [first, last] = [layer?.spans[0], layer?.spans[layer.spans.length - 1]];
  switch (drag.kind) {
    case 'pull': return `${drag.grip.pull(by, down, how).told}${at}`;
    case 'slide': return first ? `${sign}, starts at ${fine(first[0] + by)}${at}` : sign;
    case 'trim': return !first || !last ? sign : drag.end === 'end' ? `${sign}, ends before ${fine(Math.max(first[0] + 1, last[1] + by))}${at}` : `${sign}, begins at ${fine(Math.min(first[1] - 1, first[0] + by))}${at}`;
    case 'stretch': {
      if (!layer) return sign;
      const { factor, stops } = stretchFactor(project, composition, layer, drag.end, by);
      return stops ? `${Math.round(factor * 100)} % as long: only rigid is left` : `${sign}, ${Math.round(factor * 100)} % as long${at}`;
    }
    default: return `${sign}${at}`;
  }
}

/** What a press here would do, in a word, before it is pressed. */
export function foretell(hit: Hit, selection: Selection, composition: Composition): string {
  switch (hit.kind) {
    case 'keys': return `${hit.refs.length} ${hit.refs.length === 1 ? 'key' : 'keys'} at frame ${Math.round(hit.at * 100) / 100}`;
    case 'marker': return 'Marker: drag to move, double-click to name';
    case 'grip': return hit.words;
    case 'trim':
    case 'stretch': {
      const many = selection.layers.includes(hit.layer) ? selection.layers.length : 1;
      const verb = hit.kind === 'trim' ? 'Trim' : 'Stretch';
      const layer = member(composition.layers.by, hit.layer);
      const span = hit.end === 'start' ? layer?.spans[0] : layer?.spans[layer.spans.length - 1];
      const room = span ? span[1] - span[0] - 1 : 0;
      return `${verb} the ${hit.end}${many > 1 ? ` of ${many} layers` : ''}, up to ${Math.round(room)} f ${hit.end === 'start' ? 'later' : 'earlier'}`;
    }
    default: return '';
  }
}

/** Why a drag on this cannot be, or null. */
export function whyLocked(hit: Hit, project: Project, composition: string): string | null {
  if (hit.kind === 'nothing' || hit.kind === 'row') return null;
  const id = hit.kind === 'marker' ? hit.ref.layer : hit.layer;
  const layer = id === null ? undefined : member(project.compositions.by, composition)?.layers.by[id];
  return layer?.locked ? `${layer.name} is locked.` : null;
}
