import { describe, expect, test } from 'vitest';
import type { Face } from '../core/lettering';
import type { PaintHost, Picture } from '../painter';
import { projectOf } from '../../tests/support/projects';
import { createSheetPool } from '../painter';
import { createSurroundings } from './worker-surroundings';

const text = (weight: number) => ({ id: `t${weight}`, name: 'T', kind: 'text' as const, font: 'Figtree', weight });
const film = (layers: readonly object[], assets: readonly string[] = []) => projectOf([{ id: 'main', name: 'Main', layers: layers as never }], {
  assets: assets.map((letter) => ({ id: letter, name: letter, type: 'image' as const, hash: letter.repeat(64), mime: 'image/png', bytes: 1, width: 2, height: 2 })),
});

/** Surroundings whose loads end when the test says so. */
function setUp(missing: readonly string[] = []) {
  const asked: string[] = [];
  const ends: (() => void)[] = [];
  let image: PaintHost['image'] = () => null;
  const gone = new Set(missing);
  const surroundings = createSurroundings({
    createHost: (lookup) => {
      image = lookup;
      return {} as PaintHost;
    },
    loadFaces: (names) => new Promise((resolve) => {
      ends.push(() => resolve(new Map(names.map((name) => [`${name.pack}-${name.weight}`, { name } as unknown as Face]))));
    }),
    loadImage: (file) => {
      asked.push(file.charAt(0));
      return Promise.resolve(gone.has(file.charAt(0)) ? null : ({ width: 2, height: 2, file } as Picture));
    },
  });
  return { surroundings, asked, ends, gone, image: (id: string) => image(id) };
}

describe('what a worker loads', () => {
  test('two loads of fonts that end in the other order both stay', async () => {
    const { surroundings, ends } = setUp();
    const loads = [surroundings.load(film([text(400)])), surroundings.load(film([text(400), text(700)]))];
    ends[1]!();
    expect(await loads[1]).toBe(true);
    ends[0]!();
    expect(await loads[0]).toBe(true);
    expect([400, 700].map((weight) => surroundings.faces()('Figtree', weight, false) !== null)).toEqual([true, true]);
  });
  test('a picture that is not there is asked for once, and again when files may have come', async () => {
    const { surroundings, asked, gone, image } = setUp(['a']);
    const project = film([], ['a', 'b']);
    expect(await surroundings.load(project)).toBe(true);
    for (let edit = 0; edit < 5; edit++) expect(await surroundings.load(film([], ['a', 'b']))).toBe(false);
    expect(asked).toEqual(['a', 'b']);
    expect([image('a'), image('b')]).toEqual([null, expect.objectContaining({ width: 2 })]);
    gone.clear();
    surroundings.lookAgain();
    expect(await surroundings.load(project)).toBe(true);
    expect([asked, image('a')]).toEqual([['a', 'b', 'a'], expect.objectContaining({ width: 2 })]);
  });
});

test('sheets of sizes that nobody asks for any more make room', () => {
  let made = 0;
  const pool = createSheetPool((width, height) => ({ width, height, number: ++made }), 6800);
  const old = Array.from({ length: 8 }, () => pool.take(10, 10));
  for (const sheet of old) pool.giveBack(sheet);
  const now = Array.from({ length: 3 }, () => pool.take(20, 20));
  for (const sheet of now) pool.giveBack(sheet);
  // Three of 1600 bytes and the last five of 400.
  expect(pool.bytes()).toBe(6800);
  expect(pool.take(20, 20).number).toBeGreaterThan(8);
  expect(made).toBe(11);
  expect([pool.take(10, 10).number, pool.bytes()]).toEqual([8, 4800]);
});
