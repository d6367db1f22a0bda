import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { readProject, sayIssue } from '../core/model';
import { CannotOpen } from './cannot-open';
import { migrate, openThread, overConnection } from './db';
import { mediaFiles, type MediaFiles } from './media';
import { createDocuments, snapshotFiles, type Documents } from './documents';

/** Everything that an endpoint may reach. */
export type House = { readonly documents: Documents; readonly media: MediaFiles };

let opened: Promise<House> | null = null;

/** The house over the data folder that the start script names; opened at the first question, once. */
export function house(): Promise<House> {
  // A failure stays: trying again would open the same folder twice, and two databases write over each other.
  opened ??= open().catch((error: unknown) => {
    throw new CannotOpen(`The data folder could not be opened. ${(error as Error).message}`);
  });
  return opened;
}

async function open(): Promise<House> {
  const data = needed('OAK_DATA');
  const connection = await openThread(needed('OAK_DATABASE_THREAD'), { folder: path.join(data, 'database'), empty: process.env['OAK_EMPTY_DATABASE'] ?? null });
  const db = overConnection(connection);
  await migrate(db);
  const documents = createDocuments(db, snapshotFiles(path.join(data, 'snapshots')));
  await seed(documents, process.env['OAK_DEMO']);
  return { documents, media: mediaFiles(path.join(data, 'media')) };
}

/** A folder without projects gets the demonstration film. */
async function seed(documents: Documents, demo: string | undefined): Promise<void> {
  if (demo === undefined || (await documents.list()).length > 0) return;
  const read = readProject(await readFile(demo, 'utf8'));
  if (!read.ok) throw new Error(read.issues.map(sayIssue).join(' '));
  await documents.create('night-tram', read.value);
}

function needed(name: string): string {
  const value = process.env[name];
  if (value === undefined || value === '') throw new Error(`${name} is not set; start with npm start or npm run dev.`);
  return value;
}
