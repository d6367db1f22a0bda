import { readsName } from '../../formulas';
import { drivesIn, hasKeys, keyTimesOf } from '../../scene';
import { sampledKeys } from '../../bake';
import type { Channel, Project } from '../../model';
import { hull } from '../../time';
import { count } from '../document/change';
import type { Made } from '../document/made';
import { trackPath } from '../document/paths';
import { patchOf, sameValue, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import { reach, type TrackRef } from '../document/target';

/** More frames than this are not written out. */
const MOST = 20_000;
/** So many frames are a step. */
const FEW = 16;

/**
 * Writes what formulas give into keys, over the bars of their layers: a key wherever one is needed to stay within a tolerance, in the unit of
 * each track. The formulas stay, switched off, so that they can be switched on again.
 */
export function formulasToKeys(project: Project, compositionId: string, refs: readonly TrackRef[], tolerance: number, newId: () => string): Made | Refused | null {
  const steps = formulasToKeysSteps(project, compositionId, refs, tolerance, newId);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

/** The same in steps of a few frames, each telling how much is done, 0 … 1. */
export function* formulasToKeysSteps(project: Project, compositionId: string, refs: readonly TrackRef[], tolerance: number, newId: () => string): Generator<number, Made | Refused | null> {
  const patches: Patch[] = [];
  const left: string[] = [];
  let [many, keys] = [0, 0];
  let name = '';
  for (const [n, ref] of refs.entries()) {
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
    const outer = hull(layer.spans) ?? [0, composition.duration];
    const [from, to] = [Math.floor(outer[0]), Math.ceil(outer[1])];
    const by = times.at(from) - from;
    if (to - from > MOST) {
      left.push(`${words}: its bar is too long to be written out.`);
      continue;
    }
    // Whole frames are worked out in steps; what lies between is asked for where a curve is fitted.
    const values = new Map<number, unknown>();
    for (let frame = from; frame <= to; frame++) {
      values.set(frame, drive.at(frame));
      if ((frame - from) % FEW === FEW - 1) yield (n + (frame - from) / (to - from)) / refs.length;
    }
    const next = sampledKeys(Array.from(values.keys(), (frame) => frame + by), (x) => values.get(x - by) ?? drive.at(x - by), track.spec, tolerance, newId);
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
