import { inOrder, inTime, member, newComposition, type Composition, type Layer, type LayerOf, type Marker } from '../model';
import { inPlace, placeInside, rescaled, rescaleMarkers, sourceOf, sourceTimeAt, timingOf } from '../scene';
import { dust, inSpans, ratio, type Frames, type Span } from '../time';
import { compose, composeAll, operatorOf, straightMap, type TimeMap } from '../timing';
import { withBakedDials } from './baked-dials';
import { bakedTracks, newTimeOf, type NewTimes, type Window } from './bake-tracks';
import { whereOf, type Baking, type Standing } from './baking';
import { carriedMarkers } from './carried-markers';
import { COUNTED, holdsCountedFrames, runsEvenly } from './counted-frames';
import { EVEN, keptContent, paceOf } from './kept-content';
import { shownSpans } from './shown-spans';

/** Which time of a composition is shown when: the map, and at each look the time, or null where nothing shows. */
export type ShownTime = { readonly map: TimeMap; readonly at: readonly (Frames | null)[]; /** With which public dials it is shown at a new time. */ readonly place: Standing['place'] };

/** A nest on the way from the host to what is copied. */
type Way = readonly Layer[];

/**
 * A copy of a composition in new time: it lasts as long as the window, runs at the rate of the host of all, and shows at each of its
 * frames what the composition shows at the time that the map gives. Makes copies of what it nests too, where that is asked for.
 */
export function* copyInside(baking: Baking, source: Composition, shown: ShownTime, window: Window, way: Way): Generator<void, Composition> {
  const { host, newId, count } = baking;
  const looks = window.looks.within(window.from, window.to);
  const known: NewTimes = new Map();
  const spansKnown = new Map<string, readonly Span[]>();
  const layers: Layer[] = [];
  for (const layer of inOrder(source.layers)) {
    layers.push(yield* copyLayer(baking, source, layer, shown, looks, window, way, known, spansKnown));
    count.done++;
    yield;
  }
  const size = { width: source.width, height: source.height, rate: host.rate, duration: Math.max(1, Math.ceil(window.to)) };
  const copy = {
    ...newComposition(newId(), freeName(baking.names, `${source.name} baked`), { ...size, background: source.background }), note: source.note, colour: source.colour,
    markers: carriedMarkers(source.markers, shown.map, window), layers: { order: layers.map((layer) => layer.id), by: Object.fromEntries(layers.map((layer) => [layer.id, layer])) },
  } as Composition;
  baking.compositions.push(copy);
  return copy;
}

/** The id of a copy, made once for all nests that show the same composition at the same times. */
function* sharedCopy(baking: Baking, source: Composition, shown: ShownTime, window: Window, way: Way): Generator<void, string> {
  const { copies, tracks } = baking;
  const segments = newTimeOf(shown.map, window)?.segments.map(({ from, to, kind, at }) => [from, to, kind, at(from), at((from + to) / 2), at(to)]);
  const name = JSON.stringify([source.id, segments, shown.at, [...new Set(window.looks.within(window.from, window.to).map((at) => shown.place(at).key))]]);
  const known = copies.get(name);
  if (known) {
    const path = way.map(({ id }) => id);
    tracks.push(...known.tracks.map((track) => ({ ...track, path: [...path, ...track.path.slice(known.depth)] })));
    return known.id;
  }
  const from = tracks.length;
  const { id } = yield* copyInside(baking, source, shown, window, way);
  copies.set(name, { id, depth: way.length, tracks: tracks.slice(from) });
  return id;
}

function freeName(names: Set<string>, wanted: string): string {
  let name = wanted;
  for (let n = 2; names.has(name); n++) name = `${wanted} ${n}`;
  names.add(name);
  return name;
}

