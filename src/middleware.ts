import { createHash } from 'node:crypto';
import { defineMiddleware } from 'astro:middleware';

/** Pages carry the hashes of the small inline scripts that start islands; nothing else inline may run. */
export const onRequest = defineMiddleware(async (_, next) => {
  const response = await next();
  if (!(response.headers.get('content-type') ?? '').includes('text/html')) return response;
  const html = await response.text();
  const hashes = [...html.matchAll(/<script(?![^>]*\bsrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(([, code]) => `'sha256-${createHash('sha256').update(code!).digest('base64')}'`);
  const headers = new Headers(response.headers);
  const dev = import.meta.env.DEV ? " 'unsafe-inline'" : '';
  headers.set('content-security-policy', `default-src 'self'; script-src 'self'${dev || ` ${[...new Set(hashes)].join(' ')}`}; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; media-src 'self' blob:; font-src 'self' data:; worker-src 'self' blob:; connect-src 'self'${import.meta.env.DEV ? ' ws:' : ''}; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'`);
  return new Response(html, { status: response.status, headers });
});
