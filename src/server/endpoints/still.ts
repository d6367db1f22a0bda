import type { APIRoute } from 'astro';
import { house } from '../house';
import { paintStrip } from '../stills/paint-strip';
import { refuse, safely } from './answer';

/** Strips by project, of the revision they were painted at. */
const painted = new Map<string, { readonly revision: number; readonly png: Buffer }>();

/** GET /api/projects/:id/still: small pictures through the length of the film, side by side, for the list at home. */
export const GET: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  const { documents, media } = await house();
  const open = await documents.open(id);
  if (!open) return refuse(404, `There is no project “${id}”.`);
  let strip = painted.get(id);
  if (strip?.revision !== open.revision) {
    const png = await paintStrip(open.project, media);
    if (!png) return refuse(404, 'There is no picture of this project yet.');
    if (painted.size > 200) painted.clear();
    painted.set(id, (strip = { revision: open.revision, png }));
  }
  return new Response(new Uint8Array(strip.png), { headers: { 'content-type': 'image/png', 'cache-control': 'no-cache' } });
});
