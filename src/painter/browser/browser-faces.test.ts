import { readFileSync } from 'node:fs';
import { afterEach, expect, test, vi } from 'vitest';
import { FAMILIES } from '../../core/lettering';
import { loadBrowserFaces } from './browser-faces';

/** What is asked for lies where the build put it, or is answered otherwise. */
function served(answer: (address: string) => Response): readonly string[] {
  const asked: string[] = [];
  vi.stubGlobal('fetch', (address: string) => {
    asked.push(address);
    return Promise.resolve(answer(address));
  });
  return asked;
}

const asBuilt = (address: string) => new Response(readFileSync(address.slice(address.indexOf('dist/'))));

afterEach(() => vi.unstubAllGlobals());

test('a font that cannot be had rejects its face, and is asked for again by the next load', async () => {
  const face = { pack: 'figtree', weight: 600 };
  served(() => new Response('<h1>Not found</h1>', { status: 404 }));
  await expect(loadBrowserFaces([face])).rejects.toThrow('cannot be had');
  served(() => new Response('<h1>No record</h1>'));
  await expect(loadBrowserFaces([face])).rejects.toThrow();
  served(asBuilt);
  expect((await loadBrowserFaces([face])).get('figtree-600')?.glyph('A')?.outline.length).toBeGreaterThan(6);
});

test('every shipped face is among the records of the build, each file of it asked for once', async () => {
  const asked = served(asBuilt);
  const names = FAMILIES.flatMap(({ pack, weights }) => weights.map((weight) => ({ pack, weight })));
  const faces = await loadBrowserFaces(names);
  expect([...faces.keys()]).toEqual(names.map(({ pack, weight }) => `${pack}-${weight}`));
  for (const [name, face] of faces) for (const sign of 'Aż9') expect(face.glyph(sign), `${sign} of ${name}`).not.toBeNull();
  await loadBrowserFaces(names);
  expect(new Set(asked).size).toBe(asked.length);
});
