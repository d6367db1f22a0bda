import { inOrder, inTime, member, type Composition, type Layer, type Project } from '../../model';
import { keyedTracks, keyTimesOf, trackAt } from '../../scene';
import { DUST, hull, moveSpans, trimEnd, trimStart, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { moveKeys } from '../keys/keys';
import { compositionPath, layerPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { keyName, keysOf, reachLayer, type KeyRef } from '../document/target';

/** A marker of a layer, or of the composition itself (`layer` null). */
export type MarkerRef = { readonly layer: string | null; readonly marker: string };

/** Everything on one time axis that a gesture moves by the same number of frames. */
export type Moments = {
  /** Layers that slide whole: bar, content, keys and markers. */
  readonly slide: readonly string[];
  readonly trimStart: readonly string[];
  readonly trimEnd: readonly string[];
  readonly keys: readonly KeyRef[];
  readonly markers: readonly MarkerRef[];
};

export const NO_MOMENTS: Moments = { slide: [], trimStart: [], trimEnd: [], keys: [], markers: [] };

/** A layer that slides whole: bar, content, keys and markers. */
export function slidLayer(compositionId: string, layer: Layer, by: Frames): readonly Patch[] {
  const path = layerPath(compositionId, layer.id);
  return [
    patchOf([...path, 'start'], layer.start, layer.start + by), patchOf([...path, 'spans'], layer.spans, moveSpans(layer.spans, by)),
    ...Object.values(layer.markers).map((marker) => patchOf([...path, 'markers', marker.id, 'at'], marker.at, marker.at + by)),
  ];
}

/** Moves moments of a composition in time. A bar keeps at least a frame; a key that stands where one lands gives way. `near` says which of a key's moments is pulled, where it has several. */
export function shiftMoments(project: Project, compositionId: string, moments: Moments, by: Frames, near?: Frames): Draft | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || by === 0) return null;
  const sliding = new Set(moments.slide);
  const patches: Patch[] = [];
  for (const id of new Set([...moments.slide, ...moments.trimStart, ...moments.trimEnd])) {
    const layer = reachLayer(project, compositionId, id);
    if (!layer) continue;
    const path = layerPath(compositionId, id);
    if (sliding.has(id)) {
      patches.push(...slidLayer(compositionId, layer, by));
      continue;
    }
    let { spans } = layer;
    const outer = hull(spans);
    if (outer && moments.trimStart.includes(id)) spans = trimStart(spans, outer[0] + by);
    if (outer && moments.trimEnd.includes(id)) spans = trimEnd(spans, outer[1] + by);
    if (spans !== layer.spans) patches.push(patchOf([...path, 'spans'], layer.spans, spans));
  }
  // What slides takes its own keys and markers along already.
  const keys = moveKeys(project, compositionId, moments.keys.filter((ref) => !sliding.has(ref.layer)), by, near);
  patches.push(...(keys?.patches ?? []));
  for (const ref of moments.markers) {
    if (ref.layer !== null && sliding.has(ref.layer)) continue;
    const found = findMarker(project, compositionId, ref);
    if (found) patches.push(patchOf([...found.path, 'at'], found.marker.at, found.marker.at + by));
  }
  return patches.length === 0 ? null : { event: 'time.shift', label: labelOf(composition, moments), patches };
}

/** Frames by which moments may move: bars keep a frame when they are trimmed. Infinite where nothing stands in the way. */
export function shiftLimits(project: Project, compositionId: string, { trimStart: starts, trimEnd: ends }: Moments): readonly [min: Frames, max: Frames] {
  let [min, max] = [-Infinity, Infinity];
  const layers = member(project.compositions.by, compositionId)?.layers.by ?? {};
  for (const id of starts) {
    const first = member(layers, id)?.spans[0];
    if (first) max = Math.min(max, first[1] - 1 - first[0]);
  }
  for (const id of ends) {
    const last = member(layers, id)?.spans.at(-1);
    if (last) min = Math.max(min, last[0] + 1 - last[1]);
  }
  return [min, max];
}

