import { randomUUID } from 'node:crypto';
import type { APIRoute } from 'astro';
import { newComposition, newProject } from '../../core/model';
import { type ListProjects, type MadeProject } from '../../wire';
import { servedHouse } from '../house';
import { json, safely } from './answer';
import { readBody } from './read-body';

/** GET /api/projects */
export const GET: APIRoute = () => safely(async () => {
  const { documents } = await servedHouse();
  const projects = (await documents.list()).map(({ id, name, revision, changedAt, listing }) => ({ id, name, revision, changedAt, ...(JSON.parse(listing) as object) }));
  return json({ projects } as ListProjects);
});

/** POST /api/projects: a new one with an empty composition. */
export const POST: APIRoute = ({ request }) => safely(async () => {
  const read = await readBody(request, 'newProject');
  if (!read.ok) return read.response;
  const { name, width, height, rate, duration } = read.body;
  const id = randomUUID();
  await (await servedHouse()).documents.create(id, newProject(name, newComposition('main', 'Main', { width, height, rate, duration, background: '#14170f' })));
  return json({ id, name, missing: [] } satisfies MadeProject, 201);
});
