import { tracksOf } from '../../scene';
import { faultsOnKeys, hasContentTime, inOrder, member, operatorFaults, parentRings, type Composition, type Layer, type OperatorEntry, type Project } from '../../model';
import type { Draft } from './change';
import { holds } from '../compositions/compositions';
import { netEffect, type Effect } from './net-effect';
import { layerPath } from './paths';
import { applyPatches, patchOf, readPath, reorder, sameValue, type Patch } from './patch';

/**
 * The draft that takes a change back, as far as that still holds. It goes by whole things: what the change put in is taken
 * out with its place in the order, what it took out comes back to its place, and what it changed is changed back. A thing
 * that others have changed since, or that others now need, is left alone whole and named in `skipped`; so is what would
 * leave the document broken. Taking a draft back that takes one back does it again.
 */
export function takeBack(project: Project, change: Draft, verb: 'Undo' | 'Redo' = 'Undo'): { readonly draft: Draft; readonly skipped: readonly string[] } {
  const { values, orders } = netEffect(change.patches);
  const skipped = new Set<string>();
  let left: readonly Effect[] = values.filter((effect) => {
    const { there, value } = readPath(project, effect.path);
    const untouched = there && sameValue(value, effect.to);
    if (!untouched) skipped.add(nameOf(project, effect));
    return untouched;
  });
  // Leaving one thing alone may leave another without what it needs, so it is asked again until all agree.
  for (;;) {
    const next = undone(project, left);
    const vetoed = new Set(VETOES.flatMap((veto) => veto(next, left, verb)));
    if (vetoed.size === 0) break;
    for (const effect of vetoed) skipped.add(nameOf(project, effect));
    left = left.filter((effect) => !vetoed.has(effect));
  }
  const patches = [...left.map(({ path, from }) => patchOf(path, readPath(project, path).value, from)), ...ordersBack(project, undone(project, left), left, orders)];
  return { draft: { event: verb === 'Undo' ? 'history.undo' : 'history.redo', label: `${verb} ${lowerFirst(change.label)}`, patches }, skipped: [...skipped] };
}

