import { expect, test } from 'vitest';
import { FAMILIES, notShipped } from '../src/core/lettering';
import { loadNodeFaces } from '../src/painter/node';

/** Beyond this no shipped font has anything. */
const LAST = 0x3000;

test('what is said of the characters of each family is what each of its fonts holds', async () => {
  for (const { family, pack, weights } of FAMILIES) {
    const faces = await loadNodeFaces(weights.map((weight) => ({ pack, weight })) as never, import.meta.url);
    expect(faces.size).toBe(weights.length);
    const all = Array.from({ length: LAST - 32 }, (_, i) => String.fromCodePoint(i + 32)).join('');
    const lost = new Set(notShipped(all, family));
    expect(lost.size).toBeGreaterThan(1000);
    for (const face of faces.values()) expect([...all].filter((one) => (face.glyph(one) === null) !== lost.has(one))).toEqual([]);
  }
}, 60_000);
