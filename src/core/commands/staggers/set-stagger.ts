import { inOrder, inTime, member, type Composition, type Project } from '../../model';
import { keyedTracks } from '../../scene';
import type { Frames } from '../../time';
import { slipContent } from '../bars/bars';
import { NO_MOMENTS, shiftMoments, slidLayer } from '../bars/moments';
import { count } from '../document/change';
import type { Made } from '../document/made';
import { compositionPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import type { Refused } from '../document/refused';
import type { KeyRef } from '../document/target';
import { keyOf, membersFor, membersOf, placeOf, readHow, staggeredPlaces, storedHow, type Stagger, type StaggerHow, type StaggerMember, type StaggerWhat } from './stagger';

export type SettingStagger = {
  /** One that is remembered, to be changed; null for a new one. */
  readonly stagger: string | null;
  readonly what: StaggerWhat;
  readonly layers: readonly string[];
  /** For keys: those that move; all of these layers where none is named. */
  readonly keys: readonly KeyRef[];
  /** For keys: the tracks that are meant where no keys are named. */
  readonly tracks: readonly string[] | null;
  readonly how: Partial<StaggerHow>;
  /** The frame at which places on the picture are looked at. */
  readonly frame: Frames;
};

const EVENLY: StaggerHow = { step: null, total: null, beats: null, overlap: null, formula: null, curve: null, order: 'rows', reversed: false, from: null, seed: 1, onBeat: false, exact: false };

/** Lets layers (or what of them is meant) come one after another, and remembers it, so that the step can be changed later. */
export function setStagger(project: Project, compositionId: string, { stagger: id, what: asked, layers, keys, tracks, how: given, frame }: SettingStagger, newId: () => string): Made | Refused | null {
  const composition = member(project.compositions.by, compositionId);
  if (!composition) return null;
  const known = id === null ? null : (member(composition.staggers.by, id) ?? null);
  if (id !== null && !known) return { refused: 'That stagger is gone; make a new one.' };
  const what = known?.what ?? asked;
  const mine = known ? membersOf(known) : [];
  const isOwnOrder = known !== null && layers.length === mine.length && mine.every(({ layer }) => layers.includes(layer));
  const named = known && layers.length === 0 ? mine : isOwnOrder ? [...mine].sort((a, b) => layers.indexOf(a.layer) - layers.indexOf(b.layer)) : membersFor(composition, what, layers, keys.length > 0 ? keys : allKeys(project, composition, layers, tracks));
  const before = stoodBefore(composition, what);
  const chosen = named.map((one) => { const was = before.get(one.layer) ?? placeOf(project, composition, what, one); return was === null ? one : { ...one, was }; });
  const locked = chosen.find(({ layer }) => member(composition.layers.by, layer)?.locked);
  if (locked) return { refused: `${composition.layers.by[locked.layer]!.name} is locked; unlock it first.` };
  if (chosen.length < 2) return { refused: what === 'keys' ? 'Two layers with keys at least come one after another.' : what === 'markers' ? 'Two layers with markers at least come one after another.' : 'Two layers at least come one after another.' };
  const how: StaggerHow = { ...(known ? readHow(known) : EVENLY), ...unsaid(given) };
  if ((how.beats !== null || how.onBeat) && !composition.tempo) return { refused: `${composition.name} has no tempo; type one first.` };
  const places = staggeredPlaces(project, composition, what, chosen, how, frame);
  if (typeof places === 'string') return { refused: places };
  const patches: Patch[] = [];
  const members: StaggerMember[] = [];
  let moved = 0;
  for (const one of chosen) {
    const at = placeOf(project, composition, what, one);
    const to = places.get(one.layer);
    if (at === null || to === undefined) continue;
    const shifted = to === at ? [] : shiftOf(project, composition, what, one, to - at, newId);
    if (shifted.length > 0) moved++;
    patches.push(...shifted);
    members.push({ ...one, at: to } as StaggerMember);
  }
  // Where a bar keeps its last frame, or a key gives way to none, it stands elsewhere than it was sent.
  const sure = what === 'starts' || what === 'markers';
  const next = sure ? composition : member(applyPatches(project, patches).project.compositions.by, compositionId)!;
  const kept: Stagger = { ...(known ?? {}), id: known?.id ?? newId(), what, ...storedHow(how), members: (sure ? members : members.map((one) => ({ ...one, at: placeOf(project, next, what, one) ?? one.at }))) as unknown as Stagger['members'] };
  const path = [...compositionPath(compositionId), 'staggers'];
  const { order } = composition.staggers;
  // A layer is put one after another in one way at a time.
  const others = inOrder(composition.staggers).filter((one) => one.id !== kept.id && one.what === what && membersOf(one).some(({ layer }) => places.has(layer)));
  const rest = order.filter((one) => !others.some((other) => other.id === one));
  patches.push(patchOf([...path, 'by', kept.id], known ?? undefined, kept), ...others.map((one) => patchOf([...path, 'by', one.id], one, undefined)));
  if (!known || others.length > 0) patches.push(patchOf([...path, 'order'], order, known ? rest : [...rest, kept.id]));
  return { event: 'staggers.set', label: `Stagger ${count(members.length, 'layer')}, ${tellHow(how)}`, patches, made: members.map(({ layer }) => layer), ...(moved === 0 && !known ? { told: 'They stand so already; it is remembered.' } : {}) };
}

/** Where layers stood before they were put one after another, by those that are remembered. */
function stoodBefore(composition: Composition, what: StaggerWhat): ReadonlyMap<string, Frames> {
  return new Map(inOrder(composition.staggers).filter((one) => one.what === what).flatMap(membersOf).flatMap(({ layer, was }) => (typeof was === 'number' ? [[layer, was] as const] : [])));
}

/** What was not said is as it was. Of a step, a total, beats, an overlap and a formula one counts: the one that is said. */
function unsaid(given: Partial<StaggerHow>): Partial<StaggerHow> {
  const said = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== undefined)) as Partial<StaggerHow>;
  const measures = ['step', 'total', 'beats', 'overlap', 'formula'] as const;
  const measured = measures.filter((name) => said[name] !== undefined && said[name] !== null);
  return measured.length === 0 ? said : { ...said, ...Object.fromEntries(measures.map((name) => [name, name === measured[0] ? said[name] : null])) };
}

