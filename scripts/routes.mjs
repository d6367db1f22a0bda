// Which addresses of the server take which methods; everything else is closed. A test holds this list to src/pages/.
import { readdirSync } from 'node:fs';
import path from 'node:path';

export const ID = '[A-Za-z0-9][A-Za-z0-9_.-]{0,119}';

export const ROUTES = [
  { path: '/api/projects', methods: ['GET', 'POST'] },
  { path: `/api/projects/${ID}`, methods: ['GET', 'DELETE'] },
  { path: `/api/projects/${ID}/changes`, methods: ['GET', 'POST'] },
  { path: `/api/projects/${ID}/duplicate`, methods: ['POST'] },
  { path: `/api/projects/${ID}/file`, methods: ['GET'] },
  { path: `/api/projects/${ID}/missing`, methods: ['GET'] },
  { path: `/api/projects/${ID}/restore`, methods: ['POST'] },
  { path: `/api/projects/${ID}/salvage`, methods: ['POST'] },
  { path: `/api/projects/${ID}/still`, methods: ['GET'] },
  { path: '/api/import', methods: ['POST'] },
  { path: '/api/media', methods: ['POST'] },
  { path: `/api/media/${ID}`, methods: ['GET'] },
];

/** What a person types into the address line. */
export const PAGES = ['/', `/projects/${ID}`];

const READ = ['GET', 'HEAD'];
const patternOf = (one) => new RegExp(`^${one}/?$`);
const PATTERNS = ROUTES.map(({ path: one, methods }) => ({ pattern: patternOf(one), methods }));
const PAGE_PATTERNS = PAGES.map(patternOf);

/** The files that a build serves as they are, as addresses. */
export function filesIn(folder) {
  return new Set(readdirSync(folder, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).map((entry) => `/${path.relative(folder, path.join(entry.parentPath, entry.name)).split(path.sep).join('/')}`));
}

/**
 * The path of a request as it is meant: decoded, and without empty and dotted parts, so that no spelling leads past the list. Null for one that
 * cannot be decoded, is still encoded after that, or leads out of the site.
 */
export function plainPath(url) {
  const [raw] = url.split(/[?#]/);
  let decoded;
  try {
    decoded = decodeURIComponent(raw);
  } catch {
    return null;
  }
  if (!decoded.startsWith('/') || /[%\\\u0000-\u001f\u007f]/.test(decoded)) return null;
  const parts = [];
  for (const part of decoded.split('/')) {
    if (part === '..' && parts.pop() === undefined) return null;
    if (part !== '' && part !== '.' && part !== '..') parts.push(part);
  }
  return `/${parts.join('/')}`;
}

/** What a plain path is: a page, a file of the build, or an endpoint, with the methods that it takes; null where there is nothing. */
export function placeAt(pathname, files) {
  const endpoint = PATTERNS.find(({ pattern }) => pattern.test(pathname));
  if (endpoint) return { kind: 'endpoint', methods: endpoint.methods };
  if (files.has(pathname)) return { kind: 'file', methods: READ };
  return PAGE_PATTERNS.some((pattern) => pattern.test(pathname)) ? { kind: 'page', methods: READ } : null;
}
