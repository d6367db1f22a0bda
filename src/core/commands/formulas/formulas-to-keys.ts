import { readsName } from '../../formulas';
import { drivesIn, hasKeys, keyTimesOf } from '../../scene';
import { thinScalar, thinVector, type ScalarKey, type VectorKey } from '../../keys';
import { recordInTime, type Channel, type Composition, type Layer, type Project } from '../../model';
import { hull, type Frames } from '../../time';
import { count } from '../document/change';
import type { Made } from '../document/made';
import { trackPath } from '../document/paths';
import { patchOf, sameValue, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { reach, type TrackRef } from '../document/target';

/** More frames than this are not written out. */
const MOST = 20_000;
/** Looks between two frames, so that a curve follows what the formula does there too. */
const BETWEEN = 2;

/**
 * Writes what formulas give into keys, over the bars of their layers: a key wherever one is needed to stay within a tolerance, in the unit of
 * each track. The formulas stay, switched off, so that they can be switched on again.
 */
export function formulasToKeys(project: Project, compositionId: string, refs: readonly TrackRef[], tolerance: number, newId: () => string): Made | Refused | null {
  const patches: Patch[] = [];
  const left: string[] = [];
  let [many, keys] = [0, 0];
  let name = '';
  for (const ref of refs) {
    const target = reach(project, compositionId, ref);
    const channel = target?.track.channel;
    if (!target || !channel || channel.formula === null || channel.formulaOff) continue;
    const { composition, layer, track } = target;
    const words = `${track.spec.label} of ${layer.name}`;
    const drive = drivesIn(project, composition).of(layer, track.address);
    const fault = drive?.fault();
    if (!drive || fault) {
      left.push(`${words}: ${fault?.message ?? 'its formula cannot be worked out.'}`);
      continue;
    }
    const times = keyTimesOf(project, composition, layer, track);
    if (!times.even) {
      left.push(`${words}: its timing bends the time of its keys. Bake the timing first.`);
      continue;
    }
    const next = sampledKeys(composition, layer, (frame) => drive.at(frame), times.at, track.spec.type, tolerance, newId);
    if (!next) {
      left.push(`${words}: its bar is too long to be written out.`);
      continue;
    }
    name = words;
    many++;
    keys += Object.keys(next).length;
    const path = trackPath(compositionId, layer.id, track);
    patches.push(...rewritten(path, channel, { ...channel, keys: next, before: 'hold', after: 'hold', repeats: null, closed: false, formulaOff: true }));
  }
  if (patches.length === 0) return refs.length === 0 ? null : { refused: left[0] ?? 'No formula drives them.' };
  return { event: 'formulas.keys', label: `Turn the ${many === 1 ? `formula of ${name}` : `formulas of ${count(many, 'track')}`} into ${count(keys, 'key')}`, patches, told: [`The ${many === 1 ? 'formula stays' : 'formulas stay'} there, switched off.`, ...(left.length > 0 ? [`Left as it is: ${left[0]}`] : [])].join(' ') };
}

/** Lets formulas that were turned into keys drive again: the keys go. Refused where the formula reads its keys. */
export function keysToFormulas(project: Project, compositionId: string, refs: readonly TrackRef[]): Made | Refused | null {
  const patches: Patch[] = [];
  let why: string | null = null;
  let many = 0;
  for (const ref of refs) {
    const target = reach(project, compositionId, ref);
    const channel = target?.track.channel;
    if (!target || !channel || channel.formula === null || !channel.formulaOff || !hasKeys(channel)) continue;
    if (readsName(channel.formula, 'keyed')) {
      why ??= `The formula of ${target.track.spec.label} reads its keys: take the step back instead, so that those from before return.`;
      continue;
    }
    many++;
    patches.push(...rewritten(trackPath(compositionId, target.layer.id, target.track), channel, { ...channel, keys: {}, formulaOff: false }));
  }
  if (patches.length === 0) return refs.length === 0 ? null : { refused: why ?? 'None of them has a formula that is switched off beside its keys.' };
  return { event: 'formulas.back', label: `Let ${many === 1 ? 'its formula' : count(many, 'formula')} drive again`, patches };
}

function rewritten(path: readonly string[], before: Channel, after: Channel): readonly Patch[] {
  const fields = (['before', 'after', 'repeats', 'closed', 'formulaOff'] as const).filter((field) => before[field] !== after[field]);
  const ids = new Set([...Object.keys(before.keys), ...Object.keys(after.keys)]);
  return [
    ...[...ids].filter((id) => !sameValue(before.keys[id], after.keys[id])).map((id) => patchOf([...path, 'keys', id], before.keys[id], after.keys[id])),
    ...fields.map((field) => patchOf([...path, field], before[field], after[field])),
  ];
}

/** Keys that show what is shown at each frame of a layer's bar; null where that is too long. */
export function sampledKeys(composition: Composition, layer: Layer, shown: (frame: Frames) => unknown, keyTime: (frame: Frames) => Frames, type: string, tolerance: number, newId: () => string): Channel['keys'] | null {
  const outer = hull(layer.spans) ?? [0, composition.duration];
  const [from, to] = [Math.floor(Math.max(outer[0], -MOST)), Math.ceil(outer[1])];
  if (to - from > MOST) return null;
  const by = keyTime(from) - from;
  const at = (x: Frames) => shown(x - by);
  const frames = Array.from({ length: to - from + 1 }, (_, i) => from + i + by);
  const between = (a: Frames, b: Frames) => Array.from({ length: Math.max(0, Math.ceil((b - a) * BETWEEN) - 1) }, (_, i) => a + (i + 1) / BETWEEN);
  const all = frames.map((x, i) => ({ id: `f${i}`, at: x, value: at(x) }));
  const made = (keys: readonly { readonly at: Frames }[]) => recordInTime(keys.map((key) => ({ ...key, id: newId(), joined: false }))) as unknown as Channel['keys'];
  if (type === 'N') return made(thinScalar(all.map((key) => ({ ...key, value: key.value as number })) as readonly ScalarKey[], at as (x: number) => number, between, tolerance));
  if (type === 'P' || type === 'C') return made(thinVector(all as readonly VectorKey[], at as (x: number) => readonly number[], between, type === 'C' ? tolerance / 100 : tolerance));
  return made(all.filter((key, i) => i === 0 || !sameValue(key.value, all[i - 1]!.value)));
}
