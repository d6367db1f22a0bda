import { keyAdded, keyedTracks, keyTimesOf, sourceOf, sourceTimeAt, timingOf } from '../../scene';
import { inOrder, inTime, member, type Channel, type Composition, type Layer, type OperatorEntry, type Project } from '../../model';
import { DUST, dust, ratio, written, type Frames, type Span } from '../../time';
import { count } from '../document/change';
import type { StoredKey } from '../keys/chosen-keys';
import type { Made } from '../document/made';
import { compositionPath, layerPath, trackPath } from '../document/paths';
import { patchOf, sameValue, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { stillAt } from '../timing/parts';
import { keyPatches } from '../keys/stored-key';

export type Opening = {
  /** The frame at which time is put in or taken out. */
  readonly at: Frames;
  /** Frames that are put in; below nought, that are taken out from there on. */
  readonly by: Frames;
  /** Layers it is done to; null: all, and with them the composition's markers, range and length. */
  readonly layers: readonly string[] | null;
  /** What becomes of motion that is cut: it goes on over the new time, or stands still in it. */
  readonly cut: 'stretch' | 'stand';
  /** Also inside nests that are cut, where their time runs as it comes. */
  readonly deep: boolean;
};

/** The longest that a composition may be, as its schema has it. */
const LONGEST = 10_000_000;

type Told = { keys: number; bars: number; cut: number; markers: number; gone: number; left: string[]; /** Compositions whose inside was opened, and where. */ inside: Map<string, Frames> };

/** Puts time in or takes it out at a frame: what comes later moves, what is cut gets longer or shorter. */
export function openTime(project: Project, compositionId: string, how: Opening, newId: () => string): Made | Refused | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition || how.by === 0) return null;
  if (how.at < 0 || how.at > composition.duration) return { refused: `Frame ${how.at} is not in this composition of ${composition.duration} frames.` };
  const left = composition.duration - Math.min(composition.duration - how.at, Math.max(0, -how.by)) + Math.max(0, how.by);
  if (how.layers === null && left < 1) return { refused: 'Nothing would be left: take fewer frames out.' };
  if (left > LONGEST) return { refused: `A composition lasts ${LONGEST} frames at the most.` };
  const told: Told = { keys: 0, bars: 0, cut: 0, markers: 0, gone: 0, left: [], inside: new Map([[compositionId, how.at]]) };
  const patches = opened(project, composition, how, newId, told);
  if (patches.length === 0) return null;
  const parts = [told.keys > 0 ? count(told.keys, 'key') : '', told.bars > 0 ? count(told.bars, 'bar') : '', told.markers > 0 ? count(told.markers, 'marker') : ''].filter((part) => part !== '');
  const n = Math.round(Math.abs(how.by) * 100) / 100;
  const moved = parts.length > 0 ? `: ${parts.join(', ')} moved` : '';
  const cut = told.cut > 0 ? `${moved === '' ? ':' : ','} ${count(told.cut, 'bar')} ${how.by > 0 ? 'longer' : 'shorter'}` : '';
  const gone = told.gone > 0 ? `, ${count(told.gone, 'key')} gone` : '';
  return {
    event: 'time.open', label: `${how.by > 0 ? 'Open' : 'Take out'} ${n} frames at ${Math.round(how.at * 100) / 100}${moved}${cut}${gone}`, patches,
    ...(told.left.length > 0 ? { told: `Left as they are: ${[...new Set(told.left)].join('; ')}.` } : {}),
  };
}

