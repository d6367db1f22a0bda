import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
// @ts-expect-error The scripts are plain JavaScript, without types.
import { methodsAt as at, ROUTES as routes } from '../scripts/routes.mjs';

type Route = { readonly path: string; readonly methods: readonly string[] };
const methodsAt = at as (pathname: string) => readonly string[] | null;
const ROUTES = routes as readonly Route[];

const PAGES = 'src/pages/api';

test('the list of addresses and their methods is what the endpoints have, and everything else is closed', () => {
  const made = readdirSync(PAGES, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).map((entry) => {
    const file = path.join(entry.parentPath, entry.name);
    const route = `/api/${path.relative(PAGES, file)}`.replace(/(\/index)?\.ts$/, '').replace(/\[\w+\]/g, '[^/]+');
    return { path: route, methods: ['GET', 'POST', 'DELETE', 'PUT', 'PATCH', 'HEAD', 'OPTIONS', 'ALL'].filter((verb) => new RegExp(`\\b${verb}\\b`).test(readFileSync(file, 'utf8'))) };
  });
  const sorted = (list: readonly Route[]) => [...list].map((one) => `${one.path} ${one.methods.join(' ')}`).sort();
  expect(sorted(ROUTES)).toEqual(sorted(made));
  expect(made.length).toBeGreaterThan(10);
});

test('addresses that nobody asks for are closed, and so are methods', () => {
  for (const closed of ['/_image', '/_server-islands/x', '/_actions/x', '/api', '/api/', '/api/other', '/api/projects/a/b/c', '/api/projects/x/still/y']) expect(methodsAt(closed), closed).toBeNull();
  expect(methodsAt('/')).toEqual(['GET', 'HEAD']);
  expect(methodsAt('/projects/x')).toEqual(['GET', 'HEAD']);
  expect(methodsAt('/api/projects/x/still')).toEqual(['GET']);
});
