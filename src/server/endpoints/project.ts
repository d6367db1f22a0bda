import type { APIRoute } from 'astro';
import type { OpenedProject } from '../../wire';
import { servedHouse } from '../house';
import { jsonPieces } from '../workshop';
import { json, largeJson, refuse, safely } from './answer';

/** GET /api/projects/:id: the document as it lies in memory, which was checked when it came in. */
export const GET: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  const open = await (await servedHouse()).documents.open(id);
  if (!open) return refuse(404, `There is no project “${id}”.`);
  const { revision, project, repaired } = open;
  return largeJson(jsonPieces({ id, revision, project, ...(repaired === null ? {} : { repaired }) } satisfies OpenedProject));
});

/** DELETE /api/projects/:id: puts it aside. */
export const DELETE: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  return (await (await servedHouse()).documents.setDeleted(id, true)) ? json({ id }) : refuse(404, `There is no project “${id}”.`);
});
