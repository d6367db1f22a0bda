import { prepareCurve, type KeyCurve } from '../../keys';
import { inOrder, inTime, member, type Composition, type Layer, type Project } from '../../model';
import { framesWorkedOut, keyTimesOf, trackAt, unbent } from '../../scene';
import { beatAt, frameOfBeat, hull, nearestFrame, written, type Frames, type Tempo } from '../../time';
import { turnsOf, type ApartOrder } from '../keys/keys-apart';

/** A stagger as a composition remembers it. */
export type Stagger = Composition['staggers']['by'][string];

/** What is put one after another: bars, their ends, keys, markers, or what is shown under bars. */
export type StaggerWhat = Stagger['what'];

/** One of those that come one after another: a layer, with what of it moves. `at` is where it was put. */
export type StaggerMember = { readonly layer: string; readonly at: Frames; /** Where it stood before it was put one after another. */ readonly was?: Frames; /** `track/key`. */ readonly keys?: readonly string[]; readonly markers?: readonly string[] };

export const ORDERS = ['rows', 'up', 'across', 'down', 'outward', 'chance', 'hand'] as const;
export type StaggerOrder = (typeof ORDERS)[number];

/** How far one comes after another. Of `step`, `total`, `beats` and `formula` one says it; with `overlap` each begins so many frames before the one before it ends. */
export type StaggerHow = {
  readonly step: Frames | null;
  readonly total: Frames | null;
  readonly beats: number | null;
  readonly overlap: Frames | null;
  /** Frames after the first, by `index` (which turn it is, from 0) and `count`. */
  readonly formula: string | null;
  /** Spreads the steps along a curve; null: evenly. */
  readonly curve: KeyCurve | null;
  readonly order: StaggerOrder;
  readonly reversed: boolean;
  /** From where `outward` goes, in pixels of the composition; null: the middle. */
  readonly from: readonly [number, number] | null;
  readonly seed: number;
  /** Each lands on the beat nearest to it. */
  readonly onBeat: boolean;
  /** Between whole frames too, where the steps fall so. */
  readonly exact: boolean;
};

/** Where a member stands: its bar's beginning or end, its first key or marker, or where it counts from. Null where it is gone. */
export function placeOf(project: Project, composition: Composition, what: StaggerWhat, one: Omit<StaggerMember, 'at'>): Frames | null {
  const layer = member(composition.layers.by, one.layer);
  if (!layer) return null;
  switch (what) {
    case 'starts': return hull(layer.spans)?.[0] ?? null;
    case 'ends': return hull(layer.spans)?.[1] ?? null;
    case 'time': return layer.start;
    case 'markers': return first(markerTimes(layer, one));
    case 'keys': return first(keyPlaces(project, composition, layer, one));
  }
}

function first(times: readonly Frames[]): Frames | null {
  return times.length === 0 ? null : Math.min(...times);
}

/** `track/key` apart: a track's address may hold a stroke itself. */
export function keyOf(name: string): { readonly track: string; readonly key: string } {
  const cut = name.lastIndexOf('/');
  return { track: name.slice(0, cut), key: name.slice(cut + 1) };
}

function keyPlace(project: Project, composition: Composition, layer: Layer, name: string): Frames | null {
  const { track: address, key: id } = keyOf(name);
  const track = trackAt(project, layer, address);
  const key = track?.channel ? member(track.channel.keys, id) : undefined;
  if (!track || !key) return null;
  return keyTimesOf(project, composition, layer, track).moments(key.at)[0]?.from ?? unbent(layer, key.at);
}

/** Where each member is to stand, by its layer; the first in turn stands where it stood before all were put one after another. A sentence where a formula is wrong. */
export function staggeredPlaces(project: Project, composition: Composition, what: StaggerWhat, members: readonly Omit<StaggerMember, 'at'>[], how: StaggerHow, frame: Frames): ReadonlyMap<string, Frames> | string {
  const there = members.flatMap((one) => { const at = placeOf(project, composition, what, one); return at === null ? [] : [{ ...one, at }]; });
  const turns = turnsFor(project, composition, there.map(({ layer }) => layer), how, frame);
  const inTurn = [...there].sort((a, b) => turns.get(a.layer)! - turns.get(b.layer)!);
  const [head] = inTurn;
  if (!head) return new Map();
  const begin = { layer: head.layer, at: head.was ?? head.at };
  const last = Math.max(1e-9, ...turns.values());
  const { tempo, rate } = composition;
  const landed = (at: Frames) => (how.onBeat && tempo ? nearestFrame(frameOfBeat(Math.round(beatAt(at, tempo as Tempo, rate)), tempo as Tempo, rate)) : how.exact || at === begin.at ? at : nearestFrame(at));
  if (how.overlap !== null) {
    const places = new Map<string, Frames>();
    let next = begin.at;
    for (const one of inTurn) {
      const at = landed(next);
      places.set(one.layer, at);
      next = at + lengthOf(project, composition, what, one) - how.overlap;
    }
    return places;
  }
  if (how.formula !== null) {
    const after = new Map<string, number>();
    for (const { layer } of inTurn) {
      const value = framesWorkedOut(project, composition, composition.layers.by[layer]!, how.formula, { index: turns.get(layer)!, count: inTurn.length, frame });
      if (typeof value !== 'number') return value.message;
      after.set(layer, value);
    }
    // Counted from the first in turn: what is done again with the same formula moves nothing.
    const first = after.get(begin.layer)!;
    return new Map([...after].map(([layer, value]) => [layer, landed(written(begin.at + value - first))]));
  }
  const spread = how.curve ? prepareCurve(how.curve).at : (u: number) => u;
  return new Map(inTurn.map(({ layer }) => {
    const turn = turns.get(layer)!;
    if (how.beats !== null && tempo) {
      const beat = beatAt(begin.at, tempo as Tempo, rate) + spread(turn / last) * last * how.beats;
      return [layer, how.exact ? frameOfBeat(beat, tempo as Tempo, rate) : nearestFrame(frameOfBeat(beat, tempo as Tempo, rate))];
    }
    const total = how.total ?? (how.step ?? 0) * last;
    return [layer, landed(written(begin.at + spread(turn / last) * total))];
  }));
}

