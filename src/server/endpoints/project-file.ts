import type { APIRoute } from 'astro';
import { writeProject } from '../../core/model';
import { house } from '../house';
import { refuse, safely } from './answer';

/** GET /api/projects/:id/file: the project as a file to keep. */
export const GET: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  const open = await (await house()).documents.open(id);
  if (!open) return refuse(404, `There is no project “${id}”.`);
  const name = open.project.name.normalize('NFKD').replace(/[^\w -]/g, '').trim().replace(/\s+/g, '-').toLowerCase() || 'project';
  return new Response(writeProject(open.project), {
    headers: { 'content-type': 'application/json; charset=utf-8', 'content-disposition': `attachment; filename="${name}.oak.json"`, 'cache-control': 'no-store' },
  });
});
