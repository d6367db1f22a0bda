import { randomUUID } from 'node:crypto';
import type { APIRoute } from 'astro';
import type { MadeProject } from '../../wire';
import { house } from '../house';
import { json, refuse, safely } from './answer';

/** POST /api/projects/:id/duplicate */
export const POST: APIRoute = ({ params }) => safely(async () => {
  const { documents } = await house();
  const open = await documents.open(params['id'] ?? '');
  if (!open) return refuse(404, `There is no project “${params['id']}”.`);
  const id = randomUUID();
  const name = `${open.project.name}, copy`;
  await documents.create(id, { ...open.project, name });
  return json({ id, name, missing: [] } satisfies MadeProject, 201);
});
