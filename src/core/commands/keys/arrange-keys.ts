import type { Project } from '../../model';
import { beatAt, DUST, dust, frameOfBeat, nearestFrame, type Frames } from '../../time';
import { count, type Draft } from '../document/change';
import { byTrack, chosenOf, land, momentOf, toldOfStay, type StoredKey, type TrackKeys } from './chosen-keys';
import type { Made } from '../document/made';
import type { Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import type { KeyRef } from '../document/target';

/** Whose keys go where: by the id of each, the moment that it should stand at. */
type Plan = (group: TrackKeys) => ReadonlyMap<string, Frames>;

function arranged(project: Project, compositionId: string, refs: readonly KeyRef[], event: Draft['event'], verb: string, plan: Plan, shaped: (key: StoredKey, group: TrackKeys) => StoredKey = (key) => key): Made | null {
  const patches: Patch[] = [];
  let [moved, stay] = [0, 0];
  for (const group of byTrack(project, compositionId, refs)) {
    const landed = land(group, plan(group), (key) => shaped(key, group));
    patches.push(...landed.patches);
    moved += landed.moved;
    stay += landed.stay;
  }
  return patches.length === 0 ? null : { event, label: `${verb} ${count(moved, 'key')}`, patches, ...toldOfStay(stay) };
}

/**
 * Spreads keys about a frame: each moment goes `factor` times as far from it, handles with it. With ripple the later keys
 * of the same tracks go along with the last of theirs.
 */
export function spreadKeys(project: Project, compositionId: string, refs: readonly KeyRef[], factor: number, around: Frames, ripple: boolean): Made | null {
  if (factor === 1) return null;
  const wide = (moment: Frames) => around + (moment - around) * factor;
  const longer = <H>(handle: H): H => (Array.isArray(handle) ? ([handle[0] * factor, handle[1]] as H) : handle);
  return arranged(project, compositionId, refs, 'keys.spread', factor > 1 ? 'Spread' : 'Gather', (group) => {
    const own = chosenOf(group);
    const last = own[own.length - 1];
    const by = last ? wide(momentOf(group, last.at)) - momentOf(group, last.at) : 0;
    const later = ripple && last ? (group.keys.filter((key) => key.at > last.at) as readonly StoredKey[]) : [];
    return new Map([...own.map((key) => [key.id, wide(momentOf(group, key.at))] as const), ...later.map((key) => [key.id, momentOf(group, key.at) + by] as const)]);
  }, (key, group) => (group.chosen.has(key.id) ? { ...key, ...(key.right === undefined ? {} : { right: longer(key.right) }), ...(key.left === undefined ? {} : { left: longer(key.left) }) } : key));
}

/** Moves the chosen keys of each track together, so that their first or last stands at a frame. */
export function alignKeys(project: Project, compositionId: string, refs: readonly KeyRef[], at: Frames, edge: 'first' | 'last'): Made | null {
  return arranged(project, compositionId, refs, 'keys.align', 'Align', (group) => {
    const moments = chosenOf(group).map((key) => [key.id, momentOf(group, key.at)] as const);
    const stand = edge === 'first' ? Math.min(...moments.map(([, moment]) => moment)) : Math.max(...moments.map(([, moment]) => moment));
    return new Map(moments.map(([id, moment]) => [id, moment + at - stand]));
  });
}

/** Puts the moments of chosen keys at even distances between the first and the last; keys at one moment stay together. */
export function evenKeys(project: Project, compositionId: string, refs: readonly KeyRef[]): Made | Refused | null {
  const groups = byTrack(project, compositionId, refs);
  const name = (moment: Frames) => Math.round(moment / DUST);
  const moments = new Map(groups.flatMap((group) => chosenOf(group).map((key) => { const moment = momentOf(group, key.at); return [name(moment), moment] as const; })));
  const rising = [...moments.values()].sort((a, b) => a - b);
  if (rising.length < 3) return rising.length === 0 ? null : { refused: 'Three moments or more can be spread evenly: select more keys.' };
  const [first, last] = [rising[0]!, rising[rising.length - 1]!];
  const place = new Map(rising.map((moment, i) => [name(moment), dust(first + ((last - first) * i) / (rising.length - 1))]));
  return arranged(project, compositionId, refs, 'keys.even', 'Spread evenly', (group) => new Map(chosenOf(group).map((key) => [key.id, place.get(name(momentOf(group, key.at)))!])));
}

/** Puts keys on the nearest whole frame, or on the whole frame nearest to the nearest beat; `exact`: on the beat itself. */
export function snapKeys(project: Project, compositionId: string, refs: readonly KeyRef[], to: 'frames' | 'beats', exact = false): Made | Refused | null {
  const composition = project.compositions.by[compositionId];
  const tempo = composition?.tempo;
  if (!composition || (to === 'beats' && !tempo)) return { refused: 'This composition has no beats: give it a tempo first.' };
  const onBeat = (moment: Frames) => frameOfBeat(Math.round(beatAt(moment, tempo!, composition.rate)), tempo!, composition.rate);
  const near = (moment: Frames) => (to === 'frames' ? Math.round(moment) : exact ? dust(onBeat(moment)) : nearestFrame(onBeat(moment)));
  return arranged(project, compositionId, refs, 'keys.snap', to === 'frames' ? 'Put on whole frames' : 'Put on beats', (group) => new Map(chosenOf(group).map((key) => [key.id, near(momentOf(group, key.at))])));
}

/**
 * Moves keys with a soft edge: those of the same tracks within `soft` frames of one of them go along less and less. Nobody passes
 * anybody: so far as the edge is wide, and no further.
 */
export function moveSoftly(project: Project, compositionId: string, refs: readonly KeyRef[], by: Frames, soft: Frames): Made | Refused | null {
  if (by === 0) return null;
  if (Math.abs(by) >= soft) return { refused: `A soft edge of ${soft} frames lets keys go less than ${soft} frames; make the edge wider.` };
  return arranged(project, compositionId, refs, 'keys.move', 'Move', (group) => {
    const own = chosenOf(group).map((key) => momentOf(group, key.at));
    return new Map((group.keys as readonly StoredKey[]).flatMap((key) => {
      const moment = momentOf(group, key.at);
      const share = group.chosen.has(key.id) ? 1 : 1 - Math.min(...own.map((one) => Math.abs(one - moment))) / soft;
      return share <= 0 ? [] : [[key.id, moment + by * share] as const];
    }));
  });
}
