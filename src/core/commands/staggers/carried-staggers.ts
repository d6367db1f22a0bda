import { inOrder, type Composition } from '../../model';
import { rescaled } from '../../scene';
import type { Frames } from '../../time';
import { compositionPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { callingOtherwise } from '../formulas/with-names';
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

/** Staggers as they are where their layers were put: under new ids, so many frames later, in frames of another rate, reading layers by the names that these have there. */
export function carriedStaggers(from: Composition, ids: ReadonlyMap<string, string>, names: ReadonlyMap<string, string>, factor: number, by: Frames, newId: () => string): readonly Stagger[] {
  return inOrder(from.staggers).flatMap((stagger): readonly Stagger[] => {
    const members = membersOf(stagger).flatMap((one): readonly StaggerMember[] => { const layer = ids.get(one.layer); return layer === undefined ? [] : [{ ...one, layer, at: rescaled(one.at, factor) + by, ...(one.was === undefined ? {} : { was: rescaled(one.was, factor) + by }) }]; });
    const steps = rescaledStagger(stagger, factor);
    const named = typeof steps.by === 'string' ? callingOtherwise(steps.by, names) : steps.by;
    return members.length < 2 ? [] : [{ ...stagger, id: newId(), ...steps, by: named, members: members as unknown as Stagger['members'] }];
  });
}

/** Staggers that come to those of a composition. */
export function addedStaggers({ id, staggers: { order } }: Composition, staggers: readonly Stagger[]): readonly Patch[] {
  if (staggers.length === 0) return [];
  const path = [...compositionPath(id), 'staggers'];
  return [...staggers.map((one) => patchOf([...path, 'by', one.id], undefined, one)), patchOf([...path, 'order'], order, [...order, ...staggers.map((one) => one.id)])];
}
