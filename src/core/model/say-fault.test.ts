import { describe, expect, test } from 'vitest';
import { sayFault } from '.';

const thrown = (work: () => unknown): unknown => { try { work(); } catch (error) { return error; } return null; };
const deep = (): number => deep() + 1;

describe('an error as a person is told it', () => {
  test('our own words stay as they are', () => {
    for (const words of ['it is larger than 60 MB', 'The film was not finished: the disk is full', 'only PNG, JPEG, WebP and SVG can be brought in']) expect(sayFault(new Error(words))).toBe(words);
  });
  test('no word of an engine is left', () => {
    const engines = [thrown(deep), thrown(() => new Array(-1)), thrown(() => JSON.parse('{')), thrown(() => (null as unknown as { x: { y: number } }).x.y), thrown(() => 'x'.repeat(2 ** 30)), new Error('Aborted(). Build with -sASSERTIONS for more info.'), Object.assign(new Error("Failed to execute 'convertToBlob' on 'OffscreenCanvas': The size is zero."), { name: 'IndexSizeError' }), new Error('unreachable'), 'Uncaught', null, undefined, 44];
    for (const one of engines) expect(sayFault(one)).not.toMatch(/Maximum|stack|Aborted|convertToBlob|Canvas|undefined|null|JSON|Invalid|unreachable|44/);
    expect(sayFault(thrown(deep))).toMatch(/nested too deep/);
    expect(sayFault(thrown(() => new Array(-1)))).toMatch(/memory/);
  });
});
