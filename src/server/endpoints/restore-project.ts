import type { APIRoute } from 'astro';
import { servedHouse } from '../house';
import { json, refuse, safely } from './answer';

/** POST /api/projects/:id/restore: brings a deleted project back. */
export const POST: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  return (await (await servedHouse()).documents.setDeleted(id, false)) ? json({ id }) : refuse(404, `There is no deleted project “${id}”.`);
});
