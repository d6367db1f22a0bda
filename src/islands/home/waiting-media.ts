import { openDB } from 'idb';

const open = () => openDB('oak-waiting', 1, { upgrade: (fresh) => void fresh.createObjectStore('media') });

/** Puts files by for a project that is about to be opened: they come in there as layers. */
export async function rememberMedia(project: string, files: readonly File[]): Promise<void> {
  if (files.length === 0) return;
  const db = await open();
  await db.put('media', files, project);
  db.close();
}

/** The files that wait for a project, once. */
export async function takeWaitingMedia(project: string): Promise<readonly File[]> {
  // A browser that keeps nothing has none waiting.
  const db = await open().catch(() => null);
  if (!db) return [];
  const files = (await db.get('media', project)) as readonly File[] | undefined;
  if (files) await db.delete('media', project);
  db.close();
  return files ?? [];
}
