import {
  crossings, cutCubic, divideProgress, dotAt, drawnHandles, endOf, isDrawable, legPath, parameterAt, partOf, placeOutside, prepareCurve, prepareEase, runsRound, segmentControls, turnsOf, withoutFields,
  type Cubic, type Handle, type KeyCurve, type NoParts, type Part, type PathLeg, type ScalarKey, type VectorKey,
} from '../keys';
import { inTime, type Channel, type ChannelSpec } from '../model';
import { DUST, type Frames } from '../time';
import { sampleChannel } from './prepared-channel';

/** What came of asking for a key at a time where nothing is to change. `more` counts further keys that this took. */
export type KeyAdded =
  | { readonly kind: 'added'; readonly channel: Channel; readonly more: number }
  | { readonly kind: 'there' }
  | { readonly kind: 'cannot'; readonly why: string };

type Key = Channel['keys'][string];
type Row = readonly number[];

/**
 * A channel with one more key, at a time of its own, that shows the same value as before at every time. Where one key
 * cannot do it (handles that pass each other in time, a curve of two halves, progress outside 0 to 1) up to two more are
 * set. Outside the keys, where these repeat, the key is put at its place in the keyed play.
 */
export function keyAdded(channel: Channel, spec: ChannelSpec, at: Frames, newId: () => string): KeyAdded {
  const keys = inTime(channel.keys);
  const make = (time: Frames, value: unknown, more: object = {}): Key => ({ id: newId(), at: time, value, joined: false, ...more });
  const put = (changed: readonly Key[], more: number): KeyAdded => ({ kind: 'added', more, channel: { ...channel, keys: { ...channel.keys, ...Object.fromEntries(changed.map((key) => [key.id, key])) } } });
  if (keys.some((key) => Math.abs(key.at - at) <= DUST)) return { kind: 'there' };
  const [first, last] = [keys[0], keys[keys.length - 1]];
  if (!first || !last) return put([make(at, channel.value)], 0);
  if (at > first.at && at < last.at) return inside(channel, keys, spec, at, make, put);
  const late = at > last.at;
  const [here, there] = late ? [channel.after, channel.before] : [channel.before, channel.after];
  if (keys.length > 1 && repeats(here)) {
    const place = placeOutside(at, first.at, last.at, channel);
    if (place.kind === 'within') return keyAdded(channel, spec, place.at, newId);
    return { kind: 'cannot', why: 'its plays are over there; a key out there would make each play longer' };
  }
  if (keys.length > 1 && repeats(there)) return { kind: 'cannot', why: `it repeats ${late ? 'before its first' : 'after its last'} key; a key out there would make each play longer` };
  const value = sampleChannel(channel, spec, at);
  // What bends the way out there was not used so far; now it would be.
  const end = late ? withoutFields(last, 'right', 'ease', 'curve', 'pathRight') : withoutFields(first, 'left', 'pathLeft', 'arrives');
  const held = late && last.right === 'hold' && here === 'hold' ? { right: 'hold' } : {};
  return put([{ ...end, ...held } as Key, make(at, value)], 0);
}

function repeats(rule: Channel['after']): boolean {
  return rule === 'repeat' || rule === 'climb' || rule === 'swing';
}

type Make = (time: Frames, value: unknown, more?: object) => Key;
type Put = (changed: readonly Key[], more: number) => KeyAdded;

function inside(channel: Channel, keys: readonly Key[], spec: ChannelSpec, at: Frames, make: Make, put: Put): KeyAdded {
  const i = keys.findLastIndex((key) => key.at < at);
  const from = keys[i]!;
  switch (spec.type) {
    case 'N': return insideScalar(channel, keys as unknown as readonly ScalarKey[], i, at, make, put);
    case 'P':
    case 'C': return insideVector(channel, keys as unknown as readonly VectorKey[], i, at, make, put, (row) => row);
    case 'S': return insideOutline(channel, keys, i, at, make, put);
    default: return put([make(at, from.value)], 0);
  }
}