function opened(project: Project, composition: Composition, how: Opening, newId: () => string, told: Told): readonly Patch[] {
  const { at, by } = how;
  const to = later(at, by);
  const layers = inOrder(composition.layers).filter((layer) => (how.layers === null || how.layers.includes(layer.id)) && !layer.locked);
  const patches: Patch[] = [];
  for (const layer of layers) {
    const mine = openedLayer(project, composition, layer, how, newId, told);
    patches.push(...mine);
  }
  if (how.layers !== null) return patches;
  const path = compositionPath(composition.id);
  for (const marker of inTime(composition.markers)) {
    const next = to(marker.at);
    if (next === marker.at) continue;
    told.markers++;
    patches.push(patchOf([...path, 'markers', marker.id, 'at'], marker.at, next));
  }
  for (const kept of inOrder(composition.settled)) if (to(kept.at) !== kept.at) patches.push(patchOf([...path, 'settled', 'by', kept.id, 'at'], kept.at, to(kept.at)));
  for (const take of inOrder(composition.takes)) for (const edge of ['from', 'to'] as const) {
    const next = edge === 'to' && take.to <= at + DUST ? take.to : to(take[edge]);
    if (next !== take[edge]) patches.push(patchOf([...path, 'takes', 'by', take.id, edge], take[edge], next));
  }
  // Rigid spans that hold on to markers follow those.
  const rigid = composition.rigid.map((span) => span.map((edge) => (typeof edge === 'number' ? to(edge) : edge))) as unknown as Composition['rigid'];
  if (!sameValue(rigid, composition.rigid)) patches.push(patchOf([...path, 'rigid'], composition.rigid, rigid.filter(([from, until]) => typeof from !== 'number' || typeof until !== 'number' || until > from)));
  const range: Span = [to(composition.range[0]), Math.max(to(composition.range[0]) + 1, to(composition.range[1]))];
  patches.push(patchOf([...path, 'duration'], composition.duration, Math.max(1, Math.round(composition.duration + Math.max(by, at - composition.duration)))));
  if (!sameValue(range, composition.range)) patches.push(patchOf([...path, 'range'], composition.range, range));
  return patches;
}

/** Where a moment goes: what stands at the frame or after it is later; what lies in time that is taken out comes to stand there. */
function later(at: Frames, by: Frames): (moment: Frames) => Frames {
  return (moment) => (moment < at - DUST ? moment : dust(Math.max(at, moment + by)));
}

function openedLayer(project: Project, composition: Composition, layer: Layer, how: Opening, newId: () => string, told: Told): readonly Patch[] {
  const { at, by } = how;
  const to = later(at, by);
  const path = layerPath(composition.id, layer.id);
  const patches: Patch[] = [];
  // An end at the frame stays: what ends there is over by then.
  const end = (edge: Frames) => (edge <= at + DUST ? edge : to(edge));
  const spans = layer.spans.map(([from, until]): Span => [to(from), Math.max(end(until), to(from) + 1)]);
  const apart = spans.filter(([from], i) => i === 0 || from >= spans[i - 1]![1] - DUST);
  if (!sameValue(apart, layer.spans)) {
    const crosses = layer.spans.some(([from, until]) => from < at - DUST && until > at + DUST);
    if (crosses) told.cut++;
    else told.bars++;
    patches.push(patchOf([...path, 'spans'], layer.spans, apart));
  }
  for (const marker of inTime(layer.markers)) {
    const next = to(marker.at);
    if (next === marker.at) continue;
    told.markers++;
    patches.push(patchOf([...path, 'markers', marker.id, 'at'], marker.at, next));
  }
  // A layer that begins later takes its own time along, keys and content with it, also where its beginning was taken out.
  if (layer.start >= at - DUST) return [...patches, patchOf([...path, 'start'], layer.start, dust(layer.start + by))];
  const inside = how.deep && layer.kind === 'nest' ? openedInside(project, composition, layer, how, newId, told) : null;
  patches.push(...(inside ?? []));
  const still: OperatorEntry[] = [];
  const shorter = by < 0 ? shortened(project, composition, layer, how) : NOTHING_SHORTER;
  if (how.cut === 'stand' && inside === null && !shorter.content) still.push(...contentStands(project, composition, layer, how, newId, told));
  const tails: string[] = [];
  for (const track of keyedTracks(project, layer)) {
    if (track.operator !== null || track.spec.clock !== 'layer') continue;
    if (shorter.keys(track.address)) continue;
    const isBent = !keyTimesOf(project, composition, layer, track).even;
    const isWhole = () => keyAdded(track.channel!, track.spec, at - layer.start, () => '').kind === 'cannot';
    if (how.cut === 'stand' && (isBent || runsBeyond(track.channel!, at - layer.start) || isWhole())) {
      // What goes on outside its keys, what a timing bends and a motion that cannot be cut stand in the time that comes in: no key could say that.
      if (by > 0) tails.push(track.address);
      else told.left.push(`${track.spec.label} of ${layer.name}, which ${isBent ? 'its own timing bends' : 'cannot be cut there'}`);
      continue;
    }
    if (isBent) {
      told.left.push(`${track.spec.label} of ${layer.name}, whose own timing bends its keys`);
      continue;
    }
    const result = openedChannel(track.channel!, (channel, frame) => keyAdded(channel, track.spec, frame, newId), at - layer.start, how, newId, told);
    patches.push(...keyPatches(track, trackPath(composition.id, layer.id, track), track.channel!.keys, result));
  }
  if (tails.length > 0) still.push({ ...stillAt(newId(), dust(at - layer.start), by, null), on: 'keys', tracks: tails } as OperatorEntry);
  const timing = [...path, 'timing'];
  patches.push(...still.map((node) => patchOf([...timing, 'by', node.id], undefined, node)));
  const order = [...still.map(({ id }) => id), ...layer.timing.order.filter((id) => shorter.by.get(id) !== null)];
  if (!sameValue(order, layer.timing.order)) patches.push(patchOf([...timing, 'order'], layer.timing.order, order));
  for (const [id, next] of shorter.by) patches.push(patchOf([...timing, 'by', id], layer.timing.by[id], next ?? undefined));
  return patches;
}

