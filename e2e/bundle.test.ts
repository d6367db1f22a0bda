import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, test } from 'vitest';
// @ts-expect-error The scripts are plain JavaScript, without types.
import { BENCH, filesOf } from '../scripts/preloads.mjs';

const client = path.join(import.meta.dirname, '../dist/site/client');
const manifest = JSON.parse(readFileSync(path.join(client, '.vite/manifest.json'), 'utf8')) as Record<string, { readonly name?: string; readonly file: string }>;
/** Words that only the schema library has. */
const SCHEMAS = /ZodError|invalid_type/;
const all = readdirSync(path.join(client, '_astro')).filter((name) => name.endsWith('.js'));
const carrying = all.filter((name) => SCHEMAS.test(readFileSync(path.join(client, '_astro', name), 'utf8')));

test('the schema library is where clipboards and drawings are read, and nowhere else', () => expect(carrying.length).toBe(1));
test('the Bench’s first parts are all there, and what starts the picture’s worker is the first', () => {
  const names = new Set(Object.values(manifest).map(({ name }) => name));
  expect((BENCH as readonly string[]).filter((name) => !names.has(name))).toEqual([]);
  const [first] = (filesOf as (manifest: object, names: readonly string[]) => readonly string[])(manifest, BENCH as readonly string[]);
  expect(readFileSync(path.join(client, first!), 'utf8')).toContain('new Worker(');
});
test.each([['the Bench', [...(BENCH as readonly string[]), 'dialogs', 'action-menu']], ['home', ['client', 'home']]])('%s carries none of it', (_, names) => {
  const files = (filesOf as (manifest: object, names: readonly string[]) => readonly string[])(manifest, names);
  expect(files.length).toBeGreaterThan(names.length - 1);
  expect(files.filter((file) => carrying.includes(path.basename(file)))).toEqual([]);
});