function lowerFirst(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

function undone(project: Project, effects: readonly Effect[]): Project {
  return applyPatches(project, effects.map(({ path, from }) => patchOf(path, readPath(project, path).value, from))).project;
}

/** Finds what may not be taken back, in the document as it would be. */
type Veto = (next: Project, effects: readonly Effect[], verb: 'Undo' | 'Redo') => readonly Effect[];

/** Layers, compositions and media that somebody still shows, follows or names stay. */
const stillNeeded: Veto = (next, effects, verb) => {
  const gone = effects.filter(({ from, path }) => from === undefined && path[path.length - 2] === 'by');
  if (gone.length === 0) return [];
  const sources = new Set<string>([next.main, ...(next.still ? [next.still[0]] : [])]);
  for (const composition of inOrder(next.compositions)) for (const layer of Object.values(composition.layers.by)) if ('source' in layer) sources.add(layer.source);
  const named = new Map<string, ReadonlySet<string>>();
  const namedIn = (composition: string) => {
    let list = named.get(composition);
    if (!list) named.set(composition, (list = new Set(Object.values(member(next.compositions.by, composition)?.layers.by ?? {}).flatMap((layer) => linksOf(layer, verb)))));
    return list;
  };
  return gone.filter(({ path }) => {
    const id = path[path.length - 1]!;
    if (path.length === 3) return sources.has(id);
    return path.length === 6 && path[3] === 'layers' && namedIn(path[2]!).has(id);
  });
};

/** Copies keep the name of what they repeat when that is taken out, so their need does not keep it from being taken out again. */
function linksOf(layer: Layer, verb: 'Undo' | 'Redo'): readonly string[] {
  const { parent, partner, clipTo } = layer;
  return [parent, partner, clipTo, 'appliesTo' in layer ? layer.appliesTo : null, 'of' in layer && verb === 'Undo' ? layer.of : null].filter((id) => id !== null);
}

/** A link to what is gone meanwhile is not put back. */
const lostLinks: Veto = (next, effects) => effects.filter(({ path, from }) => {
  const field = path[6];
  if (path.length !== 7 || path[3] !== 'layers' || typeof from !== 'string') return false;
  if (field === 'source') return !member(next.compositions.by, from) && !member(next.assets.by, from);
  return field !== undefined && LINKS.has(field) && !member(member(next.compositions.by, path[2]!)?.layers.by ?? {}, from);
});
const LINKS: ReadonlySet<string> = new Set(['parent', 'partner', 'clipTo', 'appliesTo', 'of']);

/** No channel may have two keys at one time. */
const twinKeys: Veto = (next, effects) => {
  const channels = new Map<string, Effect[]>();
  for (const effect of effects) {
    const at = effect.path.lastIndexOf('keys');
    if (at < 0) continue;
    const name = effect.path.slice(0, at + 1).join('\n');
    const mine = channels.get(name);
    if (mine) mine.push(effect);
    else channels.set(name, [effect]);
  }
  return [...channels.values()].flatMap((mine) => {
    const [first] = mine;
    const keys = Object.values((readPath(next, first!.path.slice(0, first!.path.lastIndexOf('keys') + 1)).value ?? {}) as Record<string, { readonly at: number }>);
    return new Set(keys.map((key) => key.at)).size < keys.length ? mine : [];
  });
};

/** An operator must be one that could be set, where it stands. */
const faultyOperators: Veto = (next, effects) => effects.filter(({ path }) => {
  const at = path.indexOf('timing');
  if (at !== 6 || path[at + 2] === undefined) return false;
  const layer = readPath(next, path.slice(0, 6)).value as Layer | undefined;
  const node = layer?.timing.by[path[at + 2]!] as OperatorEntry | undefined;
  if (!layer || !node) return false;
  const on = node.on ?? (hasContentTime(layer.kind) ? 'content' : 'keys');
  return operatorFaults(node).length > 0 || (on === 'keys' && faultsOnKeys(node).length > 0);
});

/** Nothing that is put back may come to follow itself or show itself, by whatever way. A ring of parents that comes back whole was there before. */
const rings: Veto = (next, effects) => {
  const back = new Set(effects.filter(({ from }) => from !== undefined).map(({ path }) => path.join('\n')));
  const comesBack = (composition: string, layer: string) => {
    const path = layerPath(composition, layer);
    return back.has(path.slice(0, 3).join('\n')) || back.has(path.join('\n')) || back.has([...path, 'parent'].join('\n'));
  };
  const newRing = (composition: Composition, layer: string) => parentRings(composition).some((ring) => ring.includes(layer) && !ring.every((id) => comesBack(composition.id, id)));
  return effects.filter(({ path, from }) => {
    const [root, , compositionId, list, , layerId, field] = path;
    if (root !== 'compositions' || from === undefined || (field !== undefined && field !== 'parent' && field !== 'source')) return false;
    const composition = member(next.compositions.by, compositionId!);
    if (!composition) return false;
    const touched = list === undefined ? inOrder(composition.layers) : list === 'layers' && layerId !== undefined ? [member(composition.layers.by, layerId)] : [];
    return touched.some((layer) => layer && (newRing(composition, layer.id) || ('source' in layer && holds(next, layer.source, composition.id))));
  });
};

const VETOES: readonly Veto[] = [stillNeeded, lostLinks, twinKeys, faultyOperators, rings];

/** The orders of lists: as they were, with what others added, and each member that is there once. */
function ordersBack(project: Project, next: Project, effects: readonly Effect[], orders: readonly Effect[]): readonly Patch[] {
  const lists = new Map<string, { readonly path: readonly string[]; readonly effect: Effect | null }>();
  for (const effect of orders) lists.set(effect.path.join('\n'), { path: effect.path, effect });
  for (const { path } of effects) {
    if (path[path.length - 2] !== 'by') continue;
    const order = [...path.slice(0, -2), 'order'];
    if (!lists.has(order.join('\n'))) lists.set(order.join('\n'), { path: order, effect: null });
  }
  return [...lists.values()].flatMap(({ path, effect }): readonly Patch[] => {
    const now = readPath(project, path).value as readonly string[] | undefined;
    const by = readPath(next, [...path.slice(0, -1), 'by']).value as object | undefined;
    if (!now || !by) return [];
    const wanted = effect ? reorder(effect.to as readonly string[], effect.from as readonly string[], now) : now;
    const here = wanted.filter((id) => Object.hasOwn(by, id));
    // What stays although the change brought it keeps the neighbour that it has now; what comes back without a place is last.
    const full = reorder([], here, now.filter((id) => Object.hasOwn(by, id)));
    const listed = new Set(full);
    const order = [...full, ...Object.keys(by).filter((id) => !listed.has(id))];
    return sameValue(now, order) ? [] : [patchOf(path, now, order)];
  });
}

/** What a person knows a thing by: its channel, its layer or its composition. */
function nameOf(project: Project, { path, from, to }: Effect): string {
  const [root, , compositionId, , , layerId] = path;
  const named = (thing: unknown, other: string) => `“${(thing as { readonly name?: string } | undefined)?.name ?? other}”`;
  const itself = path.length === 3 || path.length === 6 ? (readPath(project, path).value ?? to ?? from) : undefined;
  if (root !== 'compositions' || compositionId === undefined) return path.length === 3 ? named(itself, path[2]!) : (path[path.length - 1] ?? 'the project');
  const composition = member(project.compositions.by, compositionId);
  if (layerId === undefined) return path.length === 3 ? named(itself ?? composition, compositionId) : `${path[path.length - 1]} of ${named(composition, compositionId)}`;
  const layer = composition && member(composition.layers.by, layerId);
  if (path.length === 6) return named(itself ?? layer, layerId);
  const own = path.slice(layerPath(compositionId, layerId).length);
  const channel = layer && tracksOf(project, layer).find((track) => track.path.every((step, i) => own[i] === step));
  return `${channel?.spec.label ?? own.filter((step) => step !== 'by')[0]} of ${named(layer, layerId)}`;
}