const WORDS: Readonly<Record<NoParts['why'], string>> = {
  curve: 'it runs by a curve there that no two parts make; straighten it first',
  handles: 'its handles pass each other in time too far',
  'to-and-fro': 'it runs to and fro along its way there',
};

const cannot = (why: NoParts['why']): KeyAdded => ({ kind: 'cannot', why: WORDS[why] });

function insideScalar(channel: Channel, keys: readonly ScalarKey[], i: number, at: Frames, make: Make, put: Put): KeyAdded {
  const frozen = freeze(channel, keys, i);
  const [from, to] = [frozen[i]!, frozen[i + 1]!];
  const others = frozen.filter((key, k) => key !== keys[k] && key !== from && key !== to) as unknown as Key[];
  const [length, rise] = [to.at - from.at, endOf(to) - from.value];
  if (!from.curve && from.right === 'hold') return put([from as never, make(at, from.value, { right: 'hold' }), to as never, ...others], 0);
  if (!from.curve && from.right === undefined && to.left === undefined) return put([from as never, make(at, from.value + (rise * (at - from.at)) / length), to as never, ...others], 0);
  if (from.curve && rise === 0) return put([withoutFields(from as never, 'curve', 'right'), make(at, from.value), withoutFields(to as never, 'left'), ...others], 0);
  if (from.curve) {
    const { at: progress } = prepareCurve(from.curve);
    const parts = divideProgress(from.curve, progress, (at - from.at) / length);
    if ('why' in parts) return cannot(parts.why);
    return scalarParts(from, to, parts.map((part) => scaled(part, from, length, rise)), others, make, put);
  }
  const { right, left } = segmentControls(frozen, i)!;
  const cubic: Cubic = [[from.at, from.value], [from.at + right[0], from.value + right[1]], [to.at + left[0], endOf(to) + left[1]], [to.at, endOf(to)]];
  const cubics = cutCubic(cubic, at, () => []);
  if (!cubics.every(isDrawable)) return cannot('handles');
  return scalarParts(from, to, cubics.map((one): Part => ({ end: one[3], runs: { kind: 'cubic', cubic: one } })), others, make, put);
}

/** A part of progress in frames and the channel's values. */
function scaled(part: Part, from: ScalarKey, length: number, rise: number): Part {
  const dot = ([u, p]: readonly [number, number]): readonly [number, number] => [from.at + length * u, from.value + rise * p];
  return { end: dot(part.end), runs: part.runs.kind === 'cubic' ? { kind: 'cubic', cubic: part.runs.cubic.map(dot) as unknown as Cubic } : part.runs };
}

function scalarParts(from: ScalarKey, to: ScalarKey, parts: readonly Part[], others: readonly Key[], make: Make, put: Put): KeyAdded {
  const handle = (a: readonly [number, number], b: readonly [number, number]): Handle => [b[0] - a[0], b[1] - a[1]];
  const keys: Key[] = [withoutFields(from as never, 'right', 'curve')];
  for (const [k, { end, runs }] of parts.entries()) {
    const isLast = k === parts.length - 1;
    const next: Key = isLast ? withoutFields(to as never, 'left') : make(end[0], end[1]);
    const leaves = runs.kind === 'cubic' ? { right: clip(handle(runs.cubic[0], runs.cubic[1]), 1) } : runs.kind === 'curve' ? { curve: runs.curve } : {};
    const arrives = runs.kind === 'cubic' ? { left: clip(handle(runs.cubic[3], runs.cubic[2]), -1) } : {};
    keys[k] = { ...keys[k]!, ...leaves };
    keys.push({ ...next, ...arrives });
  }
  return put([...keys, ...others], parts.length - 2);
}

/** A handle points its own way, but for the dust of dividing. */
function clip([dt, dv]: Handle, way: 1 | -1): Handle {
  return [dt * way < 0 ? 0 : dt, dv];
}

