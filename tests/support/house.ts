import path from 'node:path';
import type { Database } from '../../src/server/db';
import { createDocuments, snapshotFiles } from '../../src/server/documents';
import type { House } from '../../src/server/house';
import { mediaFiles } from '../../src/server/media';
import { createStills } from '../../src/server/stills';
import type { Workshop } from '../../src/server/workshop';
import { workshopHere } from './workshop';

/** A house over a database and a data folder, as the start script's, with a workshop of choice. */
export function houseOver(db: Database, data: string, workshop: Workshop = workshopHere): House {
  const places = { snapshots: path.join(data, 'snapshots'), media: path.join(data, 'media'), incoming: path.join(data, 'incoming') };
  const documents = createDocuments(db, snapshotFiles(places.snapshots), workshop);
  return { documents, media: mediaFiles(places.media), stills: createStills(documents, workshop, places), workshop, places };
}
