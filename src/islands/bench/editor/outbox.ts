import { openDB, type DBSchema } from 'idb';
import type { Change } from '../../../core/commands';

interface Schema extends DBSchema {
  changes: { key: number; value: { project: string; change: Change }; indexes: { project: string } };
}

/** Changes that the server has not acknowledged yet, kept by the browser over reloads and crashes. */
export type Outbox = {
  readonly waiting: (project: string) => Promise<readonly { readonly key: number; readonly change: Change }[]>;
  readonly put: (project: string, change: Change) => Promise<number>;
  readonly remove: (key: number) => Promise<void>;
};

export async function openOutbox(): Promise<Outbox> {
  const db = await openDB<Schema>('oak-outbox', 1, {
    upgrade(fresh) {
      fresh.createObjectStore('changes', { autoIncrement: true }).createIndex('project', 'project');
    },
  });
  return {
    async waiting(project) {
      const keys = await db.getAllKeysFromIndex('changes', 'project', project);
      const values = await Promise.all(keys.map((key) => db.get('changes', key)));
      return keys.flatMap((key, i) => (values[i] ? [{ key, change: values[i].change }] : []));
    },
    put: (project, change) => db.put('changes', { project, change }),
    remove: (key) => db.delete('changes', key),
  };
}
