import { afterEach, expect, test, vi } from 'vitest';
import { keepWidths, keptWidths } from './kept-widths';

function store(text: string | null) {
  const kept = new Map<string, string>(text === null ? [] : [['oak columns bench', text]]);
  vi.stubGlobal('localStorage', { getItem: (name: string) => kept.get(name) ?? null, setItem: (name: string, value: string) => void kept.set(name, value) });
  return kept;
}
afterEach(() => vi.unstubAllGlobals());

test('widths come back as they were kept, under the name of their panes alone', () => {
  store(null);
  keepWidths('bench', [15.5, 50.25, 34.25]);
  expect(keptWidths('bench', 3)).toEqual([15.5, 50.25, 34.25]);
  expect(keptWidths('home', 3)).toBeNull();
});
test.each([
  ['nothing', null], ['no JSON', '[1,'], ['no list', '{"0":50,"1":50,"length":2}'], ['as many as of other panes', '[50,50]'], ['one that is none', '[50,50,0]'], ['one that runs backwards', '[90,20,-10]'],
  ['words', '["20","40","40"]'], ['more than there is', '[99,99,99]'], ['less than there is', '[1,1,1]'], ['no number at all', '[null,50,50]'], ['one without end', '[1e999,1,1]'],
])('%s is nothing that panes can be laid out by', (_, text) => {
  store(text);
  expect(keptWidths('bench', 3)).toBeNull();
});
test('a store that is full or forbidden forgets them, and nothing else', () => {
  vi.stubGlobal('localStorage', { getItem: () => { throw new Error('forbidden'); }, setItem: () => { throw new Error('full'); } });
  expect(() => keepWidths('bench', [50, 50])).not.toThrow();
  expect(keptWidths('bench', 2)).toBeNull();
});
