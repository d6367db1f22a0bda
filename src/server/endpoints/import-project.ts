import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import type { APIRoute } from 'astro';
import type { MadeProject } from '../../wire';
import { importFile } from '../documents';
import { servedHouse } from '../house';
import { json, refuse, safely } from './answer';
import { receiveFile } from './receive-file';

const LIMIT = 500_000_000;

/** POST /api/import: a project file, or a zip of one with its media. */
export const POST: APIRoute = ({ request }) => safely(async () => {
  const { documents, workshop, places } = await servedHouse();
  const received = await receiveFile(request, LIMIT, places.incoming);
  if (!received.ok) return received.response;
  const note = received.file.replace(/part$/, 'media');
  try {
    if (received.bytes === 0) return refuse(400, 'The file is empty.');
    const read = await workshop.run(importFile, { file: received.file, note, snapshots: places.snapshots, media: places.media });
    if (read.kind === 'refused') return refuse(422, read.message);
    const id = randomUUID();
    await documents.adopt(id, read);
    await rm(note, { force: true });
    return json({ id, name: read.name, missing: [...read.missing] } satisfies MadeProject, 201);
  } finally {
    await rm(received.file, { force: true });
  }
});
