import { rm } from 'node:fs/promises';
import type { APIRoute } from 'astro';
import { MOST_MEDIUM } from '../../bundle';
import type { KeptMedia } from '../../wire';
import { servedHouse } from '../house';
import { lookAtPicture } from '../media';
import { json, refuse, safely } from './answer';
import { receiveFile } from './receive-file';
import { sendFile } from './send-file';

const MIMES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

/** GET /api/media/:file: bytes by content hash, or a range of them; what a hash names never changes. With `?may=be-missing`, an empty answer where there is nothing. */
export const GET: APIRoute = ({ params, url, request }) => safely(async () => {
  const match = /^([0-9a-f]{64})\.(png|jpg|webp)$/.exec(params['file'] ?? '');
  const mime = MIMES[match?.[2] ?? ''];
  const found = match && mime !== undefined ? await (await servedHouse()).media.find({ hash: match[1]!, mime }) : null;
  if (!found) return url.searchParams.get('may') === 'be-missing' ? new Response(null, { status: 204 }) : refuse(404, 'There is no such picture.');
  return sendFile(found.file, found.bytes, request.headers.get('range'), { 'content-type': mime!, 'cache-control': 'public, max-age=31536000, immutable' });
});

/** POST /api/media: keeps a picture and answers the hash that names it. */
export const POST: APIRoute = ({ request }) => safely(async () => {
  const { media, workshop, places } = await servedHouse();
  const received = await receiveFile(request, MOST_MEDIUM, places.incoming);
  if (!received.ok) return received.response;
  try {
    const looked = await workshop.run(lookAtPicture, { file: received.file });
    if (looked.kind === 'none') return refuse(415, 'Pictures are PNG, JPEG or WebP; this file is something else.');
    if (looked.kind === 'refused') return refuse(422, looked.message);
    const { hash, bytes } = received;
    await media.adopt(received.file, { hash, mime: looked.mime });
    return json({ hash, mime: looked.mime, bytes } satisfies KeptMedia, 201);
  } finally {
    await rm(received.file, { force: true });
  }
});