/** Keys whose smooth handles would lean otherwise with one more key between `i` and `i + 1`, with the handles that they have. */
function freeze(channel: Channel, keys: readonly ScalarKey[], i: number): readonly ScalarKey[] {
  const round = runsRound(keys, channel);
  const end = keys.length - 1;
  // Across a closed seam the last key leans on the first segment, and the first key on the last.
  const touched = new Set([i, i + 1, ...(round && i === 0 ? [end] : []), ...(round && i + 1 === end ? [0] : [])]);
  return keys.map((key, k) => (touched.has(k) ? drawnHandles(keys, k, round) : key));
}

function insideOutline(channel: Channel, keys: readonly Key[], i: number, at: Frames, make: Make, put: Put): KeyAdded {
  type Outline = { readonly closed: boolean; readonly points: readonly Row[] };
  const flat = (value: unknown): Row => (value as Outline).points.flat();
  const { closed } = keys[i]!.value as Outline;
  const whole = (row: Row): unknown => ({ closed, points: Array.from({ length: row.length / 6 }, (_, k) => row.slice(k * 6, k * 6 + 6)) });
  const rows = keys.map((key) => ({ ...key, value: flat(key.value), arrives: key.arrives ? flat(key.arrives) : null }) as unknown as VectorKey);
  // The keys themselves stay outlines; only what runs between them is taken over.
  const back = (key: Key): Key => {
    const own = keys.find((one) => one.id === key.id);
    return own ? { ...key, value: own.value, ...(own.arrives === undefined ? {} : { arrives: own.arrives }) } : key;
  };
  return insideVector(channel, rows, i, at, make, (changed, more) => put(changed.map(back).map((key) => ('arrives' in key && key.arrives === null && !keys.find((one) => one.id === key.id && one.arrives === null) ? withoutFields(key, 'arrives') : key)), more), whole);
}

function insideVector(channel: Channel, keys: readonly VectorKey[], i: number, at: Frames, make: Make, put: Put, whole: (row: Row) => unknown): KeyAdded {
  const [from, to] = [keys[i]!, keys[i + 1]!];
  const target = endOf(to);
  const held = (!from.curve && from.ease === 'hold') || from.value.length !== target.length;
  if (held) return put([make(at, whole(from.value), from.ease === 'hold' && !from.curve ? { ease: 'hold' } : {})], 0);
  const length = to.at - from.at;
  const path = legPath(from, to);
  const runs: Cubic | KeyCurve | null = from.curve ?? (Array.isArray(from.ease) ? easeCubic(from.ease as readonly number[]) : null);
  const progress = from.curve ? prepareCurve(from.curve).at : Array.isArray(from.ease) ? prepareEase(...(from.ease as [number, number, number, number])) : (u: number) => u;
  const u = (at - from.at) / length;
  const parts = divideProgress(runs, progress, u, (cubic) => stayInside(cubic, u, path !== null));
  if ('why' in parts) return cannot(parts.why);
  // Points and colours glide at the mean pace of their outer leg, which is another one for a part of an ease.
  const glides = (channel.before === 'glide' && i === 0 && parts[0]!.runs.kind === 'cubic') || (channel.after === 'glide' && i === keys.length - 2 && parts.at(-1)!.runs.kind === 'cubic');
  if (glides) return { kind: 'cannot', why: 'it glides on at the pace of this leg, which a key on it would change' };
  const ends = [0, ...parts.map(({ end }) => end[1])];
  const legs = parts.map((part, k) => ({ part, leg: path ? pathPart(path, from, to, ends[k]!, ends[k + 1]!, part) : STRAIGHT }));
  if (legs.some(({ leg }) => leg === null)) return cannot('to-and-fro');
  const pointAt = (p: number): Row => (path ? path.at(p) : from.value.map((v, c) => v + (target[c]! - v) * p));
  const changed: Key[] = [withoutFields(from as never, 'ease', 'curve', 'pathRight')];
  for (const [k, { part, leg }] of legs.entries()) {
    const isLast = k === legs.length - 1;
    const next = isLast ? withoutFields(to as never, 'pathLeft') : make(from.at + length * part.end[0], whole(pointAt(part.end[1])));
    changed[k] = { ...changed[k]!, ...leaving(part, ends[k]!, ends[k + 1]!, k === 0 ? 0 : parts[k - 1]!.end[0]), ...(leg!.right ? { pathRight: leg!.right } : {}) };
    changed.push({ ...next, ...(leg!.left ? { pathLeft: leg!.left } : {}) });
  }
  return put(changed, parts.length - 2);
}

