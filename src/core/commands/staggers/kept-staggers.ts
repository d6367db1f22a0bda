import { inOrder, member, type Project } from '../../model';
import { written } from '../../time';
import type { Made } from '../document/made';
import { compositionPath } from '../document/paths';
import { applyPatches, patchOf, type Patch } from '../document/patch';
import { membersOf, placeOf, type Stagger, type StaggerMember } from './stagger';

/**
 * Keeps what staggers remember true to an edit: those that moved together moved as one; who was moved alone leaves, which is told. One of fewer than two
 * is forgotten.
 */
export function keepStaggers(project: Project, draft: Made): Made {
  const touched = new Map<string, Set<string>>();
  for (const { path } of draft.patches) {
    if (path[0] !== 'compositions' || path[1] !== 'by' || path[3] !== 'layers' || path[4] !== 'by') continue;
    const layers = touched.get(path[2]!) ?? new Set();
    touched.set(path[2]!, layers.add(path[5]!));
  }
  // It is asked at every move of a drag: mostly nobody is staggered, or none of those that move.
  const ids = [...touched].filter(([id, layers]) => { const known = member(project.compositions.by, id); return known && inOrder(known.staggers).some((one) => membersOf(one).some(({ layer }) => layers.has(layer))); }).map(([id]) => id);
  if (ids.length === 0) return draft;
  const next = applyPatches(project, draft.patches).project;
  const more: Patch[] = [];
  const left: string[] = [];
  for (const id of ids) {
    const composition = member(next.compositions.by, id);
    if (!composition) continue;
    const path = [...compositionPath(id), 'staggers'];
    let { order } = composition.staggers;
    for (const stagger of inOrder(composition.staggers)) {
      const members = membersOf(stagger);
      const drifts = members.flatMap((one) => { const at = placeOf(next, composition, stagger.what, one); return at === null ? [] : [{ one, by: Math.round((at - one.at) * 1e4) / 1e4, at }]; });
      if (drifts.length === members.length && drifts.every(({ by }) => by === 0)) continue;
      const shared = mostCommon(drifts.map(({ by }) => by));
      const stay = drifts.filter(({ by }) => by === shared);
      left.push(...drifts.filter(({ by }) => by !== shared).map(({ one }) => composition.layers.by[one.layer]!.name));
      const now: readonly StaggerMember[] = stay.map(({ one, at, by }) => ({ ...one, at, ...(one.was === undefined ? {} : { was: written(one.was + by) }) }));
      if (now.length < 2) {
        more.push(patchOf([...path, 'by', stagger.id], stagger, undefined));
        order = order.filter((one) => one !== stagger.id);
      } else more.push(patchOf([...path, 'by', stagger.id, 'members'], stagger.members, now as unknown as Stagger['members']));
    }
    if (order !== composition.staggers.order) more.push(patchOf([...path, 'order'], composition.staggers.order, order));
  }
  if (more.length === 0) return draft;
  const words = left.length === 0 ? '' : left.length === 1 ? `${left[0]} left its stagger.` : `${left.slice(0, 3).join(', ')}${left.length > 3 ? ` and ${left.length - 3} more` : ''} left their stagger.`;
  return { ...draft, patches: [...draft.patches, ...more], ...(words ? { told: draft.told ? `${draft.told} ${words}` : words } : {}) };
}

function mostCommon(values: readonly number[]): number {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  // Of as many, those that stayed have it.
  return [...counts].sort((a, b) => b[1] - a[1] || Math.abs(a[0]) - Math.abs(b[0]))[0]?.[0] ?? 0;
}
