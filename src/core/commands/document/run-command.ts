import type { Project } from '../../model';
import type { Command } from './command';
import type { Made } from './made';
import { COMMANDS } from '../events';
import { keepFormulas } from '../formulas/kept-formulas';
import { keepPromises } from '../keys/kept-promises';
import { keepStaggers } from '../staggers/kept-staggers';
import type { Refused } from './refused';

type AnyCommand = (typeof COMMANDS)[number];
export type Event = AnyCommand['event'];
export type ArgsOf<E extends Event> = Frozen<Extract<AnyCommand, { readonly event: E }> extends Command<E, infer A> ? A : never>;

/** Arguments are only read. What is readonly already (layers, compositions) stays as it is. */
type Frozen<T> = T extends (infer E)[] ? (number extends T['length'] ? readonly Frozen<E>[] : Readonly<T>) : T extends object ? { readonly [K in keyof T]: Frozen<T[K]> } : T;

/** Arguments as a caller gives them: ids for what is made may be left out. */
export type Given<E extends Event> = Omit<ArgsOf<E>, 'ids' | Ways> & Partial<Pick<ArgsOf<E>, Extract<keyof ArgsOf<E>, Ways>>> & { readonly ids?: readonly string[] };

/** Choices that a command makes by itself where nobody does. */
type Ways = 'also' | 'whole' | 'exact' | 'ripple' | 'follow' | 'moves' | 'born' | 'apart' | 'as' | 'bars' | 'keeps' | 'keepWas' | 'content' | 'near' | 'each' | 'soft' | 'name' | 'gain' | 'plus' | 'later' | 'type' | 'tolerance' | 'fields' | 'stands' | 'inTurn' | 'far' | 'place' | 'percent';

/** The command of that name, or null. Its arguments are its own: who has them from elsewhere reads them by its schema. */
export function commandOf(event: string): Command<string, object> | null {
  // The tuple's members differ in their arguments; the event has matched command and arguments before this.
  return (COMMANDS.find((command) => command.event === event) as unknown as Command<string, object>) ?? null;
}

/** Works a command out; what channels promise of themselves (a pace, a closed loop) is kept by it. Ids are taken from those given, then from `newId`; `ids` tells those that were used, so that the same can be done again. */
export function work<E extends Event>(project: Project, event: E, args: Given<E>, newId: () => string): { readonly draft: Made | Refused | null; readonly ids: readonly string[] } {
  const given = args.ids ?? [];
  const ids: string[] = [];
  const next = () => {
    const id = given[ids.length] ?? newId();
    ids.push(id);
    return id;
  };
  const draft = commandOf(event)!.draft(project, args, { newId: next });
  return { draft: draft && !('refused' in draft) ? kept(project, draft) : draft, ids };
}

/** What channels, staggers and formulas promise of themselves, kept through the edit. */
function kept(project: Project, draft: Made): Made | Refused {
  const made = keepPromises(project, draft);
  if ('refused' in made) return made;
  const named = keepFormulas(project, made);
  return draft.event.startsWith('staggers.') ? named : keepStaggers(project, named);
}
