import { randomUUID } from 'node:crypto';
import type { APIRoute } from 'astro';
import type { MadeProject } from '../../wire';
import { readBundle } from '../../bundle';
import { house } from '../house';
import { json, refuse, safely } from './answer';
import { readBytes } from './read-body';

const LIMIT = 500_000_000;

/** POST /api/import: a project file, or a zip of one with its media. */
export const POST: APIRoute = ({ request }) => safely(async () => {
  const bytes = await readBytes(request, LIMIT);
  if (!bytes.ok) return bytes.response;
  if (bytes.body.length === 0) return refuse(400, 'The file is empty.');
  const { documents, media } = await house();
  const read = await readBundle(bytes.body, media);
  if (!read.ok) return refuse(422, read.message);
  const id = randomUUID();
  await documents.create(id, read.project);
  return json({ id, name: read.project.name, missing: [...read.missing] } satisfies MadeProject, 201);
});
