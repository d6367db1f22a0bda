import type { APIRoute } from 'astro';
import { toProjectFile } from '../../core/model';
import type { OpenedProject } from '../../wire';
import { house } from '../house';
import { json, refuse, safely } from './answer';

/** GET /api/projects/:id */
export const GET: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  const open = await (await house()).documents.open(id);
  if (!open) return refuse(404, `There is no project “${id}”.`);
  return json({ id, revision: open.revision, file: toProjectFile(open.project) } satisfies OpenedProject);
});
