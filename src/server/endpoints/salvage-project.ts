import { randomUUID } from 'node:crypto';
import type { APIRoute } from 'astro';
import type { SalvagedProject } from '../../wire';
import { servedHouse } from '../house';
import { json, refuse, safely } from './answer';

/** POST /api/projects/:id/salvage: a new project of what can be read of one that cannot be opened, which is left as it is. */
export const POST: APIRoute = ({ params }) => safely(async () => {
  const from = params['id'] ?? '';
  const id = randomUUID();
  const saved = await (await servedHouse()).documents.salvage(from, id);
  if (!saved) return refuse(404, `There is no project “${from}”.`);
  if (saved.kind === 'nothing') return refuse(422, 'Nothing of it can be read any more. Its files were left as they are: put them back from a copy of the data folder.');
  return json({ id, name: saved.name, lost: saved.lost } satisfies SalvagedProject, 201);
});
