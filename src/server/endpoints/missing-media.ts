import type { APIRoute } from 'astro';
import { inOrder } from '../../core/model';
import type { MissingMedia } from '../../wire';
import { servedHouse } from '../house';
import { json, refuse, safely } from './answer';

/** GET /api/projects/:id/missing: media of a project whose files are not here. */
export const GET: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  const { documents, media } = await servedHouse();
  const open = await documents.open(id);
  if (!open) return refuse(404, `There is no project “${id}”.`);
  const assets = inOrder(open.project.assets);
  const here = await Promise.all(assets.map((asset) => media.has(asset)));
  return json({ missing: assets.filter((_, i) => !here[i]).map((asset) => asset.id) } satisfies MissingMedia);
});
