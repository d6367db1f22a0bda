import { readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { findRings } from '../src/core/scene/ring-finder';
// @ts-expect-error The scripts are plain JavaScript, without types.
import { folderOf as folder, mayImport as may, TABLE as table } from '../scripts/house.mjs';

const folderOf = folder as (path: string) => string | null;
const mayImport = may as (from: string, to: string) => boolean;
const TABLE = table as Readonly<Record<string, readonly string[]>>;
const ROOT = path.join(import.meta.dirname, '..');
const SRC = path.join(ROOT, 'src');

function below(place: string): readonly string[] {
  return readdirSync(place).flatMap((name) => {
    const full = path.join(place, name);
    return statSync(full).isDirectory() ? below(full) : [full];
  });
}
const files = below(SRC).filter((file) => /\.(ts|tsx|astro)$/.test(file));
const code = files.filter((file) => !file.endsWith('.test.ts'));
const importsOf = (file: string) => [...readFileSync(file, 'utf8').matchAll(/(?:^[^'\n]*\bfrom |^import |\bimport\()'([^'\n]+)'\)?/gm)].map((match) => match[1]!);
const inSrc = (file: string) => path.relative(SRC, file).split(path.sep).join('/');

/** What a file imports of its own kind that is there when it runs. */
function valuesImportedBy(text: string): readonly string[] {
  return [...text.matchAll(/^(?:import|export) (?!type )(?:(\{[^}]*\}|[^'{]*?) from )?'(\.[^']+)'/gm)].filter(([, names]) => !names?.startsWith('{') || names.slice(1, -1).split(',').some((name) => name.trim() !== '' && !name.trim().startsWith('type '))).map(([, , wanted]) => wanted!);
}

describe('the import table', () => {
  test('there are files in every folder of it', () => {
    for (const name of Object.keys(TABLE)) expect(code.some((file) => folderOf(inSrc(file)) === name), name).toBe(true);
  });
  test('is kept by every import', () => {
    const broken = code.flatMap((file) => {
      const from = folderOf(inSrc(file));
      if (!from) return [];
      return importsOf(file).filter((wanted) => wanted.startsWith('.')).flatMap((wanted) => {
        const to = folderOf(inSrc(path.resolve(path.dirname(file), wanted)));
        return to && !mayImport(from, to) ? [`${inSrc(file)} → ${wanted}`] : [];
      });
    });
    expect(broken).toEqual([]);
  });
  test('no file leads back to itself by what it imports; types are no import', () => {
    const known = new Set(code);
    const next = (file: string) => valuesImportedBy(readFileSync(file, 'utf8')).flatMap((wanted) => {
      const place = path.resolve(path.dirname(file), wanted);
      return [place, `${place}.ts`, `${place}.tsx`, path.join(place, 'index.ts')].find((one) => known.has(one)) ?? [];
    });
    expect(code.filter((file) => next(file).length > 1).length).toBeGreaterThan(200);
    expect([...findRings(code, next).keys()].map(inSrc)).toEqual([]);
    expect(valuesImportedBy("import type { A } from './a';\nimport { type B } from './b';\nimport { type C, d } from './c';\nexport { e } from './e';")).toEqual(['./c', './e']);
  });
  test('would notice a breach', () => {
    expect(mayImport('core/time', 'core/keys')).toBe(false);
    expect(mayImport('islands', 'server')).toBe(false);
    expect(mayImport('workers', 'core/model')).toBe(true);
  });
  test('the core is pure: no packages but the schema library and, for formulas alone, the parser, no Node, no browser', () => {
    const packages = code.filter((file) => inSrc(file).startsWith('core/')).flatMap((file) => importsOf(file).filter((wanted) => !wanted.startsWith('.') && wanted !== 'zod' && !(inSrc(file).startsWith('core/formulas/') && wanted.startsWith('@lezer/'))).map((wanted) => `${inSrc(file)}: ${wanted}`));
    expect(packages).toEqual([]);
  });
});

describe('habits', () => {
  test('no drawers', () => expect(files.map((file) => path.basename(file)).filter((name) => /^(utils?|helpers?|misc|common|types)\.tsx?$/.test(name))).toEqual([]));
  test('no file holds two jobs: 420 lines at most', () => expect(code.filter((file) => readFileSync(file, 'utf8').split('\n').length > 420).map(inSrc)).toEqual([]));
  test('exports are listed by hand', () => expect(code.filter((file) => /export \* from/.test(readFileSync(file, 'utf8'))).map(inSrc)).toEqual([]));
  test('no registry’s host is named', () => expect(/resolved|registry\.npm/.test(readFileSync(path.join(ROOT, 'package-lock.json'), 'utf8'))).toBe(false));
});

test('the parser of formulas is what its grammar comes to', async () => {
  const { parserFiles } = (await import('../scripts/grammar.mjs' as string)) as { parserFiles: () => Readonly<Record<string, string>> };
  for (const [name, text] of Object.entries(parserFiles())) expect(readFileSync(path.join(ROOT, 'src/core/formulas', name), 'utf8')).toBe(text);
});
