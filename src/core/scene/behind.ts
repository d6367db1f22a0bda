import type { Asset, Composition, Project } from '../model';
import { ringOf, sourcesOf } from './rings';
import { assetOf, compositionOf } from './source';

/** Stands for a composition and everything that it shows, however deep: the same object as long as none of that was changed. */
export type Behind = { readonly own: Composition; /** Of each source in turn what stands behind it; of those in a ring with it, and of media, the thing itself. */ readonly shown: readonly (Behind | Composition | Asset | null)[] };

const inProject = new WeakMap<Project, Map<string, Behind>>();
const latest = new WeakMap<Composition, Behind>();

/** What stands behind a composition. Worked out once a project, from the inside out, so that it costs as much as there are nests, however they share. */
export function behind(project: Project, composition: Composition): Behind {
  let known = inProject.get(project);
  if (!known) inProject.set(project, (known = new Map()));
  const found = known.get(composition.id);
  if (found) return found;
  const ring = ringOf(project, composition.id);
  const members = [...ring].map((id) => compositionOf(project, id)!);
  const shown = [...members, ...[composition, ...members].flatMap((one) => sourcesOf(one)).filter((source) => !ring.has(source)).map((source) => {
    const inner = compositionOf(project, source);
    return inner ? behind(project, inner) : (assetOf(project, source) ?? null);
  })];
  const before = latest.get(composition);
  const same = before && before.shown.length === shown.length && before.shown.every((one, i) => one === shown[i]);
  const now = same ? before : { own: composition, shown };
  if (!same) latest.set(composition, now);
  known.set(composition.id, now);
  return now;
}
