import type { APIRoute } from 'astro';
import { servedHouse } from '../house';
import { refuse, safely } from './answer';

/** GET /api/projects/:id/still: small pictures through the length of the film, side by side, for the list at home. */
export const GET: APIRoute = ({ params }) => safely(async () => {
  const id = params['id'] ?? '';
  const { documents, stills } = await servedHouse();
  const about = await documents.about(id);
  if (!about) return refuse(404, `There is no project “${id}”.`);
  const still = await stills.of(id, about.revision);
  if (still.kind === 'none') return refuse(404, still.message);
  return new Response(new Uint8Array(still.png), { headers: { 'content-type': 'image/png', 'cache-control': 'no-cache' } });
});
