import type { Handle } from '../../keys';
import type { Project } from '../../model';
import type { Frames } from '../../time';
import { count } from '../document/change';
import { byTrack, chosenOf, land, rekeyed, toldOfStay, type StoredKey, type TrackKeys } from './chosen-keys';
import type { Made } from '../document/made';
import { wholePaces } from './whole-paces';
import { applyPatches, type Patch } from '../document/patch';
import type { KeyRef } from '../document/target';

/** What may be said of keys; null takes a field away. `at` is a frame of the composition. What a track does not have is passed over. */
export type KeyFields = {
  readonly at?: Frames | undefined;
  readonly value?: unknown;
  readonly arrives?: unknown;
  readonly right?: 'hold' | 'smooth' | Handle | null | undefined;
  readonly left?: 'smooth' | Handle | null | undefined;
  readonly ease?: unknown;
  readonly curve?: unknown;
  readonly joined?: boolean | undefined;
  readonly pace?: number | null | undefined;
  readonly pathLeft?: readonly [number, number] | null | undefined;
  readonly pathRight?: readonly [number, number] | null | undefined;
};

const SCALAR = ['right', 'left'] as const;
const VECTOR = ['ease', 'pathLeft', 'pathRight'] as const;

/** Changes keys themselves, whatever the playhead and keying are: `fields` of all of them, and of each what `each` says, in order. With `whole` their paces lead to whole frames. */
export function setKeys(project: Project, compositionId: string, refs: readonly KeyRef[], fields: KeyFields, each: readonly KeyFields[] = [], whole = false): Made | null {
  const own = new Map(refs.map((ref, i) => [`${ref.layer}\n${ref.track}\n${ref.key}`, { ...fields, ...each[i] }]));
  const patches: Patch[] = [];
  let [changed, stay] = [0, 0];
  let now = project;
  for (const { layer, track } of new Map(refs.map((ref) => [`${ref.layer}\n${ref.track}`, ref])).values()) {
    const mine = refs.filter((ref) => ref.layer === layer && ref.track === track);
    for (const group of byTrack(now, compositionId, mine)) {
      const said = (key: { readonly id: string }) => own.get(`${layer}\n${track}\n${key.id}`) ?? {};
      const next = (group.keys as readonly StoredKey[]).map((key) => (group.chosen.has(key.id) ? withFields(group, key, said(key)) : key));
      const steps = [...rekeyed(group, next)];
      const moments = new Map(chosenOf(group).flatMap((key) => { const { at } = said(key); return at === undefined ? [] : [[key.id, at] as const]; }));
      changed += next.filter((key, i) => key !== group.keys[i] || moments.has(key.id)).length;
      now = applyPatches(now, steps).project;
      if (moments.size > 0) {
        const [again] = byTrack(now, compositionId, mine);
        const landed = again && land(again, moments);
        stay += landed?.stay ?? 0;
        steps.push(...(landed?.patches ?? []));
        now = applyPatches(now, landed?.patches ?? []).project;
      }
      patches.push(...steps);
    }
  }
  if (whole) patches.push(...wholePaces(now, compositionId, refs));
  return patches.length === 0 ? null : { event: 'keys.set', label: `Change ${count(changed, 'key')}`, patches, ...toldOfStay(stay) };
}

function withFields({ track: { spec, operator } }: TrackKeys, key: StoredKey, { at: _at, ...fields }: KeyFields): StoredKey {
  const mixes = spec.type === 'N' || spec.type === 'P' || spec.type === 'C' || spec.type === 'S';
  const known: readonly string[] = ['value', ...(mixes ? ['arrives', 'curve', 'joined', ...(operator === null ? ['pace'] : [])] : []), ...(spec.type === 'N' ? SCALAR : mixes ? VECTOR : [])];
  const said = Object.entries(fields).filter(([field, value]) => value !== undefined && known.includes(field));
  if (said.length === 0) return key;
  const shape: Record<string, unknown> = { ...key };
  // What leaves by handles leaves by no curve, and a hold that is lifted keeps nothing.
  if (said.some(([field]) => field === 'right' || field === 'ease')) for (const field of ['curve', 'kept']) delete shape[field];
  for (const [field, value] of said) {
    if (value === null) delete shape[field];
    else shape[field] = value;
  }
  return joinedUp(shape as StoredKey, said.some(([field]) => field === 'left') && !said.some(([field]) => field === 'right'));
}

/** A joined key has both handles on one line: the other one turns with the one that was pulled, and keeps how long it is in time. */
function joinedUp(key: StoredKey, byLeft: boolean): StoredKey {
  const { joined, right, left } = key as StoredKey & { readonly right?: unknown; readonly left?: unknown };
  if (!joined || !Array.isArray(right) || !Array.isArray(left)) return key;
  const [from, to] = byLeft ? [left, right] : [right, left];
  if (from[0] === 0 || to[0] === 0) return key;
  const turned: Handle = [to[0], (from[1] / from[0]) * to[0] + 0];
  return { ...key, ...(byLeft ? { right: turned } : { left: turned }) };
}

