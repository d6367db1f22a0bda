import { keyName, keysOf, type KeyRef, type MarkerRef } from '../../../core/commands';
import { keyTimesOf, pulled, type Track } from '../../../core/scene';
import type { Channel, Composition, Layer, Project } from '../../../core/model';
import { hull, moveSpans, trimEnd, trimStart, type Frames, type Span } from '../../../core/time';
import type { Pulled } from '../editor/state';

/** What a drag in the timeline moves, ready to be drawn where it goes: nothing of the document is worked out for it. */
export type Shift = {
  readonly by: Frames;
  readonly near: Frames | undefined;
  readonly slide: ReadonlySet<string>;
  readonly trimStart: ReadonlySet<string>;
  readonly trimEnd: ReadonlySet<string>;
  readonly keys: ReadonlySet<string>;
  readonly markers: ReadonlySet<string>;
};

type Args = { readonly slide: readonly string[]; readonly trimStart: readonly string[]; readonly trimEnd: readonly string[]; readonly keys: readonly KeyRef[]; readonly markers: readonly MarkerRef[]; readonly near?: Frames };
const prepared = new WeakMap<object, Omit<Shift, 'by'>>();

/** The shift that a gesture comes to, or null for one of another kind. What is moved is gathered once for the whole gesture. */
export function shiftOf(gesture: Pulled | null): Shift | null {
  if (gesture?.event !== 'time.shift') return null;
  const args = gesture.args as Args;
  let known = prepared.get(args);
  if (!known) {
    known = { near: args.near, slide: new Set(args.slide), trimStart: new Set(args.trimStart), trimEnd: new Set(args.trimEnd), keys: new Set(args.keys.map(keyName)), markers: new Set(args.markers.map(markerName)) };
    prepared.set(args, known);
  }
  return { ...known, by: (gesture.move as { readonly by?: Frames }).by ?? 0 };
}

export function markerName({ layer, marker }: MarkerRef): string {
  return `${layer ?? ''}\n${marker}`;
}

/** Where a layer's bars lie while they are moved or trimmed. */
export function shiftedSpans(layer: Layer, shift: Shift | null): readonly Span[] {
  if (!shift) return layer.spans;
  if (shift.slide.has(layer.id)) return moveSpans(layer.spans, shift.by);
  let { spans } = layer;
  const outer = hull(spans);
  if (outer && shift.trimStart.has(layer.id)) spans = trimStart(spans, outer[0] + shift.by);
  if (outer && shift.trimEnd.has(layer.id)) spans = trimEnd(spans, outer[1] + shift.by);
  return spans;
}

/** Frames by which something of a layer goes along with its bar. */
export function slidBy(layer: string, shift: Shift | null): Frames {
  return shift?.slide.has(layer) ? shift.by : 0;
}

/** More keys than this keep their line as it was while some of them are dragged; their pegs move all the same. */
const MOST = 400;

/** A track with its dragged keys where they go; the same track when none of its keys is dragged. */
export function shiftedTrack(project: Project, composition: Composition, layer: Layer, track: Track, shift: Shift | null): Track {
  const keys = keysOf(track.channel);
  if (!shift || !track.channel || keys.length > MOST || shift.slide.has(layer.id)) return track;
  const mine = keys.filter((key) => shift.keys.has(keyName({ layer: layer.id, track: track.address, key: key.id })));
  if (mine.length === 0) return track;
  const times = keyTimesOf(project, composition, layer, track);
  const moved = Object.fromEntries(mine.map((key) => [key.id, { ...key, at: pulled(times, key.at, shift.by, shift.near) }]));
  return { ...track, channel: { ...track.channel, keys: { ...track.channel.keys, ...moved } as Channel['keys'] } };
}