/** Frames by which keys may move without passing, or taking the place of, a neighbour that stays: a frame of them is kept apart. */
export function keyRoom(project: Project, composition: Composition, refs: readonly KeyRef[]): readonly [min: Frames, max: Frames] {
  let [min, max] = [-Infinity, Infinity];
  const moved = new Map<string, Set<string>>();
  for (const { layer, track, key } of refs) moved.set(`${layer}\n${track}`, (moved.get(`${layer}\n${track}`) ?? new Set()).add(key));
  for (const id of new Set(refs.map(({ layer }) => layer))) {
    const layer = member(composition.layers.by, id);
    for (const track of layer ? keyedTracks(project, layer) : []) {
      const mine = moved.get(`${id}\n${track.address}`);
      if (!mine) continue;
      const { moments } = keyTimesOf(project, composition, layer!, track);
      const stands = keysOf(track.channel).flatMap((key) => moments(key.at).map(({ from }) => ({ at: from, moves: mine.has(key.id) }))).sort((a, b) => a.at - b.at);
      stands.forEach(({ at, moves }, i) => {
        const next = stands[i + 1];
        if (!next || next.moves === moves) return;
        const room = Math.max(0, next.at - at - 1);
        if (moves) max = Math.min(max, room);
        else min = Math.max(min, -room);
      });
    }
  }
  return [min, max];
}

/** The host frames at which these moments stand. */
export function framesOf(project: Project, composition: Composition, { slide, trimStart: starts, trimEnd: ends, keys, markers }: Moments): readonly Frames[] {
  const frames = new Set<Frames>();
  const outer = (id: string) => hull(member(composition.layers.by, id)?.spans ?? []);
  for (const id of slide) outer(id)?.forEach((edge) => frames.add(edge));
  for (const id of starts) if (outer(id)) frames.add(outer(id)![0]);
  for (const id of ends) if (outer(id)) frames.add(outer(id)![1]);
  const chosen = new Map<string, Set<string>>();
  for (const { layer, key, track } of keys) (chosen.get(`${layer}\n${track}`) ?? chosen.set(`${layer}\n${track}`, new Set()).get(`${layer}\n${track}`)!).add(key);
  for (const id of new Set(keys.map((ref) => ref.layer))) {
    const layer = member(composition.layers.by, id);
    for (const track of layer ? keyedTracks(project, layer) : []) {
      const mine = chosen.get(`${id}\n${track.address}`);
      if (!mine) continue;
      const { moments } = keyTimesOf(project, composition, layer!, track);
      for (const key of keysOf(track.channel)) if (mine.has(key.id)) for (const { from } of moments(key.at)) frames.add(from);
    }
  }
  for (const { layer, marker } of markers) {
    const list = layer === null ? composition.markers : member(composition.layers.by, layer)?.markers;
    const found = list && member(list, marker);
    if (found) frames.add(found.at);
  }
  return [...frames];
}

/** With Ripple: what comes later moves along. Later keys of the same channels; for bars, later bars and the composition's later markers. */
export function withRipple(project: Project, composition: Composition, moments: Moments): Moments {
  const bars = [...moments.slide, ...moments.trimStart, ...moments.trimEnd];
  if (bars.length === 0) return { ...moments, keys: [...moments.keys, ...laterKeys(project, composition, moments.keys)] };
  const edges = framesOf(project, composition, { ...NO_MOMENTS, trimStart: [...moments.slide, ...moments.trimStart], trimEnd: moments.trimEnd });
  const after = Math.min(...edges);
  const touched = new Set(bars);
  const starts = moments.trimEnd.length > 0 ? (from: Frames) => from >= after - DUST : (from: Frames) => from > after + DUST;
  const later = inOrder(composition.layers).filter((layer) => !touched.has(layer.id) && !layer.locked && layer.spans[0] && starts(layer.spans[0][0]));
  const markers = inTime(composition.markers).filter((marker) => starts(marker.at)).map((marker): MarkerRef => ({ layer: null, marker: marker.id }));
  return { ...moments, slide: [...moments.slide, ...later.map((layer) => layer.id)], markers: mergeMarkers(moments.markers, markers) };
}