type Shorter = { /** What becomes of steps; null where nothing is left of one. */ readonly by: ReadonlyMap<string, OperatorEntry | null>; readonly content: boolean; readonly keys: (address: string) => boolean };
const NOTHING_SHORTER: Shorter = { by: new Map(), content: false, keys: () => false };

/** Where a layer stands by its first steps all through the time that is taken out it stands so much shorter, and all else stays. */
function shortened(project: Project, composition: Composition, layer: Layer, { at, by }: Opening): Shorter {
  const { stack, source } = timingOf(project, composition, layer);
  const after = new Map<string, OperatorEntry | null>();
  const tracks: (readonly string[] | null)[] = [];
  let content = false;
  const closed = new Set<'content' | 'keys'>();
  for (const node of inOrder(layer.timing)) {
    if (node.off) continue;
    const side = node.on === 'keys' || !source ? 'keys' : 'content';
    const stands = node.on === 'both' || closed.has(side) ? null : standingOf(node);
    if (!stands) {
      closed.add(side);
      if (node.on === 'both') closed.add('keys');
      continue;
    }
    const [from, to] = side === 'keys' ? [at - layer.start, at - by - layer.start] : [stack.entry.at(at), stack.entry.at(at - by)];
    if (stands.at > from + DUST || stands.at + stands.for < to - DUST) continue;
    const left = written(stands.for - (to - from));
    after.set(node.id, left <= DUST ? null : node.op === 'ramp' ? { ...node, cuts: [stands.at, written(stands.at + left)] } : ({ ...node, for: left } as OperatorEntry));
    if (side === 'keys') tracks.push(node.tracks ?? null);
    else content = true;
  }
  return { by: after, content, keys: (address) => tracks.some((names) => names === null || names.includes(address)) };
}

/** What a layer shows stands at the cut while new time is put in; what cannot be done with a step is told. */
function contentStands(project: Project, composition: Composition, layer: Layer, { at, by }: Opening, newId: () => string, told: Told): readonly OperatorEntry[] {
  const { stack, source } = timingOf(project, composition, layer);
  if (!source || !layer.spans.some(([from, until]) => from < at - DUST && until > at + DUST)) return [];
  const isFired = inOrder(layer.timing).some((node) => node.op === 'cue' && !node.off && node.on !== 'keys');
  if (by < 0 || isFired) {
    told.left.push(`what ${layer.name} shows, which ${isFired ? 'its markers fire' : 'runs on through the cut'}`);
    return [];
  }
  const [from, to] = [stack.entry.at(at), stack.entry.at(at + by)];
  return [{ ...stillAt(newId(), written(from), written(to - from), source.D), on: 'content' } as OperatorEntry];
}

/** When a step stands, and for how long, where it does nothing else. */
function standingOf(node: OperatorEntry): { readonly at: Frames; readonly for: Frames } | null {
  if (node.op === 'pause') return typeof node.at === 'number' && typeof node.for === 'number' ? { at: node.at, for: node.for } : null;
  if (node.op !== 'ramp' || node.blend !== 0 || node.cuts.length !== 2 || node.rates.join() !== '1,0,1') return null;
  const [from, to] = node.cuts.map(Number) as [number, number];
  return { at: from, for: to - from };
}

/** Whether a track moves at a time of its own outside its keys, or would move otherwise there with keys farther apart: then no key can let it stand. */
function runsBeyond({ keys, before, after, closed }: Channel, at: Frames): boolean {
  const own = inTime(keys);
  if (own.length < 2) return false;
  const again = (rule: Channel['after']) => rule === 'repeat' || rule === 'climb' || rule === 'swing';
  return closed || again(before) || again(after) || (before === 'glide' && at <= own[0]!.at + DUST) || (after === 'glide' && at > own[own.length - 1]!.at + DUST);
}

