import { randomUUID } from 'node:crypto';
import { mkdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import type { APIRoute } from 'astro';
import { writeProject } from '../../core/model';
import { sayDisk } from '../disk';
import { exportFile } from '../documents';
import { servedHouse } from '../house';
import { largeText, refuse, safely } from './answer';
import { sendFile } from './send-file';

/** GET /api/projects/:id/file: the project as a file to keep; with `?with=media` one zip of it and its media. */
export const GET: APIRoute = ({ params, url }) => safely(async () => {
  const id = params['id'] ?? '';
  const { documents, workshop, places } = await servedHouse();
  const about = await documents.about(id);
  if (!about) return refuse(404, `There is no project “${id}”.`);
  const name = about.name.normalize('NFKD').replace(/[^\w -]/g, '').trim().replace(/\s+/g, '-').toLowerCase() || 'project';
  const withMedia = url.searchParams.get('with') === 'media';
  const file = path.join(places.incoming, `${randomUUID()}.part`);
  const remove = () => rm(file, { force: true });
  try {
    await mkdir(places.incoming, { recursive: true });
    await documents.withSource(id, (source) => workshop.run(exportFile, { ...source, media: withMedia ? places.media : null, file }));
    return sendFile(file, (await stat(file)).size, null, {
      'content-type': withMedia ? 'application/zip' : 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${name}.${withMedia ? 'oak.zip' : 'oak.json'}"`,
      'cache-control': 'no-store',
    }, remove);
  } catch (error) {
    await remove().catch(() => undefined);
    // A disk that takes nothing more lets what is there be read all the same.
    const open = sayDisk(error) !== null && !withMedia ? await documents.open(id) : null;
    if (!open) throw error;
    return largeText(writeProject(open.project), { 'content-type': 'application/json; charset=utf-8', 'content-disposition': `attachment; filename="${name}.oak.json"`, 'cache-control': 'no-store' });
  }
});