/** With Together: ends, keys and markers that stand at the same moments on other layers move along. */
export function withTogether(project: Project, composition: Composition, moments: Moments): Moments {
  const frames = framesOf(project, composition, moments);
  const isHere = (at: Frames) => frames.some((frame) => Math.abs(frame - at) <= DUST);
  const sliding = new Set(moments.slide);
  const [starts, ends, keys, markers] = [new Set(moments.trimStart), new Set(moments.trimEnd), [...moments.keys], [] as MarkerRef[]];
  const known = new Set(keys.map(keyName));
  for (const layer of inOrder(composition.layers)) {
    if (sliding.has(layer.id) || layer.locked) continue;
    const outer = hull(layer.spans);
    if (outer && isHere(outer[0])) starts.add(layer.id);
    if (outer && isHere(outer[1])) ends.add(layer.id);
    for (const track of keyedTracks(project, layer)) {
      const { moments: stands } = keyTimesOf(project, composition, layer, track);
      for (const key of keysOf(track.channel)) {
        const ref: KeyRef = { layer: layer.id, track: track.address, key: key.id };
        if (stands(key.at).some(({ from }) => isHere(from)) && !known.has(keyName(ref))) keys.push(ref);
      }
    }
    for (const marker of inTime(layer.markers)) if (isHere(marker.at)) markers.push({ layer: layer.id, marker: marker.id });
  }
  for (const marker of inTime(composition.markers)) if (isHere(marker.at)) markers.push({ layer: null, marker: marker.id });
  return { slide: moments.slide, trimStart: [...starts], trimEnd: [...ends], keys, markers: mergeMarkers(moments.markers, markers) };
}

function laterKeys(project: Project, composition: Composition, refs: readonly KeyRef[]): readonly KeyRef[] {
  const chosen = new Map<string, { readonly ref: KeyRef; readonly keys: Set<string> }>();
  for (const ref of refs) {
    const name = `${ref.layer}\n${ref.track}`;
    const one = chosen.get(name) ?? { ref, keys: new Set<string>() };
    one.keys.add(ref.key);
    chosen.set(name, one);
  }
  return [...chosen.values()].flatMap(({ ref: { layer: id, track }, keys: mine }) => {
    const layer = member(composition.layers.by, id);
    const keys = keysOf((layer && trackAt(project, layer, track)?.channel) ?? null);
    const last = Math.max(...keys.filter((key) => mine.has(key.id)).map((key) => key.at));
    return keys.filter((key) => key.at > last && !mine.has(key.id)).map((key): KeyRef => ({ layer: id, track, key: key.id }));
  });
}

function mergeMarkers(a: readonly MarkerRef[], b: readonly MarkerRef[]): readonly MarkerRef[] {
  const known = new Set(a.map((ref) => JSON.stringify([ref.layer, ref.marker])));
  return [...a, ...b.filter((ref) => !known.has(JSON.stringify([ref.layer, ref.marker])))];
}

/** A marker and where it stands in the document, or null when it is gone or its layer is locked. */
export function findMarker(project: Project, compositionId: string, { layer, marker: id }: MarkerRef) {
  const composition = member(project.compositions.by, compositionId);
  const owner: Composition | Layer | null | undefined = layer === null ? composition : reachLayer(project, compositionId, layer);
  const marker = owner && member(owner.markers, id);
  if (!marker) return null;
  return { marker, path: [...(layer === null ? compositionPath(compositionId) : layerPath(compositionId, layer)), 'markers', id] };
}

function labelOf(composition: Composition, { slide, trimStart: starts, trimEnd: ends, keys, markers }: Moments): string {
  const bars = (ids: readonly string[]) => (ids.length === 1 ? (member(composition.layers.by, ids[0]!)?.name ?? '1 layer') : count(ids.length, 'layer'));
  const parts = [
    ...(slide.length > 0 ? [`slide ${bars(slide)}`] : []),
    ...(starts.length + ends.length > 0 ? [`trim ${bars([...new Set([...starts, ...ends])])}`] : []),
    ...(keys.length > 0 ? [`move ${count(keys.length, 'key')}`] : []),
    ...(markers.length > 0 ? [`move ${count(markers.length, 'marker')}`] : []),
  ];
  const text = parts.join(', ');
  return text.charAt(0).toUpperCase() + text.slice(1);
}