/** Keys of a channel with time put in or taken out at a time of its own. */
function openedChannel(channel: Channel, add: (channel: Channel, at: Frames) => ReturnType<typeof keyAdded>, at: Frames, { by, cut }: Opening, newId: () => string, told: Told): Channel['keys'] {
  const to = later(at, by);
  let now = channel;
  const own = inTime(channel.keys);
  // On the last key a motion ends, which is to stay where it is; on the first one it only begins.
  const inside = (frame: Frames) => own.length > 1 && frame > own[0]!.at + DUST && frame <= own[own.length - 1]!.at + DUST;
  const edges = by < 0 ? [at, at - by] : [at];
  // Motion that is to stand, or of which a part is taken out, is cut by keys that change nothing.
  const ends = cut === 'stand' ? edges.filter(inside) : [];
  for (const edge of ends) {
    const added = add(now, edge);
    if (added.kind === 'added') now = added.channel;
  }
  const keys = inTime(now.keys) as readonly StoredKey[];
  const after: Record<string, StoredKey> = {};
  const atEdge = (key: StoredKey, edge: Frames) => Math.abs(key.at - edge) <= DUST;
  for (const key of keys) {
    const next = to(key.at);
    if (by < 0 && key.at >= at - DUST && key.at < at - by - DUST && !(cut === 'stand' && ends.length > 0 && atEdge(key, at))) {
      // It stood in the time that is taken out; the first of what is left may take its place.
      if (Object.hasOwn(channel.keys, key.id)) told.gone++;
      continue;
    }
    if (next !== key.at && Object.hasOwn(channel.keys, key.id)) told.keys++;
    after[key.id] = next === key.at ? key : { ...key, at: next };
  }
  if (cut === 'stand' && by > 0 && ends.length > 0) {
    const key = keys.find((one) => atEdge(one, at));
    // The motion comes to the cut, stands there, and goes on from where it stood.
    if (key) {
      const { right: _right, ease: _ease, curve: _curve, kept: _kept, pathRight: _way, ...arriving } = key;
      const twin = newId();
      const { left: _left, pathLeft: _from, arrives: _arrives, ...leaving } = key;
      after[key.id] = { ...leaving, id: key.id, at: dust(at + by) };
      after[twin] = { ...arriving, id: twin, ...(typeof key.value === 'number' ? {} : { ease: 'hold' }) } as StoredKey;
    }
  }
  if (cut === 'stand' && by < 0) joinCut(after, at);
  return after;
}

/** Where two keys came together by taking out what was between them, one is left that arrives as the first and leaves as the second. */
function joinCut(keys: Record<string, StoredKey>, at: Frames): void {
  const there = Object.values(keys).filter((key) => Math.abs(key.at - at) <= DUST);
  const [first, second] = there;
  if (!first || !second) return;
  const arrives = sameValue(first.value, second.value) ? {} : { arrives: first.value };
  keys[second.id] = { ...second, ...(first.left === undefined ? {} : { left: first.left }), ...(first.pathLeft === undefined ? {} : { pathLeft: first.pathLeft }), ...arrives };
  delete keys[first.id];
}

/** The same inside a nest that is cut, where its time runs as it comes: another timing decides by itself what it shows. Null where it is not opened now. */
function openedInside(project: Project, host: Composition, layer: Layer, how: Opening, newId: () => string, told: Told): readonly Patch[] | null {
  const source = sourceOf(project, host, layer);
  const inner = layer.kind === 'nest' ? member(project.compositions.by, layer.source) : undefined;
  const at = sourceTimeAt(project, host, layer, how.at);
  if (!source || !inner || at === null) return null;
  if (layer.timing.order.length > 0) {
    told.left.push(`the inside of ${layer.name}, which has a timing`);
    return null;
  }
  const place = dust(at + source.offset);
  const known = told.inside.get(inner.id);
  if (known !== undefined) {
    // One inside for several uses: it is opened once.
    if (known !== place) told.left.push(`the inside of ${layer.name}, which another use has opened at ${known}`);
    return [];
  }
  told.inside.set(inner.id, place);
  const factor = ratio(host.rate, inner.rate);
  return opened(project, inner, { ...how, at: place, by: Math.round(how.by * factor), layers: null }, newId, told);
}

