import { readFileSync } from 'node:fs';
import { defineMiddleware } from 'astro:middleware';

const inDev = import.meta.env.DEV;

/** The small inline scripts that start islands, by the list that was made with the build; nothing else inline may run, whatever a page holds. */
function listed(): string {
  const list = process.env['OAK_INLINE_SCRIPTS'];
  return list === undefined ? '' : (JSON.parse(readFileSync(list, 'utf8')) as string[]).join(' ');
}

let policy: string | null = null;

export const onRequest = defineMiddleware(async (_, next) => {
  const response = await next();
  if (!(response.headers.get('content-type') ?? '').includes('text/html')) return response;
  policy ??= `default-src 'self'; script-src 'self' ${inDev ? "'unsafe-inline'" : listed()}; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; media-src 'self' blob:; font-src 'self' data:; worker-src 'self' blob:; connect-src 'self'${inDev ? ' ws:' : ''}; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'`;
  const headers = new Headers(response.headers);
  headers.set('content-security-policy', policy);
  return new Response(response.body, { status: response.status, headers });
});
