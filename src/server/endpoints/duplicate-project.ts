import { randomUUID } from 'node:crypto';
import type { APIRoute } from 'astro';
import type { MadeProject } from '../../wire';
import { writeSnapshot } from '../documents';
import { servedHouse } from '../house';
import { json, refuse, safely } from './answer';

/** POST /api/projects/:id/duplicate */
export const POST: APIRoute = ({ params }) => safely(async () => {
  const { documents, workshop } = await servedHouse();
  const from = params['id'] ?? '';
  const about = await documents.about(from);
  if (!about) return refuse(404, `There is no project “${from}”.`);
  const id = randomUUID();
  const name = `${about.name}, copy`;
  const { hash } = (await documents.withSource(from, (source) => workshop.run(writeSnapshot, { ...source, name })))!;
  await documents.adopt(id, { name, listing: about.listing, hash });
  return json({ id, name, missing: [] } satisfies MadeProject, 201);
});
