import type { ListProjects } from './list-projects';
import type { OpenedProject } from './open-project';
import type { KeptMedia, MadeProject, MissingMedia, SalvagedProject } from './projects';
import type { ChangeAnswer, ChangesSince } from './send-changes';

/**
 * The server's answers as pages read them: the same contracts as the schemas beside, told by hand, since a page that only
 * reads a few records need not carry a schema library. A test holds the two together.
 */
export type Reader<T> = (value: unknown) => value is T;

const isText: Reader<string> = (value): value is string => typeof value === 'string';
const isWhole: Reader<number> = (value): value is number => Number.isInteger(value);
const isAny: Reader<unknown> = (_): _ is unknown => true;
const isSwitch: Reader<boolean> = (value): value is boolean => typeof value === 'boolean';
const isOne = <const V extends string | true>(wanted: V): Reader<V> => (value): value is V => value === wanted;
const isList = <T>(of: Reader<T>): Reader<T[]> => (value): value is T[] => Array.isArray(value) && value.every(of);
const isOr = <A, B>(a: Reader<A>, b: Reader<B>): Reader<A | B> => (value): value is A | B => a(value) || b(value);
const isNull: Reader<null> = (value): value is null => value === null;

/** A record with these fields and no others; those in `maybe` may be left out. */
function isRecord<T>(fields: { readonly [K in keyof T]: Reader<T[K]> }, maybe: readonly (keyof T)[] = []): Reader<T> {
  const names = Object.keys(fields) as (keyof T & string)[];
  return (value): value is T => {
    if (value === null || typeof value !== 'object' || Array.isArray(value)) return false;
    const record = value as Readonly<Record<string, unknown>>;
    return Object.keys(record).every((name) => Object.hasOwn(fields, name)) && names.every((name) => (Object.hasOwn(record, name) ? fields[name](record[name]) : maybe.includes(name)));
  };
}

export const isRefusal = isRecord<{ message: string; savable?: true }>({ message: isText, savable: isOne(true) }, ['savable']);
export const isReloadWanted = isRecord<{ message: string; reload: true }>({ message: isText, reload: isOne(true) });
export const isOpenedProject = isRecord<OpenedProject>({ id: isText, revision: isWhole, project: isAny, repaired: isText }, ['repaired']);
export const isMadeProject = isRecord<MadeProject>({ id: isText, name: isText, missing: isList(isText) });
export const isSalvagedProject = isRecord<SalvagedProject>({ id: isText, name: isText, lost: isText });
export const isNamedProject = isRecord<{ id: string }>({ id: isText });
export const isKeptMedia = isRecord<KeptMedia>({ hash: isText, mime: isText, bytes: isWhole });
export const isMissingMedia = isRecord<MissingMedia>({ missing: isList(isText) });

const isPair: Reader<[number, number]> = (value): value is [number, number] => Array.isArray(value) && value.length === 2 && value.every(isWhole);
type Listing = ListProjects['projects'][number];
const isMain = isRecord<NonNullable<Listing['main']>>({ id: isText, width: isWhole, height: isWhole, rate: isPair, duration: isWhole });
export const isListProjects = isRecord<ListProjects>({ projects: isList(isRecord<Listing>({ id: isText, name: isText, revision: isWhole, changedAt: isText, main: isOr(isMain, isNull), compositions: isWhole })) });

type Numbered = ChangesSince['changes'][number];
type Change = Numbered['change'];
const isPatch = isRecord<Change['patches'][number]>({ path: isList(isText), from: isAny, to: isAny }, ['from', 'to']);
const isChange = isRecord<Change>({ id: isText, version: isWhole, event: isText, label: isText, patches: isList(isPatch) });
const isNumbered = isRecord<Numbered>({ revision: isWhole, change: isChange });
export const isChangesSince = isRecord<ChangesSince>({ revision: isWhole, changes: isList(isNumbered), more: isSwitch });

type Kind<K extends ChangeAnswer['kind']> = Extract<ChangeAnswer, { readonly kind: K }>;
const isApplied = isRecord<Kind<'applied'>>({ kind: isOne('applied'), revision: isWhole, missed: isList(isNumbered) });
const isConflict = isRecord<Kind<'conflict'>>({ kind: isOne('conflict'), revision: isWhole, missed: isList(isNumbered), conflicts: isList(isText) });
const isBehind = isRecord<Kind<'behind'>>({ kind: isOne('behind'), missed: isList(isNumbered) });
const isMore = isRecord<Kind<'more'>>({ kind: isOne('more'), next: isWhole });
export const isChangeAnswer: Reader<ChangeAnswer> = (value): value is ChangeAnswer => isApplied(value) || isConflict(value) || isBehind(value) || isMore(value);
