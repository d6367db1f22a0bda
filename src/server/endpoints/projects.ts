import type { APIRoute } from 'astro';
import type { ListProjects } from '../../wire';
import { house } from '../house';
import { json, safely } from './answer';

/** GET /api/projects */
export const GET: APIRoute = () => safely(async () => {
  const { documents } = await house();
  const projects = (await documents.list()).map(({ id, name, revision, changedAt, listing }) => ({ id, name, revision, changedAt, ...(JSON.parse(listing) as object) }));
  return json({ projects } as ListProjects);
});
