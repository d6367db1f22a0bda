// The small server in front of the built pages: who may ask, and what every answer carries.
import http from 'node:http';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { preloadHeader } from './preloads.mjs';
import { filesIn, placeAt, plainPath } from './routes.mjs';
import { ROOT } from './run.mjs';

// A worker obeys the policy of its own file, not the page's: so every answer has one. Pages bring their own.
const POLICY = "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; worker-src 'self' blob:; connect-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'";
// No request is larger than a project with its media; every endpoint counts for itself what it takes.
const LIMIT = 512_000_000;

function refuse(response, status, message) {
  response.writeHead(status, { 'content-type': 'application/json; charset=utf-8' });
  response.end(JSON.stringify({ message }));
}

/** Serves dist/ at a port of this machine alone. */
export async function serve(port) {
  process.env.ASTRO_NODE_AUTOSTART = 'disabled';
  const site = path.join(ROOT, 'dist', 'site');
  const { handler } = await import(pathToFileURL(path.join(site, 'server', 'entry.mjs')).href);
  const linkFor = preloadHeader(site);
  const files = filesIn(path.join(site, 'client'));
  const hosts = new Set([`127.0.0.1:${port}`, `localhost:${port}`]);
  const server = http.createServer({ requestTimeout: 600_000, headersTimeout: 30_000, keepAliveTimeout: 65_000, maxHeaderSize: 32_768 }, (request, response) => {
    response.setHeader('content-security-policy', POLICY);
    response.setHeader('x-content-type-options', 'nosniff');
    response.setHeader('referrer-policy', 'no-referrer');
    response.setHeader('cross-origin-opener-policy', 'same-origin');
    response.setHeader('cross-origin-resource-policy', 'same-origin');
    if (!hosts.has(request.headers.host ?? '')) return refuse(response, 421, 'This server answers only for this machine.');
    const { origin } = request.headers;
    const pathname = plainPath(request.url ?? '');
    const place = pathname === null ? null : placeAt(pathname, files);
    const reads = request.method === 'GET' || request.method === 'HEAD';
    if (!place) {
      // A person who mistyped is told by a page; whatever was asked for, no other address is looked up.
      if (!reads || pathname === null || pathname.startsWith('/api') || !(request.headers.accept ?? '').includes('text/html')) return refuse(response, 404, 'There is nothing here.');
      request.url = '/404';
      return handler(request, response);
    }
    if (!place.methods.includes(request.method)) {
      response.setHeader('allow', place.methods.join(', '));
      return refuse(response, 405, `This address takes ${place.methods.join(' and ')}, not ${request.method}.`);
    }
    // A picture or a download costs work: another site gets neither, though it could not read them. A person may type the address.
    const asking = request.headers['sec-fetch-site'];
    const isOurs = (asking === undefined || asking === 'same-origin' || asking === 'none') && (origin === undefined || hosts.has(origin.replace(/^http:\/\//, '')));
    if (place.kind === 'endpoint' && !isOurs) return refuse(response, 403, 'This is answered to the pages of this server alone.');
    if (!reads && (origin === undefined || !hosts.has(origin.replace(/^http:\/\//, '')))) return refuse(response, 403, 'Changes come from the pages of this server alone.');
    if (Number(request.headers['content-length'] ?? 0) > LIMIT) return refuse(response, 413, `One request may have ${LIMIT / 1e6} MB.`);
    // What was judged is what is answered.
    const query = (request.url ?? '').indexOf('?');
    request.url = `${pathname}${query < 0 ? '' : request.url.slice(query)}`;
    const link = linkFor(pathname);
    if (link) response.setHeader('link', link);
    handler(request, response);
  });
  await new Promise((resolve, reject) => {
    server.once('error', (error) => reject(error.code === 'EADDRINUSE' ? new Error(`Port ${port} is taken. Start with another one: npm start -- --port ${port + 1}`) : error));
    server.listen(port, '127.0.0.1', resolve);
  });
  const stop = () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  // Ending npm leaves its child running; so the child looks whether its parent is still there.
  const parent = process.ppid;
  setInterval(() => process.ppid !== parent && stop(), 500).unref();
  return server;
}
