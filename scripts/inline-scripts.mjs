// Which small inline scripts the built pages carry, by their hashes: a list that is made once, so that a page can never allow itself one.
import { createHash } from 'node:crypto';
import { writeFileSync } from 'node:fs';
import http from 'node:http';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT } from './run.mjs';

/** Pages of every kind; that nothing is at an address does not matter to what carries its page. */
const PAGES = ['/', '/projects/none'];

/** The hashes of inline scripts in a page, as a policy names them. */
export function hashesOf(html) {
  return [...html.matchAll(/<script(?![^>]*\bsrc=)[^>]*>([\s\S]*?)<\/script>/g)].map(([, code]) => `'sha256-${createHash('sha256').update(code).digest('base64')}'`);
}

process.env.ASTRO_NODE_AUTOSTART = 'disabled';
const { handler } = await import(pathToFileURL(path.join(ROOT, 'dist', 'site', 'server', 'entry.mjs')).href);
const server = http.createServer(handler);
await new Promise((resolve) => server.listen(0, '127.0.0.1', resolve));
const hashes = new Set();
for (const page of PAGES) for (const hash of hashesOf(await (await fetch(`http://127.0.0.1:${server.address().port}${page}`)).text())) hashes.add(hash);
writeFileSync(path.join(ROOT, 'dist', 'site', 'inline-scripts.json'), JSON.stringify([...hashes]));
process.exit(hashes.size > 0 ? 0 : 1);
