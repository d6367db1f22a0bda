import type { APIRoute } from 'astro';
import { house } from '../house';
import { paintStill } from '../stills/paint-still';
import { refuse, safely } from './answer';

/** Stills by project, of the revision they were painted at. */
const painted = new Map<string, { readonly revision: number; readonly png: Buffer }>();

/** GET /api/projects/:id/still: a small picture for the list at home. */
export const GET: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  const open = await (await house()).documents.open(id);
  if (!open) return refuse(404, `There is no project “${id}”.`);
  let still = painted.get(id);
  if (still?.revision !== open.revision) {
    const png = await paintStill(open.project, 384);
    if (!png) return refuse(404, 'There is no picture of this project yet.');
    painted.set(id, (still = { revision: open.revision, png }));
  }
  return new Response(new Uint8Array(still.png), { headers: { 'content-type': 'image/png', 'cache-control': 'no-cache' } });
});
