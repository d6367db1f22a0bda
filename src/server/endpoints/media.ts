import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { APIRoute } from 'astro';
import { house } from '../house';
import { refuse, safely } from './answer';

const MIMES: Readonly<Record<string, string>> = { png: 'image/png', jpg: 'image/jpeg', webp: 'image/webp' };

/** GET /api/media/:file: bytes by content hash; what a hash names never changes. */
export const GET: APIRoute = ({ params }) => safely(async () => {
  const match = /^([0-9a-f]{64})\.(png|jpg|webp)$/.exec(params['file'] ?? '');
  if (!match) return refuse(404, 'There is no such picture.');
  const bytes = await readFile(path.join((await house()).media, match[0])).catch(() => null);
  if (!bytes) return refuse(404, 'There is no such picture.');
  return new Response(new Uint8Array(bytes), { headers: { 'content-type': MIMES[match[2]!]!, 'cache-control': 'public, max-age=31536000, immutable' } });
});
