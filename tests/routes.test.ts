import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
// @ts-expect-error The scripts are plain JavaScript, without types.
import { filesIn as inFolder, ID as id, placeAt as at, plainPath as plain, ROUTES as routes } from '../scripts/routes.mjs';

type Route = { readonly path: string; readonly methods: readonly string[] };
const plainPath = plain as (url: string) => string | null;
const FILES = new Set(['/favicon.svg', '/_astro/bench.x.js']);
const methodsAt = (url: string): readonly string[] | null => {
  const pathname = plainPath(url);
  return pathname === null ? null : ((at as (pathname: string, files: ReadonlySet<string>) => { readonly methods: readonly string[] } | null)(pathname, FILES)?.methods ?? null);
};
const ROUTES = routes as readonly Route[];

const PAGES = 'src/pages/api';

test('the list of addresses and their methods is what the endpoints have, and everything else is closed', () => {
  const made = readdirSync(PAGES, { recursive: true, withFileTypes: true }).filter((entry) => entry.isFile()).map((entry) => {
    const file = path.join(entry.parentPath, entry.name);
    const route = `/api/${path.relative(PAGES, file)}`.replace(/(\/index)?\.ts$/, '').replace(/\[\w+\]/g, id as string);
    return { path: route, methods: ['GET', 'POST', 'DELETE', 'PUT', 'PATCH', 'HEAD', 'OPTIONS', 'ALL'].filter((verb) => new RegExp(`\\b${verb}\\b`).test(readFileSync(file, 'utf8'))) };
  });
  const sorted = (list: readonly Route[]) => [...list].map((one) => `${one.path} ${one.methods.join(' ')}`).sort();
  expect(sorted(ROUTES)).toEqual(sorted(made));
  expect(made.length).toBeGreaterThan(10);
});

test('addresses that nobody asks for are closed, and so are methods', () => {
  for (const closed of ['/_image', '/_server-islands/x', '/_actions/x', '/api', '/api/', '/api/other', '/api/projects/a/b/c', '/api/projects/x/still/y', '/other', '/projects', '/projects/x/y', '/_astro/other.js', '/404']) expect(methodsAt(closed), closed).toBeNull();
  expect(methodsAt('/')).toEqual(['GET', 'HEAD']);
  expect(methodsAt('/projects/x')).toEqual(['GET', 'HEAD']);
  expect(methodsAt('/_astro/bench.x.js')).toEqual(['GET', 'HEAD']);
  expect(methodsAt('/api/projects/x/still')).toEqual(['GET']);
});

test('however an address is spelled, it is judged as what it means', () => {
  for (const odd of ['/%5fimage', '/%5Fimage?href=x', '//_image', '/./_image', '/x/../_image', '/%2e/_image', '/%5factions/x', '/api/%2e%2e/_image']) expect(methodsAt(odd), odd).toBeNull();
  for (const projects of ['/%61pi/projects', '//api/projects', '/./api/projects', '/api//projects/', '/api/./projects', '/x/../api/projects', '/%61%70%69/projects?x=1']) expect([projects, plainPath(projects), methodsAt(projects)]).toEqual([projects, '/api/projects', ['GET', 'POST']]);
  for (const bad of ['/%00', '/api/projects/%00', '/api/projects/a%00b', '/%', '/%E0%A4%A', '/%255fimage', '/../etc', '/..%2f..%2fetc', '/a%5c..', 'http://other/', '']) expect(methodsAt(bad), bad).toBeNull();
});

test('what a build serves is read off its folder', () => {
  expect((inFolder as (folder: string) => ReadonlySet<string>)('public')).toEqual(new Set(['/favicon.svg']));
});