function easeCubic([x1, y1, x2, y2]: readonly number[]): Cubic {
  return [[0, 0], [x1!, y1!], [x2!, y2!], [1, 1]];
}

/** How a part leaves its key: nothing for a straight one, the ease of its own progress, or its curve. */
function leaving({ end, runs }: Part, p0: number, p1: number, u0: number): object {
  switch (runs.kind) {
    case 'straight': return {};
    case 'curve': return { curve: runs.curve };
    case 'cubic': {
      const [, a, b] = runs.cubic;
      const share = (dot: readonly [number, number]) => [Math.min(1, Math.max(0, (dot[0] - u0) / (end[0] - u0))), (dot[1] - p0) / (p1 - p0)];
      return { ease: [...share(a), ...share(b)] };
    }
  }
}

/** Parameters at which an ease has to be cut so that each part has a way of its own: no part may begin and end at one place. */
function stayInside(cubic: Cubic, u: number, onPath: boolean): readonly number[] {
  const isHere = u > cubic[0][0] && u < cubic[3][0];
  if (!isHere) return [];
  const s = parameterAt(cubic, u);
  const p = dotAt(cubic, s)[1];
  const turns = turnsOf(cubic);
  const [start, end] = [Math.abs(p) < 1e-7, Math.abs(1 - p) < 1e-7];
  return [
    ...(start ? turns.filter((turn) => turn < s) : []), ...(end ? turns.filter((turn) => turn > s) : []),
    // Beyond the ends of a path it goes straight on: there is another leg.
    ...(onPath && p > 1 && !end ? crossings(cubic, 1).filter((cross) => cross < s) : []), ...(onPath && p < 0 && !start ? crossings(cubic, 0).filter((cross) => cross > s) : []),
  ];
}

type Leg = { readonly right: readonly [number, number] | null; readonly left: readonly [number, number] | null };
const STRAIGHT: Leg = { right: null, left: null };

/** The handles of a part of a path; straight where it lies beyond an end; null where progress leaves the part and comes back. */
function pathPart(path: PathLeg, from: VectorKey, to: VectorKey, p0: number, p1: number, { runs }: Part): Leg | null {
  const [low, high] = [Math.min(p0, p1), Math.max(p0, p1)];
  if (low >= 1 - 1e-7 || high <= 1e-7) return STRAIGHT;
  if (low < -1e-7 || high > 1 + 1e-7 || p0 > p1) return null;
  const strays = runs.kind === 'cubic' && turnsOf(runs.cubic).some((turn) => {
    const p = dotAt(runs.cubic, turn)[1];
    return (p > p1 + 1e-7 && p1 < 1 - 1e-7) || (p < p0 - 1e-7 && p0 > 1e-7);
  });
  if (strays) return null;
  const end = endOf(to);
  const add = (a: Row, b: Row | undefined): readonly [number, number] => [a[0]! + (b?.[0] ?? 0), a[1]! + (b?.[1] ?? 0)];
  const cubic: Cubic = [add(from.value, undefined), add(from.value, from.pathRight), add(end, to.pathLeft), add(end, undefined)];
  const [a, b, c, d] = partOf(cubic, path.parameterAt(p0), path.parameterAt(p1));
  return { right: [b[0] - a[0], b[1] - a[1]], left: [c[0] - d[0], c[1] - d[1]] };
}