/** How long a member lasts: its bar, or from its first key or marker to its last. */
function lengthOf(project: Project, composition: Composition, what: StaggerWhat, one: StaggerMember): Frames {
  const layer = composition.layers.by[one.layer]!;
  const times = what === 'markers' ? markerTimes(layer, one) : what === 'keys' ? keyPlaces(project, composition, layer, one) : (hull(layer.spans) ?? []);
  return times.length === 0 ? 0 : Math.max(...times) - Math.min(...times);
}

function markerTimes(layer: Layer, { markers = [] }: Omit<StaggerMember, 'at'>): readonly Frames[] {
  return markers.flatMap((id) => member(layer.markers, id)?.at ?? []);
}

function keyPlaces(project: Project, composition: Composition, layer: Layer, { keys = [] }: Omit<StaggerMember, 'at'>): readonly Frames[] {
  return keys.flatMap((name) => keyPlace(project, composition, layer, name) ?? []);
}

/** Which turn each layer has, from 0; several may share one. */
export function turnsFor(project: Project, composition: Composition, ids: readonly string[], how: Pick<StaggerHow, 'order' | 'reversed' | 'from' | 'seed'>, frame: Frames): ReadonlyMap<string, number> {
  const chosen = new Set(ids);
  const rows = composition.layers.order.filter((id) => chosen.has(id));
  const turns = how.order === 'hand' ? new Map(ids.map((id, i) => [id, i])) : turnsOf(project, composition, rows, { order: how.order satisfies ApartOrder, measure: 'rank', from: how.from, seed: how.seed, frame });
  if (!how.reversed) return turns;
  const last = Math.max(0, ...turns.values());
  return new Map([...turns].map(([id, turn]) => [id, last - turn]));
}

/** How a stagger is kept: the words of its order and where it goes from as lines. */
export function storedHow({ step, total, beats, overlap, formula, curve, order, reversed, from, seed, onBeat, exact }: StaggerHow): Omit<Stagger, 'id' | 'what' | 'members'> {
  return { by: formula ?? (overlap === null ? step : -overlap), total, curve, order: [order, ...(reversed ? ['reversed'] : []), ...(exact ? ['exact'] : [])].join(' '), from: overlap !== null ? 'end' : from ? `${from[0]},${from[1]}` : null, seed, beats: beats ?? (onBeat ? true : null) } as Omit<Stagger, 'id' | 'what' | 'members'>;
}

/** What was kept, read again. */
export function readHow({ by, total, curve, order, from, seed, beats }: Stagger): StaggerHow {
  const [word, ...more] = (order ?? 'rows').split(' ');
  const point = typeof from === 'string' ? from.split(',').map(Number) : [];
  const step = typeof by === 'number' ? by : null;
  return {
    step: from === 'end' ? null : step, total: typeof total === 'number' ? total : null, beats: typeof beats === 'number' ? beats : null, overlap: from === 'end' ? -(step ?? 0) : null, formula: typeof by === 'string' ? by : null,
    curve: curve as KeyCurve | null, order: ORDERS.find((one) => one === word) ?? 'rows', reversed: more.includes('reversed'), from: point.length === 2 && point.every(Number.isFinite) ? [point[0]!, point[1]!] : null, seed, onBeat: beats === true, exact: more.includes('exact'),
  };
}

/** The members of a stagger that can be read; others are passed over. */
export function membersOf({ members }: Stagger): readonly StaggerMember[] {
  return (members as readonly unknown[]).flatMap((one) => (one !== null && typeof one === 'object' && typeof (one as StaggerMember).layer === 'string' && typeof (one as StaggerMember).at === 'number' ? [one as StaggerMember] : []));
}

/** The stagger that all of these layers belong to, or null. */
export function staggerOf(composition: Composition, layers: readonly string[]): Stagger | null {
  if (layers.length === 0) return null;
  return inOrder(composition.staggers).find((one) => { const ids = new Set(membersOf(one).map(({ layer }) => layer)); return layers.every((id) => ids.has(id)); }) ?? null;
}

/** The members that a choice of layers, keys or markers comes to, one a layer. */
export function membersFor(composition: Composition, what: StaggerWhat, layers: readonly string[], keys: readonly { readonly layer: string; readonly track: string; readonly key: string }[]): readonly Omit<StaggerMember, 'at'>[] {
  const byLayer = new Map<string, string[]>();
  for (const { layer, track, key } of keys) {
    const own = byLayer.get(layer);
    if (own) own.push(`${track}/${key}`);
    else byLayer.set(layer, [`${track}/${key}`]);
  }
  return layers.flatMap((id): readonly Omit<StaggerMember, 'at'>[] => {
    const layer = member(composition.layers.by, id);
    if (!layer) return [];
    if (what === 'keys') {
      const own = byLayer.get(id);
      return own ? [{ layer: id, keys: own }] : [];
    }
    if (what === 'markers') return Object.keys(layer.markers).length > 0 ? [{ layer: id, markers: inTime(layer.markers).map((marker) => marker.id) }] : [];
    return [{ layer: id }];
  });
}
