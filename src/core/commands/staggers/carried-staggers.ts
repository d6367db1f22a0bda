import { inOrder, type Composition } from '../../model';
import { rescaled } from '../../scene';
import type { Frames } from '../../time';
import { rescaledStagger } from './rescaled-stagger';
import { membersOf, type Stagger, type StaggerMember } from './stagger';

/** The staggers of a composition that layers take along: those of which two at least are among them. */
export function staggersAmong(host: Composition, ids: readonly string[]): Composition['staggers'] {
  const chosen = new Set(ids);
  const along = inOrder(host.staggers).flatMap((stagger): readonly Stagger[] => {
    const members = membersOf(stagger).filter(({ layer }) => chosen.has(layer));
    return members.length < 2 ? [] : [{ ...stagger, members: members as unknown as Stagger['members'] }];
  });
  return { order: along.map(({ id }) => id), by: Object.fromEntries(along.map((one) => [one.id, one])) };
}

/** Staggers as they are where their layers were put: under new ids, so many frames later, in frames of another rate. */
export function carriedStaggers(from: Composition, ids: ReadonlyMap<string, string>, factor: number, by: Frames, newId: () => string): readonly Stagger[] {
  return inOrder(from.staggers).flatMap((stagger): readonly Stagger[] => {
    const members = membersOf(stagger).flatMap((one): readonly StaggerMember[] => { const layer = ids.get(one.layer); return layer === undefined ? [] : [{ ...one, layer, at: rescaled(one.at, factor) + by }]; });
    return members.length < 2 ? [] : [{ ...stagger, id: newId(), ...rescaledStagger(stagger, factor), members: members as unknown as Stagger['members'] }];
  });
}
