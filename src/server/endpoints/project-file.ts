import type { APIRoute } from 'astro';
import { writeProject } from '../../core/model';
import { writeBundle } from '../../bundle';
import { house } from '../house';
import { refuse, safely } from './answer';

/** GET /api/projects/:id/file: the project as a file to keep; with `?with=media` one zip of it and its media. */
export const GET: APIRoute = ({ params, url }) => safely(async () => {
  const id = params['id'] ?? '';
  const { documents, media } = await house();
  const open = await documents.open(id);
  if (!open) return refuse(404, `There is no project “${id}”.`);
  const name = open.project.name.normalize('NFKD').replace(/[^\w -]/g, '').trim().replace(/\s+/g, '-').toLowerCase() || 'project';
  const file = (body: string | Uint8Array<ArrayBuffer>, type: string, ending: string) => new Response(body, {
    headers: { 'content-type': type, 'content-disposition': `attachment; filename="${name}.${ending}"`, 'cache-control': 'no-store' },
  });
  if (url.searchParams.get('with') === 'media') return file(new Uint8Array(await writeBundle(open.project, media)), 'application/zip', 'oak.zip');
  return file(writeProject(open.project), 'application/json; charset=utf-8', 'oak.json');
});
