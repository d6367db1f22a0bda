import type { APIRoute } from 'astro';
import type { KeptMedia } from '../../wire';
import { house } from '../house';
import { pictureMime } from '../../bundle';
import { json, refuse, safely } from './answer';
import { readBytes } from './read-body';

const MIMES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };
const LIMIT = 64_000_000;

/** GET /api/media/:file: bytes by content hash; what a hash names never changes. With `?may=be-missing`, an empty answer where there is nothing. */
export const GET: APIRoute = ({ params, url }) => safely(async () => {
  const match = /^([0-9a-f]{64})\.(png|jpg|webp)$/.exec(params['file'] ?? '');
  const bytes = match && (await (await house()).media.read({ hash: match[1]!, mime: MIMES[match[2]!]! }));
  if (!match || !bytes) return url.searchParams.get('may') === 'be-missing' ? new Response(null, { status: 204 }) : refuse(404, 'There is no such picture.');
  return new Response(new Uint8Array(bytes), { headers: { 'content-type': MIMES[match[2]!]!, 'cache-control': 'public, max-age=31536000, immutable' } });
});

/** POST /api/media: keeps a picture and answers the hash that names it. */
export const POST: APIRoute = ({ request }) => safely(async () => {
  const bytes = await readBytes(request, LIMIT);
  if (!bytes.ok) return bytes.response;
  const mime = pictureMime(bytes.body);
  if (!mime) return refuse(415, 'Pictures are PNG, JPEG or WebP; this file is something else.');
  const hash = await (await house()).media.keep(bytes.body, mime);
  return json({ hash, mime, bytes: bytes.body.length } satisfies KeptMedia, 201);
});