function allKeys(project: Project, composition: Composition, layers: readonly string[], tracks: readonly string[] | null): readonly KeyRef[] {
  return layers.flatMap((id) => {
    const layer = member(composition.layers.by, id);
    return !layer ? [] : keyedTracks(project, layer).filter(({ address, operator }) => operator === null && (tracks === null || tracks.includes(address))).flatMap(({ address, channel }) => inTime(channel!.keys).map((key) => ({ layer: id, track: address, key: key.id })));
  });
}

function shiftOf(project: Project, composition: Composition, what: StaggerWhat, { layer, keys = [], markers = [] }: Omit<StaggerMember, 'at'>, by: Frames, newId: () => string): readonly Patch[] {
  const compositionId = composition.id;
  switch (what) {
    case 'starts': return slidLayer(compositionId, composition.layers.by[layer]!, by);
    case 'ends': return shiftMoments(project, compositionId, { ...NO_MOMENTS, trimEnd: [layer] }, by)?.patches ?? [];
    case 'keys': return shiftMoments(project, compositionId, { ...NO_MOMENTS, keys: keys.map((name) => ({ layer, ...keyOf(name) })) }, by)?.patches ?? [];
    case 'markers': return shiftMoments(project, compositionId, { ...NO_MOMENTS, markers: markers.map((marker) => ({ layer, marker })) }, by)?.patches ?? [];
    case 'time': {
      const slipped = slipContent(project, compositionId, [layer], by, newId);
      return slipped && 'patches' in slipped ? slipped.patches : [];
    }
  }
}

const ORDER_WORDS: Readonly<Record<StaggerHow['order'], string>> = { rows: 'from the top row', up: 'from the bottom row', across: 'from left to right', down: 'from the top of the picture', outward: 'outward', chance: 'by chance', hand: 'as chosen' };

/** "3 frames apart, from the top row". */
export function tellHow({ step, total, beats, overlap, formula, curve, order, reversed, onBeat, exact }: StaggerHow): string {
  const frames = (n: number) => count(Math.round(n * 100) / 100, 'frame');
  const far = formula !== null ? `by ${formula.length > 40 ? `${formula.slice(0, 39)}…` : formula}` : overlap !== null ? (overlap >= 0 ? `end to start, ${frames(overlap)} of overlap` : `end to start, ${frames(-overlap)} between`) : beats !== null ? `${count(beats, 'beat')} apart` : total !== null ? `over ${frames(total)}` : `${frames(step ?? 0)} apart`;
  return `${far}${curve ? ' along a curve' : ''}, ${ORDER_WORDS[order]}${reversed ? ', reversed' : ''}${onBeat ? ', on the beat' : exact ? ', between frames too' : ''}`;
}

/** Lets go of a stagger: all stays where it is, and is not remembered as one. */
export function forgetStagger(project: Project, compositionId: string, id: string): Made | null {
  const composition = member(project.compositions.by, compositionId);
  const known = composition && member(composition.staggers.by, id);
  if (!composition || !known) return null;
  const path = [...compositionPath(compositionId), 'staggers'];
  return { event: 'staggers.forget', label: `Forget that ${count(membersOf(known).length, 'layer')} are staggered`, patches: [patchOf([...path, 'by', id], known, undefined), patchOf([...path, 'order'], composition.staggers.order, composition.staggers.order.filter((one) => one !== id))] };
}
