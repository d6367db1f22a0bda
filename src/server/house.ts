import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { readProject, sayFault, sayIssue } from '../core/model';
import { CannotOpen } from './cannot-open';
import { sayDisk } from './disk';
import { migrate, openThread, overConnection, type ThreadConnection } from './db';
import { mediaFiles, type MediaFiles } from './media';
import { createDocuments, snapshotFiles, type Documents } from './documents';
import { createStills, type Stills } from './stills';
import { sweep } from './sweep';
import { createWorkshop, type Workshop } from './workshop';

/** Where things lie in the data folder. */
export type Places = { readonly snapshots: string; readonly media: string; /** What is on its way in or out. */ readonly incoming: string };

/** Everything that an endpoint may reach. */
export type House = { readonly documents: Documents; readonly media: MediaFiles; readonly stills: Stills; readonly workshop: Workshop; readonly places: Places };

type Standing = { readonly house: House; readonly dead: () => Error | null; /** Lets go of the folder, so that it can be opened anew. */ readonly leave: () => Promise<void> };

let standing: Promise<Standing> | null = null;

/**
 * The house over the data folder that the start script names; opened at the first question. When its database could not
 * write, it is opened anew, from what is on the disk: nothing that was told to be kept is anywhere else.
 */
export async function servedHouse(): Promise<House> {
  standing ??= openOrSay();
  const mine = standing;
  const { house: found, dead, leave } = await mine;
  if (!dead()) return found;
  // Of several who find it dead, one opens it anew.
  if (standing === mine) standing = leave().then(openOrSay);
  return servedHouse();
}

/** Opens the house; a failure is told in words, and tried again when somebody asks later: what keeps it from opening may be mended meanwhile. */
function openOrSay(): Promise<Standing> {
  return open().catch((error: unknown) => {
    setTimeout(() => (standing = null), 2000).unref();
    // What is wrong with the disk comes first: where there is little room for words, they are the first that are read.
    throw new CannotOpen(sayDisk(error) ?? `The data folder could not be opened. ${sayFault(error)}`);
  });
}

/** Jobs that may wait: pictures at home come in one by one, and all of them are asked for at once. */
const WAITING = [40, 40, 200] as const;
const MINUTE = 60_000;
/** A document that nobody asked for so long is let go. */
const REST = 10 * MINUTE;
const DAY = 24 * 60 * MINUTE;

async function open(): Promise<Standing> {
  const data = needed('OAK_DATA');
  const connection = await openThread(needed('OAK_DATABASE_THREAD'), { folder: path.join(data, 'database'), empty: process.env['OAK_EMPTY_DATABASE'] ?? null });
  try {
    return await stand(data, connection);
  } catch (error) {
    // Two databases on one folder write over each other: whoever tries again must be alone with it.
    await connection.end();
    throw error;
  }
}

async function stand(data: string, connection: ThreadConnection): Promise<Standing> {
  const db = overConnection(connection);
  await migrate(db);
  const places = { snapshots: path.join(data, 'snapshots'), media: path.join(data, 'media'), incoming: path.join(data, 'incoming') };
  const workshop = createWorkshop({ script: needed('OAK_WORKSHOP_CHILD'), hands: 3, waiting: WAITING });
  const documents = createDocuments(db, snapshotFiles(places.snapshots), workshop);
  await seed(documents, process.env['OAK_DEMO']);
  const tidy = () => void sweep(data, db, workshop, Date.now()).catch((error: unknown) => console.error(error));
  tidy();
  const clocks = [setInterval(tidy, DAY), setInterval(() => void documents.letGo(Date.now() - REST), MINUTE)];
  for (const clock of clocks) clock.unref();
  const leave = async () => {
    for (const clock of clocks) clearInterval(clock);
    workshop.close();
    await connection.end();
  };
  return { house: { documents, media: mediaFiles(places.media), stills: createStills(documents, workshop, places), workshop, places }, dead: connection.dead, leave };
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
