import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { upgradeChange, type Change } from '../../../core/commands';

/** A change that was not taken, with why and when (ms since the epoch). It waits until somebody decides about it. */
export type SetAside = { readonly key: number; readonly change: Change; readonly why: string; readonly at: number };

type Kept = { readonly project: string; readonly change: Change };

interface Waiting extends DBSchema {
  changes: { key: number; value: Kept; indexes: { project: string } };
}

interface Aside extends DBSchema {
  changes: { key: number; value: Kept & Omit<SetAside, 'key' | 'change'>; indexes: { project: string } };
}

/** Changes that the server has not acknowledged yet and those that it refused, kept by the browser over reloads and crashes. */
export type Outbox = {
  /** False where the browser keeps nothing: then changes wait in this page alone. */
  readonly keeps: boolean;
  /** What waits for the server, brought up to this version; `newer` counts those that a newer page made, which are left for it. */
  readonly waiting: (project: string) => Promise<{ readonly changes: readonly { readonly key: number; readonly change: Change }[]; readonly newer: number }>;
  readonly put: (project: string, change: Change) => Promise<number>;
  readonly remove: (key: number) => Promise<void>;
  readonly asides: (project: string) => Promise<readonly SetAside[]>;
  readonly putAside: (project: string, aside: Omit<SetAside, 'key'>) => Promise<number>;
  readonly removeAside: (key: number) => Promise<void>;
};

/** Opens what the browser keeps; where it refuses, one that lasts as long as the page. */
export async function openOutbox(): Promise<Outbox> {
  try {
    // Two databases: raising the version of one would wait for pages of an older program to close.
    const open = <Schema extends DBSchema>(name: string) => openDB<Schema>(name, 1, {
      upgrade: (fresh) => void (fresh as unknown as IDBPDatabase<Waiting>).createObjectStore('changes', { autoIncrement: true }).createIndex('project', 'project'),
    });
    return overDatabases(await open<Waiting>('oak-outbox'), await open<Aside>('oak-set-aside'));
  } catch {
    return inThisPage();
  }
}

function overDatabases(waiting: IDBPDatabase<Waiting>, aside: IDBPDatabase<Aside>): Outbox {
  return {
    keeps: true,
    async waiting(project) {
      const keys = await waiting.getAllKeysFromIndex('changes', 'project', project);
      const values = await Promise.all(keys.map((key) => waiting.get('changes', key)));
      return upToDate(keys.flatMap((key, i) => (values[i] ? [{ key, change: values[i].change }] : [])));
    },
    put: (project, change) => waiting.put('changes', { project, change }),
    remove: (key) => waiting.delete('changes', key),
    async asides(project) {
      const keys = await aside.getAllKeysFromIndex('changes', 'project', project);
      const values = await Promise.all(keys.map((key) => aside.get('changes', key)));
      return keys.flatMap((key, i) => {
        const change = values[i] && upgradeChange(values[i].change);
        return change ? [{ key, change, why: values[i]!.why, at: values[i]!.at }] : [];
      });
    },
    putAside: (project, { change, why, at }) => aside.put('changes', { project, change, why, at }),
    removeAside: (key) => aside.delete('changes', key),
  };
}

/** Changes as they were kept, by whatever version, as this one has them. */
export function upToDate(kept: readonly { readonly key: number; readonly change: Change }[]): Awaited<ReturnType<Outbox['waiting']>> {
  const changes = kept.flatMap(({ key, change }) => {
    const upgraded = upgradeChange(change);
    return upgraded ? [{ key, change: upgraded }] : [];
  });
  return { changes, newer: kept.length - changes.length };
}

function inThisPage(): Outbox {
  let next = 1;
  return {
    keeps: false,
    waiting: () => Promise.resolve({ changes: [], newer: 0 }),
    put: () => Promise.resolve(next++),
    remove: () => Promise.resolve(),
    asides: () => Promise.resolve([]),
    putAside: () => Promise.resolve(next++),
    removeAside: () => Promise.resolve(),
  };
}
