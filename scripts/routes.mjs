// Which addresses of the server take which methods; everything else is closed. A test holds this list to src/pages/.
const id = '[^/]+';

export const ROUTES = [
  { path: '/api/projects', methods: ['GET', 'POST'] },
  { path: `/api/projects/${id}`, methods: ['GET', 'DELETE'] },
  { path: `/api/projects/${id}/changes`, methods: ['GET', 'POST'] },
  { path: `/api/projects/${id}/duplicate`, methods: ['POST'] },
  { path: `/api/projects/${id}/file`, methods: ['GET'] },
  { path: `/api/projects/${id}/missing`, methods: ['GET'] },
  { path: `/api/projects/${id}/restore`, methods: ['POST'] },
  { path: `/api/projects/${id}/salvage`, methods: ['POST'] },
  { path: `/api/projects/${id}/still`, methods: ['GET'] },
  { path: '/api/import', methods: ['POST'] },
  { path: '/api/media', methods: ['POST'] },
  { path: `/api/media/${id}`, methods: ['GET'] },
];

const PATTERNS = ROUTES.map(({ path, methods }) => ({ pattern: new RegExp(`^${path}/?$`), methods }));
/** What the framework would answer beside our pages, and nobody here asks for. */
const CLOSED = /^\/(_image|_server-islands|_actions)(\/|$)/;

/** What an address takes: methods, or null where there is nothing. Pages and files are read, and no more. */
export function methodsAt(pathname) {
  if (CLOSED.test(pathname)) return null;
  if (pathname === '/api' || pathname.startsWith('/api/')) return PATTERNS.find(({ pattern }) => pattern.test(pathname))?.methods ?? null;
  return ['GET', 'HEAD'];
}