function* copyLayer(baking: Baking, source: Composition, layer: Layer, shown: ShownTime, looks: readonly Frames[], window: Window, way: Way, known: NewTimes, spansKnown: Map<string, readonly Span[]>): Generator<void, Layer> {
  const { project, host, left, wish } = baking;
  const path = [...way, layer];
  const where = whereOf(host, path);
  const content = sourceOf(project, source, layer);
  const times = content ? shown.at.map((at) => (at === null ? null : sourceTimeAt(project, source, layer, at))) : null;
  const name = times ? null : JSON.stringify(layer.spans);
  const found = (name !== null && spansKnown.get(name)) || shownSpans(looks, (i) => (times ? times[i] !== null : shown.at[i] !== null && inSpans(layer.spans, shown.at[i]!)), window.to);
  if (name !== null) spansKnown.set(name, found);
  const seen = found.length > 0;
  baking.tracks.push({ path: path.map(({ id }) => id), address: 'shown' });
  const tracked = bakedTracks(baking, source, layer, shown.map, window, known, path.map(({ id }) => id), where, shown.place);
  const base = {
    ...tracked, start: 0, spans: seen ? found : [[window.from, window.to]], visible: layer.visible && seen, timing: { order: [], by: {} },
    markers: carriedMarkers(layer.markers, shown.map, window),
    ...(layer.kind === 'audio' ? { fadeIn: rescaled(layer.fadeIn, ratio(source.rate, host.rate)), fadeOut: rescaled(layer.fadeOut, ratio(source.rate, host.rate)) } : {}),
  } as Layer;
  if (!content) return base;
  const inner = layer.kind === 'nest' ? member(project.compositions.by, layer.source) : undefined;
  const isRing = inner !== undefined && (inner.id === host.id || path.slice(0, -1).some((one) => one.kind === 'nest' && one.source === inner.id));
  const { stack } = timingOf(project, source, layer);
  const map = composeAll([shown.map, stack.content, ...shownWhole(layer, content.D), ...(content.offset === 0 ? [] : [straightMap(-content.offset, 1, 1)])]);
  const goesInside = layer.kind === 'nest' && inner !== undefined && wish.deep && !isRing;
  const isCounted = goesInside && holdsCountedFrames(inner) && !runsEvenly(map, window.from, window.to);
  if (isCounted) left.push({ where, why: `${COUNTED}: it keeps its keys, behind one remap.` });
  if (goesInside && !isCounted) {
    const at = times!.map((time) => (time === null ? null : dust(time + content.offset)));
    const place = (now: Frames) => inPlace(shown.place(now), () => placeInside(project, source, layer, shown.map.at(now)));
    const copy = yield* sharedCopy(baking, inner, { map, at, place }, window, path);
    const given = withBakedDials(baking, base as LayerOf<'nest'>, layer, compose(shown.map, stack.entry), window, EVEN, where, source, { frame: shown.map.at, place: shown.place });
    return { ...given, source: copy, take: null, sampling: 'exact' } as Layer;
  }
  if (wish.deep && layer.kind !== 'nest') left.push({ where, why: `${layer.kind === 'audio' ? 'Sound' : 'Footage'} has no keys of its own: its time became one remap.` });
  const timing = keptContent(project, source, layer, shown.map, window, host.rate, freeId(layer));
  if (!timing) {
    left.push({ where, why: 'Its time falls into more pieces than can be written out; it runs as it did, and shows other times.' });
    return { ...base, timing: layer.timing } as Layer;
  }
  const fires = inOrder(layer.timing).some((node) => node.op === 'cue' && !node.off && node.on !== 'keys');
  // Cues count from markers as they stood; the remap leads there.
  const markers = fires ? rescaleMarkers(fromStart(layer), ratio(source.rate, host.rate)) : base.markers;
  const pace = layer.kind === 'audio' ? EVEN : paceOf(host.rate, content.rate);
  const given = layer.kind === 'nest' ? withBakedDials(baking, base as LayerOf<'nest'>, layer, compose(shown.map, stack.entry), window, pace, where, source, { frame: shown.map.at, place: shown.place }) : base;
  return { ...given, timing, markers } as Layer;
}

/** A layer's markers as its own time has them. */
function fromStart({ markers, start }: Layer): Record<string, Marker> {
  const own = straightMap(start, 1, 1);
  return Object.fromEntries(inTime(markers).map((marker) => [marker.id, { ...marker, at: own.at(marker.at) }]));
}

/** Whole frames of a source, as a step of the map. */
export function shownWhole(layer: Layer, D: Frames): readonly TimeMap[] {
  if (layer.sampling !== 'whole') return [];
  const step = operatorOf('step')!.prepare({ every: 1, phase: 0, round: 'down', cuts: [] } as never, { on: 'content', D, rates: { host: [1, 1], source: [1, 1] }, rigid: [], markers: [] });
  return [step];
}

/** An id for what leads to a layer's own steps, of which `-later` is free too. */
export function freeId(layer: Layer): string {
  let id = 'baked';
  for (let n = 2; member(layer.timing.by, id) || member(layer.timing.by, `${id}-later`); n++) id = `baked${n}`;
  return id;
}
