import { channelSampler, sampleChannel } from '../../scene';
import { endOf, fitSegment, legPath, prepareCurve, thinScalar, thinVector, withoutFields, type KeyCurve, type ScalarKey, type VectorKey } from '../../keys';
import type { Project } from '../../model';
import { count } from '../document/change';
import { byTrack, rekeyed, type StoredKey, type TrackKeys } from './chosen-keys';
import { isHeldKey } from './key-shape';
import { timesBetween, tooLong } from './look-times';
import type { Made } from '../document/made';
import type { Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import type { KeyRef } from '../document/target';

/** How near handles come to the curve that they take the place of, as a share of its range. */
const NEAR = 0.004;
/** Places at which a curve is looked at for that. */
const FINE = 1024;

/** Why a leg cannot be written out, or what stands in its place: its first key, and those between. */
type Unfolded = { readonly why: string } | { readonly from: StoredKey; readonly between: readonly StoredKey[]; readonly left: ScalarKey['left'] };

function unfold(project: Project, compositionId: string, refs: readonly KeyRef[], event: 'keys.handles' | 'keys.frames', how: (group: TrackKeys, i: number) => Unfolded | null): Made | Refused | null {
  const patches: Patch[] = [];
  let [legs, more] = [0, 0];
  const cannot: string[] = [];
  for (const group of byTrack(project, compositionId, refs)) {
    const keys = [...(group.keys as readonly StoredKey[])];
    const between: StoredKey[] = [];
    group.keys.forEach((key, i) => {
      if (!group.chosen.has(key.id)) return;
      const made = i < keys.length - 1 ? how(group, i) : null;
      if (!made) return;
      if ('why' in made) return void cannot.push(`${group.track.spec.label} of ${group.layer.name}: ${made.why}`);
      legs++;
      more += made.between.length;
      // The key may have been given a handle on its other side by the leg before.
      keys[i] = { ...made.from, ...(keys[i]!.left === undefined ? {} : { left: keys[i]!.left }) } as StoredKey;
      between.push(...made.between);
      if (group.track.spec.type === 'N') {
        const { left: _left, ...next } = keys[i + 1]!;
        keys[i + 1] = { ...next, ...(made.left === undefined ? {} : { left: made.left }) } as StoredKey;
      }
    });
    patches.push(...rekeyed(group, [...keys, ...between]));
  }
  if (patches.length === 0) return cannot[0] === undefined ? null : { refused: `${cannot[0]}.` };
  const label = event === 'keys.handles' ? `Turn ${count(legs, 'curve')} into handles` : `Turn ${count(legs, 'leg')} into keys`;
  return { event, label: `${label}${more > 0 ? `, ${count(more, 'key')} more` : ''}`, patches, ...(cannot.length > 0 ? { told: `${count(cannot.length, 'leg')} left as they are. ${cannot[0]}.` } : {}) };
}

/** Writes curves out as handles, within a two-hundredth of their range; with keys between where one pair of handles cannot. */
export function curvesIntoHandles(project: Project, compositionId: string, refs: readonly KeyRef[], newId: () => string): Made | Refused | null {
  return unfold(project, compositionId, refs, 'keys.handles', (group, i) => {
    const from = group.keys[i] as StoredKey;
    if (!from.curve) return null;
    return group.track.spec.type === 'N' ? scalarHandles(group, i, newId) : vectorHandles(group, i, newId);
  });
}

/** The pieces of a curve's progress, each a key's worth: shares of time and of the way, with handles. */
function piecesOf(curve: KeyCurve): readonly ScalarKey[] {
  const { at } = prepareCurve(curve);
  const dense = Array.from({ length: FINE + 1 }, (_, k): ScalarKey => ({ id: String(k), at: k, value: at(k / FINE) }));
  const range = Math.max(...dense.map((key) => key.value)) - Math.min(...dense.map((key) => key.value));
  return thinScalar(dense, (x) => at(x / FINE), () => [], NEAR * range);
}

function scalarHandles({ keys }: TrackKeys, i: number, newId: () => string): Unfolded {
  const [from, to] = [keys[i] as StoredKey, keys[i + 1] as StoredKey];
  const [length, start] = [to.at - from.at, from.value as number];
  const rise = (endOf(to as unknown as ScalarKey)) - start;
  const wide = (handle: ScalarKey['right']) => (Array.isArray(handle) ? { handle: [(handle[0] * length) / FINE + 0, handle[1] * rise + 0] as const } : null);
  const pieces = piecesOf(from.curve as KeyCurve);
  const made = pieces.map((piece, k): StoredKey => {
    const [right, left] = [wide(piece.right), wide(piece.left)];
    const base = k === 0 ? bare(from) : { id: newId(), at: from.at + (piece.at * length) / FINE, value: start + piece.value * rise, joined: false };
    return { ...base, ...(right ? { right: right.handle } : {}), ...(left && k > 0 ? { left: left.handle } : {}) };
  });
  return { from: made[0]!, between: made.slice(1, -1), left: wide(pieces[pieces.length - 1]!.left)?.handle };
}

function vectorHandles({ keys, channel, track }: TrackKeys, i: number, newId: () => string): Unfolded {
  const [from, to] = [keys[i] as StoredKey, keys[i + 1] as StoredKey];
  const length = to.at - from.at;
  const pieces = level(piecesOf(from.curve as KeyCurve), from.curve as KeyCurve);
  if (pieces.length > 2 && track.spec.type === 'P' && legPath(from as unknown as VectorKey, to as unknown as VectorKey)) return { why: 'its way is bent and this curve needs keys on it; turn it into keys' };
  const eased = pieces.slice(0, -1).map((piece, k): StoredKey => {
    const next = pieces[k + 1]!;
    const [dt, dp] = [next.at - piece.at, next.value - piece.value];
    const [right, left] = [Array.isArray(piece.right) ? piece.right : [dt / 3, dp / 3], Array.isArray(next.left) ? next.left : [-dt / 3, -dp / 3]];
    const ease = dp === 0 ? 'linear' : [right[0] / dt, right[1] / dp, 1 + left[0] / dt, 1 + left[1] / dp];
    const at = from.at + (piece.at * length) / FINE;
    return { ...(k === 0 ? bare(from) : { id: newId(), at, value: sampleChannel(channel, track.spec, at), joined: false }), ease };
  });
  return { from: eased[0]!, between: eased.slice(1), left: undefined };
}

/** Pieces that end where they began are cut at their turn: an ease has no way to go there and back. */
function level(pieces: readonly ScalarKey[], curve: KeyCurve): readonly ScalarKey[] {
  const { at } = prepareCurve(curve);
  const made: ScalarKey[] = [];
  // What the second part of a cut piece arrives by belongs to the piece after it.
  let left: ScalarKey['left'] | null = null;
  pieces.forEach((own, k) => {
    const piece: ScalarKey = left === null ? own : { ...own, left };
    left = null;
    const next = pieces[k + 1];
    const inside = next ? Array.from({ length: next.at - piece.at - 1 }, (_, n) => piece.at + n + 1) : [];
    const far = inside.reduce((best, x) => (Math.abs(at(x / FINE) - piece.value) > Math.abs(at(best / FINE) - piece.value) ? x : best), piece.at);
    const turn = at(far / FINE);
    if (!next || far === piece.at || Math.abs(next.value - piece.value) > 0.05 * Math.abs(turn - piece.value)) return void made.push(piece);
    const part = (a: number, b: number, p: number, q: number) => fitSegment((x) => at(x / FINE), a, b, p, q, inside.filter((x) => x > a && x < b), 0);
    const [first, second] = [part(piece.at, far, piece.value, turn), part(far, next.at, turn, next.value)];
    made.push({ ...piece, right: first.right }, { id: `${piece.id}.`, at: far, value: turn, left: first.left, right: second.right });
    left = second.left;
  });
  return made;
}

/**
 * Writes the motion after keys out as keys on whole frames of the track, as few as keep to it within a tolerance, in its unit. Whatever bends it, a
 * curve, handles, an ease or a way, is gone then.
 */
export function legsIntoKeys(project: Project, compositionId: string, refs: readonly KeyRef[], tolerance: number, newId: () => string): Made | Refused | null {
  return unfold(project, compositionId, refs, 'keys.frames', (group, i) => {
    const { channel, track: { spec } } = group;
    const [from, to] = [group.keys[i] as StoredKey, group.keys[i + 1] as StoredKey];
    if (spec.type !== 'N' && spec.type !== 'P' && spec.type !== 'C') return { why: 'its values are not numbers' };
    if (isHeldKey(from) && !from.curve) return { why: 'it is held' };
    const long = tooLong(from.at, to.at);
    if (long !== null) return { why: long };
    const sample = channelSampler(channel, spec.type);
    const times = timesBetween(group);
    const whole = times(from.at, to.at).filter((_, n, all) => isWhole(group.times.at(0), all[n]!));
    const first = { ...bare(from), joined: false };
    const dense: StoredKey[] = [first, ...whole.map((at) => ({ id: newId(), at, value: sample(at), joined: false })), { ...to, id: 'end' }];
    if (spec.type === 'N') {
      const inside = (x: number) => (x >= to.at ? endOf(to as unknown as ScalarKey) : (sample(x) as number));
      const thin = thinScalar(dense.map((key) => withoutFields(key, 'left')) as unknown as readonly ScalarKey[], inside, () => [], tolerance);
      const [start, ...rest] = thin as unknown as readonly StoredKey[];
      return { from: start!, between: rest.slice(0, -1), left: thin[thin.length - 1]!.left };
    }
    const [start, ...rest] = thinVector(dense as unknown as readonly VectorKey[], sample as (x: number) => readonly number[], () => [], tolerance) as unknown as readonly StoredKey[];
    return { from: start!, between: rest.slice(0, -1), left: undefined };
  });
}

function isWhole(offset: number, at: number): boolean {
  return Math.abs(at - offset - Math.round(at - offset)) < 1e-6;
}

/** A key without what bends the motion that leaves it. */
function bare(key: StoredKey): StoredKey {
  return withoutFields(key, 'right', 'curve', 'ease', 'kept', 'pathRight');
}

/** Keeps the motion after keys between the two values that it goes from and to: handles and eases are shortened, curves that swing out give way. */
export function keepWithin(project: Project, compositionId: string, refs: readonly KeyRef[]): Made | null {
  const patches: Patch[] = [];
  let legs = 0;
  for (const group of byTrack(project, compositionId, refs)) {
    const keys = group.keys as readonly StoredKey[];
    const after = [...keys];
    for (let i = 0; i < keys.length - 1; i++) {
      if (!group.chosen.has(keys[i]!.id)) continue;
      const kept = group.track.spec.type === 'N' ? scalarWithin(after[i]!, after[i + 1]!) : vectorWithin(after[i]!, after[i + 1]!);
      if (kept[0] !== after[i] || kept[1] !== after[i + 1]) legs++;
      [after[i], after[i + 1]] = kept;
    }
    patches.push(...rekeyed(group, after));
  }
  return patches.length === 0 ? null : { event: 'keys.within', label: `Keep ${count(legs, 'leg')} between the two keys`, patches };
}

/** A curve that does not swing out of its two values. */
function calmCurve(key: StoredKey): StoredKey {
  const curve = key.curve as KeyCurve | null | undefined;
  if (curve?.kind === 'back') return { ...key, curve: { ...curve, amount: 0 } };
  return curve?.kind === 'elastic' ? { ...key, curve: { kind: 'exponential', side: curve.side ?? 'in' } } : key;
}

function scalarWithin(from: StoredKey, to: StoredKey): readonly [StoredKey, StoredKey] {
  if (from.curve) return [calmCurve(from), to];
  const [start, end] = [from.value as number, endOf(to as unknown as ScalarKey)];
  const [low, high] = [Math.min(start, end), Math.max(start, end)];
  const kept = <H>(handle: H, base: number): H => {
    if (!Array.isArray(handle)) return handle;
    const dv = Math.min(high, Math.max(low, base + handle[1])) - base;
    return dv === handle[1] ? handle : ([handle[0], dv] as H);
  };
  const [right, left] = [kept(from.right, start), kept(to.left, end)];
  return [right === from.right ? from : { ...from, right }, left === to.left ? to : { ...to, left }];
}

function vectorWithin(from: StoredKey, to: StoredKey): readonly [StoredKey, StoredKey] {
  if (from.curve) return [calmCurve(from), to];
  const { ease } = from;
  if (!Array.isArray(ease)) return [from, to];
  const inside = (y: number) => Math.min(1, Math.max(0, y));
  const next = [ease[0], inside(ease[1]), ease[2], inside(ease[3])];
  return next[1] === ease[1] && next[3] === ease[3] ? [from, to] : [{ ...from, ease: next }, to];
}

